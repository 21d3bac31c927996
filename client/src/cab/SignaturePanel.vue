<script setup lang="ts">
import SignaturePad from 'signature_pad'
import { onBeforeUnmount, onMounted, ref, useTemplateRef } from 'vue'
import { useI18n } from 'vue-i18n'

/** A signature on glass, with the name of who signs. Loaded only when somebody signs. */
const emit = defineEmits<{ use: [picture: Blob, signer: string]; cancel: [] }>()
const { t } = useI18n()
const canvas = useTemplateRef<HTMLCanvasElement>('canvas')
const name = ref('')
const drawn = ref(false)
let pad: SignaturePad | undefined
onMounted(() => {
  const surface = canvas.value!
  const density = Math.max(devicePixelRatio, 1)
  ;[surface.width, surface.height] = [surface.offsetWidth * density, surface.offsetHeight * density]
  surface.getContext('2d')!.scale(density, density)
  // Black on white whatever the page's look: it is printed.
  pad = new SignaturePad(surface, {
    backgroundColor: '#ffffff',
    penColor: '#000000',
    minWidth: 1.2,
    maxWidth: 3,
  })
  pad.addEventListener('endStroke', () => {
    drawn.value = true
  })
})
onBeforeUnmount(() => pad?.off())
function clear() {
  pad?.clear()
  drawn.value = false
}
function use() {
  canvas.value!.toBlob(made => {
    if (made) emit('use', made, name.value.trim())
  }, 'image/png')
}
</script>

<template>
  <form class="stack" @submit.prevent="use">
    <label class="field">{{ t('paper.signerName') }}<input v-model="name" autocomplete="off" /></label>
    <canvas ref="canvas" class="glass" :aria-label="t('paper.sign')" />
    <div class="two">
      <button type="button" class="press small" @click="emit('cancel')">
        {{ t('paper.cancel') }}</button><button type="button" class="press small" @click="clear">
        {{ t('paper.clear') }}
      </button>
    </div>
    <button class="press main wide" :disabled="!drawn || !name.trim()">{{ t('paper.use') }}</button>
  </form>
</template>

<style scoped>
.glass {
  width: 100%;
  height: 200px;
  border: 2px solid var(--line);
  border-radius: 8px;
  touch-action: none;
  background: #fff;
}
</style>
