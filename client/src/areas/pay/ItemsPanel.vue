<script setup lang="ts">
import { computed, ref } from 'vue'
import { api, ask, type Problem, type Schemas } from '@/shared/api'
import ReasonDialog from '@/areas/freight/ReasonDialog.vue'
import { useFetched } from '@/shared/fetched'
import { showDollars, showMiles } from '@/shared/measure'
import { showDay } from '@/shared/time'
import { parseDayNear } from '@/shared/typed/days'
import { useQuery } from '@/shared/useQuery'
import { REASON } from './words'

const LOAD_STATE: Record<string, string> = {
  delivered: 'Delivered',
  papers_in: 'Papers in',
  billed: 'Invoiced',
  closed: 'Paid',
}

/** Pay items of the period: what each trip earns whom, what it waits for, what is unusual; approved, held, released, one or many. */
const {
  id,
  run,
  settles,
  busy,
  problem = undefined,
  left = [],
} = defineProps<{
  id: number
  run: Schemas['PayRun']
  settles: boolean
  busy: boolean
  problem?: Problem | undefined
  /** What could not be approved with the others, and why. */
  left?: string[]
}>()
const emit = defineEmits<{
  act: [input: { ids: number[]; act: 'approve' | 'hold' | 'release'; why?: string }]
}>()
const SHOWS = [
  { value: 'waiting', title: 'Waiting' },
  { value: 'unusual', title: 'Unusual' },
  { value: 'all', title: 'All' },
]
// In the address: Back from a load brings the list as it was.
const show = useQuery<'waiting' | 'unusual' | 'all'>('items', 'waiting')
const find = useQuery('find', '')
const terminal = useQuery('terminal', null)
const loadState = useQuery('load', null)
const period = useQuery<'this' | 'earlier'>('period', null)
const from = useQuery('from', '')
const to = useQuery('to', '')
const days = computed(() => [from.value, to.value].map(text => parseDayNear(text ?? '', run.from)))
const PERIODS = [
  { value: 'this', title: 'Of this period' },
  { value: 'earlier', title: 'Of earlier ones' },
]
// All are fetched only when somebody looks at them.
const { data: all } = useFetched(
  () => [show.value === 'all', run.net, run.held.length] as const,
  async ([wanted]) =>
    wanted
      ? ask<Schemas['PayItem'][]>(api.GET('/api/pay-runs/{id}/items', { params: { path: { id } } }))
      : { data: [], problem: undefined },
)
const terminals = computed(() =>
  [
    ...new Set(
      [...run.held, ...(run.unusual ?? []), ...(all.value ?? [])].flatMap(({ terminal: name }) => name ?? []),
    ),
  ].sort(),
)
const loadStates = computed(() =>
  [
    ...new Set(
      [...run.held, ...(run.unusual ?? []), ...(all.value ?? [])].flatMap(
        ({ load_status }) => load_status ?? [],
      ),
    ),
  ].map(value => ({ value, title: LOAD_STATE[value] ?? value })),
)
const chosen = ref<number[]>([])
const holding = ref(false)
const rows = computed(() => {
  const [first, last] = days.value
  const list = {
    waiting: run.held,
    unusual: [...run.held, ...(run.unusual ?? [])].filter(({ unusual }) => unusual.length),
    all: all.value ?? [],
  }[show.value ?? 'waiting']
  const text = (find.value ?? '').trim().toLowerCase()
  return list
    .filter(
      one =>
        (!terminal.value || one.terminal === terminal.value) &&
        (!loadState.value || one.load_status === loadState.value) &&
        (!first || (one.completed_on ?? '') >= first) &&
        (!last || (one.completed_on ?? '') <= last) &&
        (!period.value || (one.completed_on ?? '') < run.from === (period.value === 'earlier')),
    )
    .filter(
      one =>
        !text ||
        [one.driver, one.trip, one.terminal, REASON[one.reason ?? '']].some(part =>
          part?.toLowerCase().includes(text),
        ),
    )
})
/** All that match are chosen together; so many of them are drawn. */
const DRAWN = 300
const drawn = computed(() => rows.value.slice(0, DRAWN))
const ids = computed(() => rows.value.flatMap(one => (one.id && chosen.value.includes(one.id) ? one.id : [])))
const every = computed(() => rows.value.length > 0 && ids.value.length === rows.value.length)
const toggle = (one?: number) => {
  if (one)
    chosen.value = chosen.value.includes(one)
      ? chosen.value.filter(other => other !== one)
      : [...chosen.value, one]
}
const all_ = () => {
  chosen.value = every.value ? [] : rows.value.flatMap(one => one.id ?? [])
}
function act(what: 'approve' | 'hold' | 'release', why?: string, these = ids.value) {
  emit('act', { ids: these, act: what, ...(why ? { why } : {}) })
  chosen.value = []
  holding.value = false
}
</script>

