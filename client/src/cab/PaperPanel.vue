<script setup lang="ts">
import { computed, defineAsyncComponent, ref } from 'vue'
import { useI18n } from 'vue-i18n'
import type { Schemas } from '@/shared/api'
import type { Cab } from './useCab'

/** Photos, PDFs and a signature for the papers of a stop. The tools come when they are needed. */
const { trip, cab, wanted, at } = defineProps<{
  trip: Schemas['CabTrip']
  cab: Cab
  wanted: boolean
  at: number | undefined
}>()
const { t } = useI18n()
const PhotoTool = defineAsyncComponent(() => import('./PhotoTool.vue'))
const SignaturePanel = defineAsyncComponent(() => import('./SignaturePanel.vue'))
const KINDS = [
  'bol',
  'pod',
  'scale_ticket',
  'lumper_receipt',
  'temperature_record',
  'permit',
  'damage',
] as const
const kind = ref<(typeof KINDS)[number]>('bol')
const files = ref<File[]>([])
const signing = ref(false)
const loads = computed(() => trip.stops.filter(stop => stop.kind === 'pickup' || stop.kind === 'delivery'))
const chosen = ref<number>()
const stopId = computed(
  () =>
    chosen.value ??
    loads.value.find(({ id }) => id === at)?.id ??
    loads.value.findLast(stop => stop.arrived_at)?.id ??
    loads.value[0]?.id,
)

function send(picture: Blob, of: string = kind.value, signer?: string) {
  if (stopId.value) void cab.paper(trip.id, stopId.value, of, picture, t(`paper.${of}`), signer)
}
function take(event: Event) {
  const input = event.target as HTMLInputElement
  for (const file of input.files ?? []) {
    if (file.type.startsWith('image/')) files.value.push(file)
    else send(file)
  }
  input.value = ''
}
function use(picture: Blob) {
  send(picture)
  files.value.shift()
}
function signed(picture: Blob, signer: string) {
  send(picture, 'signature', signer)
  signing.value = false
}
</script>

<template>
  <section class="card" :class="{ wanted }" :aria-label="t('trip.papers')">
    <template v-if="files[0]"
      ><photo-tool :key="files[0].name + files.length" :file="files[0]" @use="use" @cancel="files.shift()"
    /></template>
    <signature-panel v-else-if="signing" @use="signed" @cancel="signing = false" />
    <template v-else>
      <div class="two">
        <label class="field"
          >{{ t('paper.kind')
          }}<select v-model="kind">
            <option v-for="one in KINDS" :key="one" :value="one">{{ t(`paper.${one}`) }}</option>
          </select></label
        >
        <label v-if="loads.length > 1" class="field"
          >{{ t('paper.stop')
          }}<select :value="stopId" @change="chosen = Number(($event.target as HTMLSelectElement).value)">
            <option v-for="stop in loads" :key="stop.id" :value="stop.id">{{ stop.name }}</option>
          </select></label
        >
      </div>
      <div class="two">
        <label class="press camera"
          >{{ t('paper.photo')
          }}<input
            type="file"
            accept="image/*,application/pdf"
            capture="environment"
            multiple
            class="sr-only"
            @change="take" /></label
        ><button type="button" class="press" @click="signing = true">{{ t('paper.sign') }}</button>
      </div>
    </template>
  </section>
</template>

<style scoped>
.wanted {
  border: 3px solid var(--warn);
}
.camera:focus-within {
  outline: 3px solid var(--accent);
  outline-offset: 2px;
}
</style>
