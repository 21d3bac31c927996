<script setup lang="ts">
import { computed, ref } from 'vue'
import { api, ask, newKey, type Problem, type Schemas } from '@/shared/api'

/** What a trip is paid for, put right line by line: what is left as measured stands as measured. */
const { id } = defineProps<{ id: number }>()
const emit = defineEmits<{ close: []; done: [] }>()
const earning = ref<Schemas['Earning']>()
const typed = ref({
  loaded_miles: '',
  empty_miles: '',
  hours: '',
  layover_days: '',
  tarped: false,
  stops: [] as string[],
  why: '',
})
const trouble = ref<Problem>()
const busy = ref(false)
const at = (field: string) => (trouble.value?.path === `/${field}` ? trouble.value.message : undefined)

async function read() {
  const answer = await ask<Schemas['Earning']>(api.GET('/api/earnings/{id}', { params: { path: { id } } }))
  trouble.value = answer.problem
  earning.value = answer.data
  if (!answer.data) return
  const { corrections: put, ...was } = answer.data
  typed.value = {
    loaded_miles: put.loaded_miles ?? was.loaded_miles,
    empty_miles: put.empty_miles ?? was.empty_miles,
    hours: put.hours ?? was.hours,
    layover_days: String(put.layover_days ?? was.layover_days),
    tarped: put.tarped ?? was.tarped,
    stops: (put.dwell_minutes ?? was.stops.map(({ minutes }) => minutes)).map(String),
    why: was.corrected_why ?? '',
  }
}
void read()

/** What differs from what was measured. */
const changes = computed(() => {
  const was = earning.value
  if (!was) return {}
  const one = typed.value
  const dwell = one.stops.map(Number)
  return {
    ...(Number(one.loaded_miles) === Number(was.loaded_miles)
      ? {}
      : { loaded_miles: one.loaded_miles.trim() }),
    ...(Number(one.empty_miles) === Number(was.empty_miles) ? {} : { empty_miles: one.empty_miles.trim() }),
    ...(Number(one.hours) === Number(was.hours) ? {} : { hours: one.hours.trim() }),
    ...(Number(one.layover_days) === was.layover_days ? {} : { layover_days: Number(one.layover_days) }),
    ...(one.tarped === was.tarped ? {} : { tarped: one.tarped }),
    ...(dwell.every((minutes, i) => minutes === was.stops[i]?.minutes) ? {} : { dwell_minutes: dwell }),
  }
})
const changed = computed(() => Object.keys(changes.value).length > 0)
const readable = computed(
  () =>
    [typed.value.loaded_miles, typed.value.empty_miles].every(text => /^\d{1,5}(\.\d)?$/.test(text.trim())) &&
    /^\d{1,3}(\.\d{1,2})?$/.test(typed.value.hours.trim()) &&
    /^\d{1,2}$/.test(typed.value.layover_days) &&
    typed.value.stops.every(text => /^\d{1,5}$/.test(text.trim())),
)
async function keep() {
  if (!earning.value || !readable.value) return
  busy.value = true
  const answer = await ask<Schemas['Earning']>(
    api.POST('/api/earnings/{id}/correction', {
      params: { path: { id } },
      body: { key: newKey(), version: earning.value.version, why: typed.value.why.trim(), ...changes.value },
    }),
  )
  busy.value = false
  trouble.value = answer.problem
  if (answer.data) emit('done')
}
const measured = (text: string | number | undefined, now: string | number) =>
  text !== undefined && Number(text) !== Number(now) ? `${text} as measured` : undefined
</script>

<template>
  <v-dialog
    :model-value="true"
    max-width="560"
    aria-label="What it is paid for"
    @update:model-value="emit('close')"
  >
    <v-card class="pa-4"
      ><form class="form" @submit.prevent="keep">
        <h2 class="all">What {{ earning?.trip }} is paid for</h2>
        <template v-if="earning"
          ><v-text-field
            v-model="typed.loaded_miles"
            label="Loaded miles"
            inputmode="decimal"
            :messages="measured(earning.loaded_miles, typed.loaded_miles)"
            :error-messages="at('loaded_miles')" /><v-text-field
            v-model="typed.empty_miles"
            label="Empty miles"
            inputmode="decimal"
            :messages="measured(earning.empty_miles, typed.empty_miles)"
            :error-messages="at('empty_miles')" />
          <v-text-field
            v-model="typed.layover_days"
            label="Days of layover"
            inputmode="numeric" /><v-text-field
            v-model="typed.hours"
            label="Hours"
            inputmode="decimal"
            :messages="measured(earning.hours, typed.hours)" />
          <v-text-field
            v-for="(stop, i) in earning.stops"
            :key="i"
            v-model="typed.stops[i]"
            :label="`Minutes at ${stop.name || `stop ${i + 1}`}`"
            inputmode="numeric"
            :messages="measured(stop.minutes, typed.stops[i] ?? '')" />
          <v-checkbox v-model="typed.tarped" class="all" label="Tarped" /><v-text-field
            v-model="typed.why"
            class="all"
            label="Why? The driver reads it"
            :error-messages="at('why')"
        /></template>
        <v-alert
          v-if="trouble && !['/why', '/loaded_miles', '/empty_miles'].includes(trouble.path)"
          type="error"
          class="all"
          >{{ trouble.message }}</v-alert
        >
        <div class="row justify-end all">
          <v-btn variant="text" @click="emit('close')">Leave it</v-btn
          ><v-btn
            type="submit"
            color="primary"
            :loading="busy"
            :disabled="
              !readable ||
              (changed ? typed.why.trim().length < 3 : !Object.keys(earning?.corrections ?? {}).length)
            "
            >{{ changed ? 'Put it right' : 'As measured' }}</v-btn
          >
        </div>
      </form></v-card
    >
  </v-dialog>
</template>

<style scoped>
.form {
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: 0.6rem 0.5rem;
}
.all {
  grid-column: 1 / -1;
}
</style>