<template>
  <section class="panel scroll" aria-label="Pay items">
    <div class="head row wrap">
      <h2>
        Pay items <span class="quiet">{{ run.items }}</span>
      </h2>
      <v-select v-model="show" class="show" label="Show" :items="SHOWS" /><v-text-field
        v-model="find"
        class="find"
        label="Driver or trip"
        clearable
      /><v-select v-model="terminal" class="pick" clearable label="Terminal" :items="terminals" /><v-select
        v-model="loadState"
        class="pick"
        clearable
        label="Load is"
        :items="loadStates"
      /><v-select v-model="period" class="pick" clearable label="Period" :items="PERIODS" />
      <v-text-field
        v-model="from"
        class="day"
        label="Done from"
        :error-messages="from && !days[0] ? 'A day: 11/22' : undefined"
      /><v-text-field
        v-model="to"
        class="day"
        label="Done to"
        :error-messages="to && !days[1] ? 'A day: 11/28' : undefined"
      />
      <template v-if="settles && ids.length"
        ><v-btn size="small" color="primary" :loading="busy" @click="act('approve')"
          >Approve {{ ids.length }}</v-btn
        ><v-btn size="small" variant="tonal" @click="holding = true">Hold</v-btn
        ><v-btn size="small" variant="text" @click="act('release')">As before</v-btn></template
      >
    </div>
    <ul v-if="left.length" class="left" role="status">
      <li v-for="text in left" :key="text">Not approved: {{ text }}</li>
    </ul>
    <p v-if="!rows.length" class="pad quiet">
      {{
        show === 'waiting'
          ? 'Nothing waits: every item of the period is on a statement.'
          : show === 'unusual'
            ? 'Nothing is unusual.'
            : 'No item is like that.'
      }}
    </p>
    <table v-else class="ledger">
      <thead>
        <tr>
          <th>
            <input v-if="settles" type="checkbox" :checked="every" aria-label="All of these" @change="all_" />
          </th>
          <th>Driver</th>
          <th>Trip</th>
          <th>Day</th>
          <th v-if="show === 'all'" class="figure">Miles</th>
          <th class="figure">Earns</th>
          <th>Waits for</th>
          <th v-if="settles"><span class="sr-only">Do</span></th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="one in drawn" :key="`${one.trip} ${one.driver}`">
          <td class="tick">
            <input
              v-if="settles"
              type="checkbox"
              :checked="!!one.id && chosen.includes(one.id)"
              :aria-label="`${one.driver}, ${one.trip}`"
              @change="toggle(one.id)"
            />
          </td>
          <td>
            {{ one.driver }} <span v-if="one.terminal" class="quiet small">{{ one.terminal }}</span>
          </td>
          <td>
            <router-link v-if="one.load_id" :to="`/freight/${one.load_id}`">{{ one.trip }}</router-link><span
              v-else
              >{{ one.trip }}</span
            >
          </td>
          <td>{{ one.completed_on ? showDay(one.completed_on) : '' }}</td>
          <td v-if="show === 'all'" class="figure">{{ showMiles(one.miles) }}</td>
          <td class="figure">{{ showDollars(one.amount) }}</td>
          <td>
            <strong v-if="one.reason"
              >{{ REASON[one.reason] }}<template v-if="one.why">: {{ one.why }}</template></strong
            ><span v-else class="quiet"
              >on its statement<template v-if="one.approved_by"
                >, approved by {{ one.approved_by }}</template
              ></span
            >
            <ul v-if="one.unusual.length" class="odd small">
              <li v-for="text in one.unusual" :key="text">{{ text }}</li>
            </ul>
          </td>
          <td v-if="settles" class="do">
            <v-btn
              v-if="one.id && one.may_approve"
              size="small"
              variant="text"
              :disabled="busy"
              :aria-label="`Approve ${one.trip}, ${one.driver}`"
              @click="act('approve', undefined, [one.id])"
              >Approve</v-btn
            >
          </td>
        </tr>
      </tbody>
    </table>
    <p v-if="rows.length > drawn.length" class="pad quiet" role="status">
      {{ drawn.length }} of {{ rows.length.toLocaleString('en-US') }} are shown; the tick above takes all of
      them.
    </p>
    <reason-dialog
      :model-value="holding"
      :title="`Hold ${ids.length === 1 ? 'it' : `these ${ids.length}`}`"
      :busy="busy"
      :problem="problem"
      @close="holding = false"
      @reason="why => act('hold', why)"
    />
  </section>
</template>

<style scoped>
.scroll {
  overflow-x: auto;
}
.pad {
  padding: 0.2rem 0.9rem 0.8rem;
}
.head {
  padding: 0.6rem 0.9rem;
  gap: 0.6rem;
  align-items: center;
}
.wrap {
  flex-wrap: wrap;
}
.show {
  flex: 0 0 9rem;
}
.find {
  flex: 0 1 12rem;
}
.pick {
  flex: 0 1 9rem;
}
.tick input,
th input {
  width: 20px;
  height: 20px;
}
.left {
  margin: 0 0.9rem 0.6rem;
  padding: 0.2rem 0 0.2rem 1.4rem;
  border-left: 4px solid rgb(var(--v-theme-tight));
}
.day {
  flex: 0 1 8rem;
}
.do {
  white-space: nowrap;
}
.odd {
  padding-left: 1.1rem;
  color: rgb(var(--v-theme-late));
}
</style>
