<script setup lang="ts">
import { computed, ref } from 'vue'
import { api, ask, type Schemas } from '@/shared/api'
import { useFetched } from '@/shared/fetched'
import { showTime } from '@/shared/time'
import { useQuery } from '@/shared/useQuery'
import Waiting from '@/shared/Waiting.vue'

/** The working week by day, and by crew or vehicle: what starts, moves, is delivered. To look at, and to print. */
const from = ref<string>()
type By = 'driver' | 'tractor' | 'trailer'
const by = useQuery<By>('by', 'driver')
const BY = [
  { value: 'driver', title: 'By driver' },
  { value: 'tractor', title: 'By tractor' },
  { value: 'trailer', title: 'By trailer' },
]
const { data, problem, load } = useFetched(
  () => [from.value, by.value] as const,
  ([day, kind]) =>
    ask(
      api.GET('/api/road/week', {
        params: { query: { ...(day ? { from: day } : {}), ...(kind ? { by: kind } : {}) } },
      }),
    ),
  change => ['load', 'trip'].includes(change.kind),
)
const WHAT = { starts: '▲', moves: '→', delivers: '▼', ends: '■' } as const
const WORD = { starts: 'loads', moves: 'goes on', delivers: 'delivers', ends: 'ends' } as const
type Entry = Schemas['RoadWeek']['crews'][number]['days'][number][number]
/** What happened with its own time, then what was agreed; what is to come with that alone. */
function said(entry: Entry): string {
  const at = (time: string | null) => (time ? showTime(time, entry.zone ?? 'UTC') : '')
  const did = { done: 'done', there: 'there since', to_come: 'to come' }[entry.standing]
  return [
    `${WORD[entry.what]} ${entry.text}`,
    entry.load,
    `${did} ${at(entry.at)}`.trim(),
    entry.agreed_at && entry.standing !== 'to_come' && `agreed ${at(entry.agreed_at)}`,
  ]
    .filter(Boolean)
    .join(', ')
}
const shift = (days: number) => {
  if (data.value)
    from.value = new Date(Date.parse(`${data.value.from}T12:00:00Z`) + days * 86400000)
      .toISOString()
      .slice(0, 10)
}
const dayName = (day: string) =>
  new Date(`${day}T12:00:00Z`).toLocaleDateString('en-US', {
    timeZone: 'UTC',
    weekday: 'short',
    month: 'numeric',
    day: 'numeric',
  })
const title = computed(() => (data.value ? `Week of ${dayName(data.value.from)}` : ''))
const print = () => window.print()
</script>

<template>
  <section class="panel week" aria-label="The week">
    <header class="spread">
      <h2>{{ title }}</h2>
      <span class="row noprint"
        ><v-select v-model="by" class="by" label="Show" :items="BY" /><v-btn
          size="small"
          variant="text"
          @click="shift(-7)"
          >Week before</v-btn
        ><v-btn size="small" variant="text" @click="shift(7)">Week after</v-btn
        ><v-btn size="small" variant="tonal" @click="print">Print</v-btn></span
      >
    </header>
    <waiting v-slot="{ data: week }" :data="data" :problem="problem" @again="load">
      <p v-if="!week.crews.length" class="quiet pa-4">Nobody has work this week.</p>
      <div v-else class="scroll">
        <table class="ledger">
          <thead>
            <tr>
              <th>{{ by === 'driver' ? 'Crew' : 'Unit' }}</th>
              <th v-for="day in week.days" :key="day">{{ dayName(day) }}</th>
            </tr>
          </thead>
          <tbody>
            <tr v-for="crew in week.crews" :key="crew.id">
              <th scope="row">
                {{ crew.name }}<br /><span class="small quiet">{{ crew.terminal }}</span>
              </th>
              <td v-for="(entries, i) in crew.days" :key="i">
                <div
                  v-for="(entry, j) in entries"
                  :key="j"
                  class="entry small"
                  :class="{ done: entry.done, there: entry.standing === 'there', moving: !entry.at }"
                  :title="said(entry)"
                >
                  <span aria-hidden="true">{{ WHAT[entry.what] }}</span>{{ ' ' }}
                  <span class="sr-only">{{ WORD[entry.what] }}</span><router-link
                    v-if="entry.load_id"
                    :to="`/freight/${entry.load_id}`"
                    >{{ entry.text.split(',')[0] }}</router-link
                  ><span v-else>{{ entry.text.split(',')[0] }}</span
                  ><span v-if="entry.at" class="quiet at"
                    ><template v-if="entry.done">✓ </template
                    >{{ showTime(entry.at, entry.zone ?? 'UTC', { day: false, letters: false }) }}</span
                  >
                </div>
              </td>
            </tr>
          </tbody>
        </table>
      </div>
    </waiting>
  </section>
</template>

<style scoped>
.week {
  padding: 0.6rem 0.85rem;
}
.by {
  flex: 0 0 9rem;
}
.there {
  font-weight: 600;
}
.scroll {
  max-height: calc(100vh - 170px);
  overflow-y: auto;
}
table {
  table-layout: fixed;
}
th[scope='row'] {
  color: inherit;
  white-space: normal;
}
thead th {
  position: sticky;
  top: 0;
  background: rgb(var(--v-theme-surface));
  z-index: 1;
}
thead th:first-child {
  width: 10rem;
}
table.ledger td {
  padding: 0.3rem 0.35rem;
}
.entry {
  white-space: nowrap;
  overflow: hidden;
  text-overflow: ellipsis;
}
.done > :first-child {
  opacity: 0.5;
}
.at {
  margin-left: 0.35rem;
}
.moving {
  color: rgb(var(--v-theme-quiet));
}
@media print {
  .noprint {
    display: none;
  }
  .scroll {
    max-height: none;
    overflow: visible;
  }
  .entry {
    white-space: normal;
  }
}
</style>
