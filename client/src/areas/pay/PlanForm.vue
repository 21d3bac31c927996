<script setup lang="ts">
import { computed, ref, watch } from 'vue'
import type { Problem, Schemas } from '@/shared/api'
import MergePanel from '@/shared/merge/MergePanel.vue'
import { useMerge } from '@/shared/merge/useMerge'
import AmountField from '@/shared/typed/AmountField.vue'
import DayField from '@/shared/typed/DayField.vue'
import { draftOf, inputOf, isLine, labelOf, shownOf, type PlanDraft } from './planDraft'
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

const day = ref(today)
const typed = ref(draftOf(plan))
const figures = computed(() => typed.value.figures)
const bands = computed(() => typed.value.bands)
const hours = computed(() => typed.value.hours)
const merge = useMerge<PlanDraft>(isLine)
/** As it was when the form was opened: what somebody else has kept since was not seen here. */
const seen = [...plans]
const ofDay = (list: readonly Schemas['PayPlan'][]) =>
  list.find(({ in_force_from }) => in_force_from === day.value)
merge.see(typed.value, ofDay(seen)?.version)
// Rates that are kept for the day that is typed are what is changed.
watch(day, () => {
  const same = ofDay(seen)
  if (same && !merge.touched(typed.value)) typed.value = draftOf(same)
  merge.see(same ? draftOf(same) : draftOf(plan), same?.version)
})
watch(
  () => [problem, plans] as const,
  ([refused]) => {
    const now = ofDay(plans)
    if (refused?.code === 'stale' && now) merge.compare(typed.value, draftOf(now), now.version)
  },
)

const at = (field: string) => (problem?.path === `/${field}` ? problem.message : undefined)
const input = computed(() => (day.value ? inputOf(typed.value) : undefined))
function keep() {
  const version = merge.version.value
  if (input.value)
    emit('keep', {
      in_force_from: day.value,
      ...(version === undefined ? {} : { version }),
      ...input.value,
    })
}
function saveChosen(choices: ('mine' | 'theirs')[]) {
  typed.value = merge.choose(choices)
  keep()
}
function takeTheirs() {
  typed.value = merge.giveUp()
  emit('close')
}
</script>

<template>
  <form class="form" aria-label="Rates" @submit.prevent="keep">
    <day-field
      v-model="day"
      label="From"
      title="A trip is paid by the rates of its day"
      :error-messages="at('in_force_from')"
    /><v-select v-model="typed.basis" label="Paid by" :items="pairs(PAID_BY)" />
    <template v-if="typed.basis === 'per_mile'"
      ><amount-field
        v-model="figures.loaded_mile_rate"
        label="Loaded mile, $"
        :error-messages="at('loaded_mile_rate')"
      /><amount-field v-model="figures.empty_mile_rate" label="Empty mile, $" /><v-select
        v-model="typed.miles_by"
        label="Miles by"
        :items="pairs(MILES_BY)"
      />
      <amount-field
        v-model="figures.per_diem_mile_rate"
        label="Of that per diem, $ a mile"
        :error-messages="at('per_diem_mile_rate')"
      /><amount-field
        v-if="figures.per_diem_mile_rate"
        v-model="figures.per_diem_daily"
        label="at most, $ a day"
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
          /><amount-field v-model="band.rate" label="$ a loaded mile" /><v-btn
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
      ><amount-field
        v-model="figures.percent"
        label="Percent of line haul"
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
      ><amount-field
        v-model="figures.hourly_rate"
        label="An hour, $"
        :error-messages="at('hourly_rate')"
      /><amount-field
        v-model="figures.overtime_after_hours"
        label="Time and a half after hours a week, none for never"
      />
      <fieldset class="all">
        <legend>Other rates by what is done</legend>
        <div v-for="(one, i) in hours" :key="i" class="row band">
          <v-select v-model="one.activity" label="While" :items="pairs(HOURS)" /><amount-field
            v-model="one.rate"
            label="An hour, $"
          /><v-btn size="small" variant="text" @click="hours.splice(i, 1)">Take out</v-btn>
        </div>
        <v-btn size="small" variant="tonal" @click="hours.push({ activity: 'waiting_to_load', rate: '' })"
          >Add one</v-btn
        >
        <p v-if="at('activity_rates')" class="wrong small">{{ at('activity_rates') }}</p>
      </fieldset></template
    >
    <amount-field
      v-else-if="typed.basis === 'per_load'"
      v-model="figures.per_load"
      label="A load, $"
      :error-messages="at('per_load')"
    /><amount-field v-else v-model="figures.per_ton" label="A ton, $" :error-messages="at('per_ton')" />
    <amount-field v-model="figures.extra_stop" label="Extra stop, $" /><v-text-field
      v-model="typed.stops_included"
      label="Stops included"
      inputmode="numeric"
    /><amount-field v-model="figures.tarp" label="Tarp, $" /><amount-field
      v-model="figures.layover_daily"
      label="Layover a day, $"
    />
    <amount-field v-model="figures.detention_hourly" label="Detention an hour, $" /><v-text-field
      v-model="typed.free"
      label="after, min"
      inputmode="numeric"
    /><v-text-field v-model="typed.step" label="in steps of, min" inputmode="numeric" />
    <amount-field v-model="figures.day_minimum" label="Earns at least a day, $" /><amount-field
      v-model="figures.period_minimum"
      label="Earns at least a period, $"
    /><amount-field v-model="figures.minimum_net" label="Is left at least, $" />
    <merge-panel
      v-if="merge.differs.value"
      class="all"
      :found="merge.found.value"
      :message="problem?.message ?? ''"
      :label="labelOf"
      :shown="shownOf"
      :busy="busy"
      @save="saveChosen"
      @theirs="takeTheirs"
    />
    <v-alert v-else-if="problem && problem.code !== 'stale' && !problem.path" type="error" class="all">{{
      problem.message
    }}</v-alert>
    <div class="row justify-end all">
      <v-btn variant="text" @click="emit('close')">Leave it</v-btn
      ><v-btn type="submit" color="primary" :disabled="!input" :loading="busy">Keep these rates</v-btn>
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
