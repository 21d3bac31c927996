<script setup lang="ts">
import { computed, reactive, ref, watch } from 'vue'
import { useI18n } from 'vue-i18n'
import type { Schemas } from '@/shared/api'
import { parseFahrenheit } from '@/shared/measure'
import { odometerTrouble } from './steps'
import { readOdometer, readQuantity, UNITS } from './told'

/** The one large button for the next step, with what has to be told with it. */
const {
  step,
  label,
  trip,
  trailers,
  resting = false,
} = defineProps<{
  step: Schemas['Step']
  label: string
  trip: Schemas['CabTrip']
  trailers: readonly string[]
  /** What was under the thumb a moment ago was another step. */
  resting?: boolean
}>()
const emit = defineEmits<{ take: [more: Partial<Schemas['CheckInInput']>] }>()
const { t } = useI18n()

const NEEDED = ['signer']
const OPTIONAL = ['bol', 'seal', 'quantity', 'temperature']
const TRAILERS = ['trailer', 'trailer_dropped', 'trailer_taken']
const stop = computed(() => trip.stops.find(({ id }) => id === step.stop_id))
const known: Record<string, string | null | undefined> = {
  tractor: trip.tractor,
  trailer: trip.trailer,
  trailer_dropped: stop.value?.unit ?? (step.kind === 'delivered' ? trip.trailer : null),
  trailer_taken: stop.value?.unit ?? (step.kind === 'loaded' ? trip.trailer : null),
}
const typed = reactive<Record<string, string>>(
  Object.fromEntries(step.asks.map(name => [name, known[name] ?? ''])),
)
const unit = ref<(typeof UNITS)[number]>('lb')
const confirmed = reactive<Record<string, boolean>>({})

const end = computed(() => step.kind === 'post_trip')
const odometer = computed(() =>
  typed.odometer?.trim()
    ? odometerTrouble(
        typed.odometer.trim(),
        {
          before: end.value
            ? (trip.odometer_from ?? trip.odometer_before ?? null)
            : (trip.odometer_before ?? null),
          routed: trip.routed_miles ?? 0,
        },
        end.value,
      )
    : undefined,
)
const quantity = computed(() => readQuantity(typed.quantity ?? ''))
// A unit that was typed with the amount is the one that is shown.
watch(quantity, read => {
  if (read?.unit) unit.value = read.unit
})
const strange = (name: string) =>
  TRAILERS.includes(name) &&
  !!typed[name]?.trim() &&
  trailers.length > 0 &&
  !trailers.includes(typed[name].trim().toUpperCase()) &&
  !confirmed[name]
const wrong = (name: string): string => {
  if (strange(name)) return t('ask.unknownTrailer', { n: typed[name]!.trim() })
  if (name === 'quantity' && typed.quantity?.trim() && !quantity.value) return t('ask.amount')
  if (name === 'temperature' && typed.temperature?.trim() && parseFahrenheit(typed.temperature) === undefined)
    return t('ask.degrees')
  if (name !== 'odometer' || !odometer.value) return ''
  if (odometer.value.code === 'far') return confirmed.odometer ? '' : t('ask.far', odometer.value)
  return odometer.value.code === 'backwards' ? t('ask.backwards', { n: odometer.value.n }) : t('ask.number')
}
const asking = (name: string) =>
  strange(name) || (name === 'odometer' && odometer.value?.code === 'far' && !confirmed.odometer)
const ready = computed(() =>
  step.asks.every(name => !wrong(name) && (!NEEDED.includes(name) || typed[name]?.trim())),
)

function take() {
  const told: Partial<Schemas['CheckInInput']> = {}
  for (const name of step.asks) {
    const text = typed[name]?.trim()
    if (!text) continue
    if (name === 'odometer')
      Object.assign(told, {
        odometer: readOdometer(text),
        ...(odometer.value ? { odometer_confirmed: true } : {}),
      })
    else if (name === 'quantity') told.quantity = { amount: quantity.value!.amount, unit: unit.value }
    else if (name === 'temperature') told.temperature_f = parseFahrenheit(text)!
    else
      Object.assign(told, {
        [name]: TRAILERS.includes(name) || name === 'tractor' ? text.toUpperCase() : text,
      })
  }
  emit('take', told)
}
</script>

<template>
  <form class="stack" @submit.prevent="take">
    <div class="asks">
      <div
        v-for="name in step.asks"
        :key="name"
        class="field"
        :class="{ whole: name === 'signer' || name === 'quantity' }"
      >
        <label :for="`ask-${name}`"
          >{{ t(`ask.${name}`) }}
          <span v-if="OPTIONAL.includes(name)" class="quiet plain">{{ t('ask.optional') }}</span></label
        >
        <span :class="{ pair: name === 'quantity' }"
          ><input
            :id="`ask-${name}`"
            v-model="typed[name]"
            :inputmode="name === 'odometer' ? 'decimal' : 'text'"
            autocomplete="off"
            :aria-invalid="!!wrong(name)"
            :aria-describedby="`wrong-${name}`"
          /><select v-if="name === 'quantity'" v-model="unit" :aria-label="t('ask.quantity')">
            <option v-for="one in UNITS" :key="one" :value="one">{{ t(`unit.${one}`) }}</option>
          </select></span
        >
        <span v-if="name === 'quantity' && quantity" class="little quiet" aria-live="polite"
          >= {{ Number(quantity.amount).toLocaleString('en-US') }} {{ t(`unit.${unit}`) }}</span
        >
        <span :id="`wrong-${name}`" class="wrong" role="alert"
          >{{ wrong(name) }}
          <button v-if="asking(name)" type="button" class="press small" @click="confirmed[name] = true">
            {{ t('ask.right') }}
          </button></span
        >
      </div>
    </div>
    <button class="press main wide next" :disabled="!ready || resting">{{ label }}</button>
  </form>
</template>

<style scoped>
.next {
  min-height: 84px;
  font-size: 1.35rem;
  line-height: 1.2;
}
.asks {
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: 0.6rem;
}
.whole {
  grid-column: 1 / -1;
}
.pair {
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: 0.5rem;
}
.plain {
  font-weight: 400;
}
</style>
