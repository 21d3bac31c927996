<script setup lang="ts">
import { onMounted, ref, shallowRef, useTemplateRef } from 'vue'
import { useI18n } from 'vue-i18n'
import { shrunk, straighten, type Corners, type Point } from './photo'

/** Crops and straightens a photo of a paper by its four corners, and shrinks it. Loaded only when a photo is taken. */
const { file } = defineProps<{ file: File }>()
const emit = defineEmits<{ use: [picture: Blob]; cancel: [] }>()
const { t } = useI18n()
const SEEN = 2600
const [canvas, frame] = [useTemplateRef<HTMLCanvasElement>('canvas'), useTemplateRef<HTMLDivElement>('frame')]
const photo = shallowRef<ImageBitmap>()
const corners = ref<Corners>([
  { x: 0, y: 0 },
  { x: 1, y: 0 },
  { x: 1, y: 1 },
  { x: 0, y: 1 },
])
const sharper = ref(true)
const busy = ref(false)
const broken = ref(false)
const dragged = ref<number>()

async function draw(bitmap: ImageBitmap, quarter = 0) {
  const scale = Math.min(1, SEEN / Math.max(bitmap.width, bitmap.height))
  const [width, height] = [Math.round(bitmap.width * scale), Math.round(bitmap.height * scale)]
  const surface = canvas.value!
  ;[surface.width, surface.height] = quarter % 2 ? [height, width] : [width, height]
  const pen = surface.getContext('2d', { willReadFrequently: true })!
  pen.translate(surface.width / 2, surface.height / 2)
  pen.rotate((quarter * Math.PI) / 2)
  pen.drawImage(bitmap, -width / 2, -height / 2, width, height)
  pen.resetTransform()
  corners.value = [
    { x: 0.03, y: 0.03 },
    { x: 0.97, y: 0.03 },
    { x: 0.97, y: 0.97 },
    { x: 0.03, y: 0.97 },
  ]
}
let quarter = 0
function turn() {
  quarter = (quarter + 1) % 4
  if (photo.value) void draw(photo.value, quarter)
}
onMounted(async () => {
  try {
    photo.value = await createImageBitmap(file)
    await draw(photo.value)
  } catch {
    broken.value = true
  } // a picture that this phone cannot open is sent as it is
})

function move(event: PointerEvent) {
  if (dragged.value === undefined || !frame.value) return
  const box = frame.value.getBoundingClientRect()
  put(dragged.value, { x: (event.clientX - box.left) / box.width, y: (event.clientY - box.top) / box.height })
}
function put(i: number, { x, y }: Point) {
  corners.value = corners.value.map((one, j) =>
    i === j ? { x: Math.min(Math.max(x, 0), 1), y: Math.min(Math.max(y, 0), 1) } : one,
  ) as Corners
}
const nudge = (i: number, dx: number, dy: number) =>
  put(i, { x: corners.value[i]!.x + dx, y: corners.value[i]!.y + dy })

async function use() {
  if (broken.value) {
    emit('use', file)
    return
  }
  busy.value = true
  await new Promise(done => {
    setTimeout(done, 30)
  }) // so that "working" is drawn first
  const surface = canvas.value!
  const whole = surface
    .getContext('2d', { willReadFrequently: true })!
    .getImageData(0, 0, surface.width, surface.height)
  const straight = straighten(
    whole,
    corners.value.map(({ x, y }) => ({ x: x * surface.width, y: y * surface.height })) as Corners,
    sharper.value,
  )
  const sheet = document.createElement('canvas')
  ;[sheet.width, sheet.height] = [straight.width, straight.height]
  sheet.getContext('2d')!.putImageData(straight, 0, 0)
  emit('use', await shrunk(sheet))
}
</script>

<template>
  <div class="tool stack">
    <p v-if="!broken" class="little">{{ t('paper.corners') }}</p>
    <div
      v-show="!broken"
      ref="frame"
      class="frame"
      @pointermove="move"
      @pointerup="dragged = undefined"
      @pointerleave="dragged = undefined"
    >
      <canvas ref="canvas" />
      <svg viewBox="0 0 1 1" preserveAspectRatio="none" aria-hidden="true">
        <polygon :points="corners.map(({ x, y }) => `${x},${y}`).join(' ')" />
      </svg>
      <button
        v-for="(corner, i) in corners"
        :key="i"
        type="button"
        class="corner"
        :style="{ left: `${corner.x * 100}%`, top: `${corner.y * 100}%` }"
        :aria-label="`${i + 1}`"
        @pointerdown.prevent="dragged = i"
        @keydown.left.prevent="nudge(i, -0.01, 0)"
        @keydown.right.prevent="nudge(i, 0.01, 0)"
        @keydown.up.prevent="nudge(i, 0, -0.01)"
        @keydown.down.prevent="nudge(i, 0, 0.01)"
      />
    </div>
    <p v-if="broken">{{ file.name }}, {{ t('paper.size', { n: Math.ceil(file.size / 1024) }) }}</p>
    <div v-if="!broken" class="two">
      <button type="button" class="press small" @click="turn">{{ t('paper.turn') }}</button><button
        type="button"
        class="press small"
        :class="{ main: sharper }"
        :aria-pressed="sharper"
        @click="sharper = !sharper"
      >
        {{ t('paper.contrast') }}
      </button>
    </div>
    <div class="two">
      <button type="button" class="press" @click="emit('cancel')">{{ t('paper.cancel') }}</button><button
        type="button"
        class="press main"
        :disabled="busy || (!photo && !broken)"
        @click="use"
      >
        {{ t(busy ? 'paper.working' : 'paper.use') }}
      </button>
    </div>
  </div>
</template>

<style scoped>
.frame {
  position: relative;
  touch-action: none;
  user-select: none;
  margin: 0 6px;
}
canvas {
  display: block;
  width: 100%;
  max-height: 60vh;
}
svg {
  position: absolute;
  inset: 0;
  width: 100%;
  height: 100%;
}
polygon {
  fill: none;
  stroke: var(--accent);
  stroke-width: 3;
  vector-effect: non-scaling-stroke;
}
.corner {
  position: absolute;
  width: 48px;
  height: 48px;
  margin: -24px;
  border: 0;
  padding: 0;
  background: radial-gradient(circle, var(--accent) 0 11px, #fff 11px 14px, transparent 14px);
  cursor: grab;
}
</style>
