<script setup lang="ts">
import { computed, ref } from 'vue'
import { api, ask, newKey, type Problem, type Schemas } from '@/shared/api'
import ApplicantsPanel from './ApplicantsPanel.vue'
import ReasonDialog from '@/areas/freight/ReasonDialog.vue'
import { useFetched } from '@/shared/fetched'
import { asksUnit, EITHER, parseInches, parsePounds, showInches, showPounds } from '@/shared/measure'
import { useSession } from '@/shared/session'
import { showDay } from '@/shared/time'
import Waiting from '@/shared/Waiting.vue'
import DayField from '@/shared/typed/DayField.vue'
import SizeField from '@/shared/typed/SizeField.vue'

/** Permits that the company holds for a year or for some trips: every file that they cover uses them by itself. */
const clerk = useSession().has('permit_clerk')
const {
  data: held,
  problem,
  load,
} = useFetched(
  () => 0,
  () => ask(api.GET('/api/held-permits')),
  change => ['company', 'load'].includes(change.kind),
)
const EMPTY = {
  jurisdiction: '',
  number: '',
  width_in: '',
  height_in: '',
  length_in: '',
  gross_lb: '',
  valid_from: '',
  valid_to: '',
  trips: '',
  tractor: null as string | null,
  conditions: '',
}
const SIZES = [
  ['width_in', 'Up to, wide'],
  ['height_in', 'high'],
  ['length_in', 'long'],
] as const
const typed = ref({ ...EMPTY })
const open = ref(false)
const busy = ref(false)
const trouble = ref<Problem>()
const ending = ref<Schemas['HeldPermit']>()
const { data: units } = useFetched(open, () =>
  ask<{ rows: Schemas['Unit'][] }>(api.GET('/api/units', { params: { query: {} } })),
)
const tractors = computed(() =>
  (units.value?.rows ?? [])
    .filter(({ kind }) => kind === 'tractor')
    .map(({ id, number }) => ({ value: String(id), title: number })),
)

const at = (field: string) => (trouble.value?.path === `/${field}` ? trouble.value.message : undefined)
const readable = (name: (typeof SIZES)[number][0]) =>
  parseInches(typed.value[name]) &&
  !asksUnit(typed.value[name], name === 'length_in' ? EITHER.along : EITHER.across)
const ready = computed(
  () =>
    /^[A-Za-z]{2}$/.test(typed.value.jurisdiction.trim()) &&
    typed.value.number.trim() &&
    SIZES.every(([name]) => readable(name)) &&
    parsePounds(typed.value.gross_lb) &&
    typed.value.valid_from &&
    typed.value.valid_to &&
    /^\d*$/.test(typed.value.trips.trim()),
)
async function hold() {
  const { jurisdiction, number, gross_lb, valid_from, valid_to, trips, tractor, conditions } = typed.value
  busy.value = true
  const sizes = Object.fromEntries(
    SIZES.map(([name]) => [name, parseInches(typed.value[name]) ?? 0]),
  ) as Record<(typeof SIZES)[number][0], number>
  const answer = await ask<Schemas['HeldPermit']>(
    api.POST('/api/held-permits', {
      body: {
        key: newKey(),
        jurisdiction: jurisdiction.trim().toUpperCase(),
        number: number.trim(),
        ...sizes,
        gross_lb: parsePounds(gross_lb) ?? 0,
        valid_from,
        valid_to,
        trips: trips.trim() ? Number(trips) : null,
        tractor_id: tractor ? Number(tractor) : null,
        conditions: conditions.trim(),
      },
    }),
  )
  busy.value = false
  trouble.value = answer.problem
  if (answer.data) {
    typed.value = { ...EMPTY }
    open.value = false
    void load()
  }
}
async function end(why: string) {
  if (!ending.value) return
  busy.value = true
  const answer = await ask<Schemas['HeldPermit']>(
    api.POST('/api/held-permits/{id}/end', {
      params: { path: { id: ending.value.id } },
      body: { key: newKey(), why },
    }),
  )
  busy.value = false
  trouble.value = answer.problem
  if (answer.data) {
    ending.value = undefined
    void load()
  }
}
</script>

