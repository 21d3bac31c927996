<script setup lang="ts">
import { computed, ref } from 'vue'
import type { Problem, Schemas } from '@/shared/api'
import { parseDollars } from '@/shared/measure'
import { HOURS, MILES_BY, PAID_BY } from './words'

/** A driver's rates from a day on: how he is paid, and what is agreed besides. */
const {
  plan = undefined,
  plans,
  today,
  busy,
  problem = undefined,
} = defineProps<{
  plan?: Schemas['PayPlan'] | undefined
  plans: Schemas['PayPlan'][]
  today: string
  busy: boolean
  problem?: Problem | undefined
}>()
const emit = defineEmits<{ close: []; keep: [input: Omit<Schemas['PayPlanInput'], 'key'>] }>()
const pairs = (words: Record<string, string>) =>
  Object.entries(words).map(([value, title]) => ({ value, title }))
/** As it is edited: every figure a text. */
const FIGURES = [
  'loaded_mile_rate',
  'empty_mile_rate',
  'percent',
  'hourly_rate',
  'per_load',
  'per_ton',
  'extra_stop',
  'detention_hourly',
  'layover_daily',
  'tarp',
  'per_diem_mile_rate',
  'per_diem_daily',
  'day_minimum',
  'period_minimum',
  'minimum_net',
  'overtime_after_hours',
] as const
type Figure = (typeof FIGURES)[number]
const was: Partial<Record<Figure, string | null>> = plan ?? {}
const typed = ref({
  in_force_from: today,
  basis: plan?.basis ?? 'per_mile',
  miles_by: plan?.miles_by ?? 'route',
  percent_of_fuel: plan?.percent_of_fuel ?? false,
  percent_of: [...(plan?.percent_of ?? [])],
  stops_included: String(plan?.stops_included ?? 2),
  free: String(plan?.detention_free_minutes ?? 120),
  step: String(plan?.detention_step_minutes ?? 15),
})
const figures = ref(
  Object.fromEntries(FIGURES.map(name => [name, was[name] && Number(was[name]) ? was[name] : ''])) as Record<
    Figure,
    string
  >,
)
const bands = ref(
  (plan?.haul_bands ?? []).map(({ to_miles, rate }) => ({ to_miles: String(to_miles), rate })),
)
const hours = ref(
  (plan?.activity_rates ?? []).map(({ activity, rate }) => ({ activity: activity as string, rate })),
)
const at = (field: string) => (problem?.path === `/${field}` ? problem.message : undefined)
const wrong = computed(
  () =>
    FIGURES.some(name => figures.value[name].trim() && !parseDollars(figures.value[name])) ||
    bands.value.some(({ to_miles, rate }) => !/^\d{1,4}$/.test(to_miles) || !parseDollars(rate)) ||
    hours.value.some(({ rate }) => !parseDollars(rate)) ||
    ![typed.value.stops_included, typed.value.free, typed.value.step].every(text => /^\d{1,4}$/.test(text)) ||
    !typed.value.in_force_from,
)
const given = (name: Figure) => (figures.value[name].trim() ? parseDollars(figures.value[name]) : undefined)
function keep() {
  if (wrong.value) return
  const one = typed.value
  const plain = Object.fromEntries(FIGURES.flatMap(name => (given(name) ? [[name, given(name)]] : [])))
  const sameDay = plans.find(({ in_force_from }) => in_force_from === one.in_force_from)
  emit('keep', {
    in_force_from: one.in_force_from,
    ...(sameDay ? { version: sameDay.version } : {}),
    basis: one.basis,
    miles_by: one.miles_by,
    percent_of_fuel: one.percent_of_fuel,
    percent_of: one.percent_of,
    stops_included: Number(one.stops_included),
    detention_free_minutes: Number(one.free),
    detention_step_minutes: Number(one.step),
    ...plain,
    haul_bands:
      one.basis === 'per_mile'
        ? bands.value.map(({ to_miles, rate }) => ({
            to_miles: Number(to_miles),
            rate: parseDollars(rate) ?? '',
          }))
        : [],
    activity_rates:
      one.basis === 'hourly'
        ? hours.value.map(({ activity, rate }) => ({
            activity: activity as 'driving',
            rate: parseDollars(rate) ?? '',
          }))
        : [],
  })
}
</script>

<template>
  <form class="form" aria-label="Rates" @submit.prevent="keep">
    <v-text-field
      v-model="typed.in_force_from"
      type="date"
      label="From"
      title="A trip is paid by the rates of its day"
      :error-messages="at('in_force_from')"
    /><v-select v-model="typed.basis" label="Paid by" :items="pairs(PAID_BY)" />
    <template v-if="typed.basis === 'per_mile'"
      ><v-text-field
        v-model="figures.loaded_mile_rate"
        label="Loaded mile, $"
        inputmode="decimal"
        :error-messages="at('loaded_mile_rate')"
      /><v-text-field v-model="figures.empty_mile_rate" label="Empty mile, $" inputmode="decimal" /><v-select
        v-model="typed.miles_by"
        label="Miles by"
        :items="pairs(MILES_BY)"
      />
      <v-text-field
        v-model="figures.per_diem_mile_rate"
        label="Of that per diem, $ a mile"
        inputmode="decimal"
        :error-messages="at('per_diem_mile_rate')"
      /><v-text-field
        v-if="figures.per_diem_mile_rate"
        v-model="figures.per_diem_daily"
        label="at most, $ a day"
        inputmode="decimal"
      />
      <fieldset class="all">
        <legend>By length of haul</legend>
        <p v-if="!bands.length" class="quiet small">One rate for all lengths of haul.</p>
        <div v-for="(band, i) in bands" :key="i" class="row band">
          <v-text-field
            v-model="band.to_miles"
            label="Up to miles loaded"
            inputmode="numeric"
            :error-messages="at(`haul_bands/${i}/to_miles`)"
          /><v-text-field v-model="band.rate" label="$ a loaded mile" inputmode="decimal" /><v-btn
            size="small"
            variant="text"
            @click="bands.splice(i, 1)"
            >Take out</v-btn
          >
        </div>
        <v-btn size="small" variant="tonal" @click="bands.push({ to_miles: '', rate: '' })"
          >Add a length</v-btn
        >
      </fieldset></template
    >
    <template v-else-if="typed.basis === 'percent'"
      ><v-text-field
        v-model="figures.percent"
        label="Percent of line haul"
        inputmode="decimal"
        :error-messages="at('percent')" /><v-checkbox
        v-model="typed.percent_of_fuel"
        label="And of the fuel surcharge" /><v-combobox
        v-model="typed.percent_of"
        class="all"
        multiple
        chips
        closable-chips
        :items="['Detention', 'Layover', 'Tarp', 'Extra stop', 'Permits', 'Escorts']"
        label="And of accessorials that begin with"
    /></template>
    <template v-else-if="typed.basis === 'hourly'"
      ><v-text-field
        v-model="figures.hourly_rate"
        label="An hour, $"
        inputmode="decimal"
        :error-messages="at('hourly_rate')"
      /><v-text-field
        v-model="figures.overtime_after_hours"
        label="Time and a half after hours a week, none for never"
        inputmode="decimal"
      />
      <fieldset class="all">
        <legend>Other rates by what is done</legend>
        <div v-for="(one, i) in hours" :key="i" class="row band">
          <v-select v-model="one.activity" label="While" :items="pairs(HOURS)" /><v-text-field
            v-model="one.rate"
            label="An hour, $"
            inputmode="decimal"
          /><v-btn size="small" variant="text" @click="hours.splice(i, 1)">Take out</v-btn>
        </div>
        <v-btn size="small" variant="tonal" @click="hours.push({ activity: 'waiting_to_load', rate: '' })"
          >Add one</v-btn
        >
        <p v-if="at('activity_rates')" class="wrong small">{{ at('activity_rates') }}</p>
      </fieldset></template
    >
    <v-text-field
      v-else-if="typed.basis === 'per_load'"
      v-model="figures.per_load"
      label="A load, $"
      inputmode="decimal"
      :error-messages="at('per_load')"
    /><v-text-field
      v-else
      v-model="figures.per_ton"
      label="A ton, $"
      inputmode="decimal"
      :error-messages="at('per_ton')"
    />
    <v-text-field v-model="figures.extra_stop" label="Extra stop, $" inputmode="decimal" /><v-text-field
      v-model="typed.stops_included"
      label="Stops included"
      inputmode="numeric"
    /><v-text-field v-model="figures.tarp" label="Tarp, $" inputmode="decimal" /><v-text-field
      v-model="figures.layover_daily"
      label="Layover a day, $"
      inputmode="decimal"
    />
    <v-text-field
      v-model="figures.detention_hourly"
      label="Detention an hour, $"
      inputmode="decimal"
    /><v-text-field v-model="typed.free" label="after, min" inputmode="numeric" /><v-text-field
      v-model="typed.step"
      label="in steps of, min"
      inputmode="numeric"
    />
    <v-text-field
      v-model="figures.day_minimum"
      label="Earns at least a day, $"
      inputmode="decimal"
    /><v-text-field
      v-model="figures.period_minimum"
      label="Earns at least a period, $"
      inputmode="decimal"
    /><v-text-field v-model="figures.minimum_net" label="Is left at least, $" inputmode="decimal" />
    <v-alert v-if="problem && !problem.path" type="error" class="all">{{ problem.message }}</v-alert>
    <div class="row justify-end all">
      <v-btn variant="text" @click="emit('close')">Leave it</v-btn
      ><v-btn type="submit" color="primary" :disabled="wrong" :loading="busy">Keep these rates</v-btn>
    </div>
  </form>
</template>

<style scoped>
.form {
  display: grid;
  grid-template-columns: repeat(4, minmax(0, 1fr));
  gap: 0.6rem 0.5rem;
  align-items: start;
  margin-top: 0.6rem;
}
.all {
  grid-column: 1 / -1;
}
.band {
  gap: 0.5rem;
  margin-bottom: 0.4rem;
}
.band > :deep(.v-input) {
  flex: 0 1 12rem;
}
fieldset {
  border: 1px solid rgb(var(--v-theme-line));
  border-radius: 6px;
  padding: 0.4rem 0.7rem 0.6rem;
}
legend {
  padding: 0 0.3rem;
}
.wrong {
  color: rgb(var(--v-theme-late));
}
@media (max-width: 800px) {
  .form {
    grid-template-columns: 1fr 1fr;
  }
}
</style>