<template>
  <div class="stack">
    <section class="panel over" aria-label="Held by us">
      <div class="spread pad">
        <p class="quiet">
          Permits for a year or for some trips. A file that one covers uses it by itself, and applies for
          nothing in that state.
        </p>
        <v-btn v-if="clerk && !open" color="primary" @click="open = true">Hold a permit</v-btn>
      </div>
      <form v-if="open" class="form" @submit.prevent="hold">
        <v-text-field
          v-model="typed.jurisdiction"
          autofocus
          label="State, like MT"
          maxlength="2"
          :error-messages="at('jurisdiction')"
        /><v-text-field v-model="typed.number" label="Number" :error-messages="at('number')" />
        <size-field
          v-for="[name, label] in SIZES"
          :key="name"
          v-model="typed[name]"
          :label="label"
          :up-to="name === 'length_in' ? EITHER.along : EITHER.across"
          :error-messages="at(name)"
        /><v-text-field v-model="typed.gross_lb" label="Gross, lb" :error-messages="at('gross_lb')" />
        <day-field v-model="typed.valid_from" label="Good from" /><day-field
          v-model="typed.valid_to"
          label="to"
          :error-messages="at('valid_to')"
        /><v-text-field v-model="typed.trips" label="Trips, none for any" inputmode="numeric" />
        <v-select
          v-model="typed.tractor"
          label="Tractor, none for any"
          clearable
          :items="tractors"
        /><v-text-field v-model="typed.conditions" class="two" label="Conditions" />
        <v-alert v-if="trouble && !trouble.path" type="error" class="all">{{ trouble.message }}</v-alert>
        <div class="row justify-end all">
          <v-btn variant="text" @click="open = false">Leave it</v-btn
          ><v-btn type="submit" color="primary" :disabled="!ready" :loading="busy">Hold it</v-btn>
        </div>
      </form>
      <waiting v-slot="{ data }" :data="held" :problem="problem" :empty="held?.length === 0" @again="load">
        <table class="ledger">
          <thead>
            <tr>
              <th>State</th>
              <th>Number</th>
              <th>Tractor</th>
              <th>Up to</th>
              <th class="figure">Gross</th>
              <th>Good</th>
              <th class="figure">Used</th>
              <th><span class="sr-only">Act</span></th>
            </tr>
          </thead>
          <tbody>
            <tr v-for="one in data" :key="one.id">
              <td>{{ one.name }}</td>
              <td>{{ one.number }}</td>
              <td>{{ one.tractor ?? 'any' }}</td>
              <td>
                {{ showInches(one.width_in) }} wide, {{ showInches(one.height_in) }} high,
                {{ showInches(one.length_in) }} long
              </td>
              <td class="figure">{{ showPounds(one.gross_lb) }}</td>
              <td>{{ showDay(one.valid_from) }} to {{ showDay(one.valid_to) }}</td>
              <td class="figure">
                {{ one.used }}<template v-if="one.trips"> of {{ one.trips }}</template>
              </td>
              <td class="figure">
                <v-btn v-if="clerk" size="small" variant="text" @click="ending = one">End it</v-btn>
              </td>
            </tr>
          </tbody>
        </table>
      </waiting>
      <p v-if="held?.length === 0 && !open" class="pad quiet">None is held yet.</p>
    </section>
    <applicants-panel :may-change="clerk" />
    <reason-dialog
      :model-value="!!ending"
      :title="`End ${ending?.number}`"
      :busy="busy"
      :problem="trouble"
      @close="ending = undefined"
      @reason="end"
    />
  </div>
</template>

<style scoped>
.pad {
  padding: 0.7rem 0.9rem;
}
.over {
  overflow-x: auto;
}
.form {
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(10rem, 1fr));
  gap: 0.6rem 0.5rem;
  padding: 0 0.9rem 0.7rem;
}
.all {
  grid-column: 1 / -1;
}
.two {
  grid-column: span 2;
}
</style>
