<script setup lang="ts">
import { mdiClose, mdiDownload, mdiPlus } from '@mdi/js'
import { computed, ref } from 'vue'
import { api, ask, newKey, type Problem, type Schemas } from '@/shared/api'
import { useFetched } from '@/shared/fetched'
import { showDollars, showMiles, showMinutes } from '@/shared/measure'
import { showTime } from '@/shared/time'
import LookupField from '@/shared/typed/LookupField.vue'
import type { Found } from '@/shared/typed/useLookup'
import Waiting from '@/shared/Waiting.vue'
import RoadMap from './RoadMap.vue'

/** The way of a load: map, legs, states, and the points that a dispatcher bends it through. */
const { load, canBend } = defineProps<{ load: Schemas['Load']; canBend: boolean }>()
const emit = defineEmits<{ changed: [load: Schemas['Load']] }>()
type Part = Schemas['Way']['parts'][number]

const {
  data,
  problem,
  load: again,
} = useFetched(
  () => [load.id, load.version] as const,
  ([id]) => ask(api.GET('/api/loads/{id}/route', { params: { path: { id } } })),
  change => change.kind === 'load' && change.id === load.id,
)
const zone = computed(() => load.stops[0]?.zone ?? 'UTC')
const CLASSES: Record<string, string> = {
  interstate: 'Interstate',
  us: 'US highway',
  state: 'state road',
  local: 'streets',
}
const byClass = (minutes: Record<string, number> | undefined) =>
  Object.entries(minutes ?? {})
    .filter(([, time]) => time > 0)
    .map(([kind, time]) => `${showMinutes(time)} ${CLASSES[kind] ?? kind}`)
    .join(', ')
const trouble = ref<Problem>()
const busy = ref(false)
const opened = ref<number>()
const typed = ref('')
type Point = Found & Schemas['Spot']
const point = ref<Point | null>(null)
async function look(q: string): Promise<Point[]> {
  const { data: rows } = await ask(api.GET('/api/way-points', { params: { query: { q, load_id: load.id } } }))
  return (rows ?? []).map(({ name, detail, latitude, longitude }) => ({
    key: name,
    title: name,
    subtitle: detail,
    name,
    latitude,
    longitude,
  }))
}
const sums = computed(() => {
  const parts = data.value?.parts.filter(part => part.kind === 'loaded') ?? []
  const states = new Map<string, number>()
  for (const leg of parts.flatMap(part => part.legs))
    states.set(leg.state, (states.get(leg.state) ?? 0) + leg.miles)
  return {
    states: [...states].map(([state, miles]) => ({ state, miles: miles.toFixed(1) })),
    minutes: parts.reduce((sum, part) => sum + part.minutes, 0),
    tolls: (data.value?.parts ?? []).reduce((sum, part) => sum + Number(part.tolls), 0).toFixed(2),
  }
})
const changedBy = (part: Part) =>
  part.via.length && part.direct_miles ? Number(part.miles) - Number(part.direct_miles) : 0

async function bend(stopId: number, via: { latitude?: number; longitude?: number; name?: string }[]) {
  const way = data.value
  if (!way) return
  busy.value = true
  const body = { key: newKey(), stop_id: stopId, via }
  const answer = await ask(
    way.trip_id && way.trip_version != null
      ? api.POST('/api/trips/{id}/reroute', {
          params: { path: { id: way.trip_id } },
          body: { ...body, version: way.trip_version },
        })
      : api.POST('/api/loads/{id}/bend', {
          params: { path: { id: load.id } },
          body: { ...body, version: load.version },
        }),
  )
  busy.value = false
  trouble.value = answer.problem
  if (answer.data) {
    typed.value = ''
    point.value = null
    opened.value = undefined
    emit('changed', answer.data)
    await again()
  }
}
const add = (part: Part) => {
  const { name, latitude, longitude } = point.value ?? {}
  const added = point.value ? { name, latitude, longitude } : { name: typed.value.trim() }
  if (added.name && part.stop_id) void bend(part.stop_id, [...part.via, added as Schemas['Spot']])
}
const drop = (part: Part, i: number) => {
  if (part.stop_id)
    void bend(
      part.stop_id,
      part.via.filter((_, at) => at !== i),
    )
}
</script>

<template>
  <section class="panel" aria-label="Route">
    <waiting v-slot="{ data: way }" :data="data" :problem="problem" @again="again">
      <road-map :way="way" :stops="load.stops" :zone="zone" :bendable="canBend" @bend="bend" />
      <div class="pad">
        <div class="spread wrap">
          <h2>Route</h2>
          <span class="row small"
            ><a v-if="way.turns.length" :href="`/api/loads/${load.id}/route.gpx`" class="row"
              ><v-icon :icon="mdiDownload" size="small" />GPX</a
            ><a
              v-if="way.turns.length"
              :href="`/api/loads/${load.id}/route.geojson`"
              target="_blank"
              rel="noopener"
              >GeoJSON</a
            ></span
          >
        </div>
        <p v-if="way.truck" class="small">
          <strong>Truck:</strong> {{ way.truck.said }}, {{ showTime(way.truck.at, zone)
          }}<template v-if="way.truck.left_minutes">
            • {{ showMiles(String(way.truck.left_miles)) }} and {{ showMinutes(way.truck.left_minutes) }} of
            driving left: {{ byClass(way.truck.left_by_class) }} (driving only: no rest, no stop)</template
          >
        </p>
        <v-alert v-if="trouble" type="error" closable class="my-2" @click:close="trouble = undefined">{{
          trouble.message
        }}</v-alert>
        <ul v-if="way.restrictions.length" class="small barriers">
          <li v-for="(one, i) in way.restrictions" :key="i">
            <strong>{{ one.avoided ? 'Avoided' : 'Mind' }}:</strong> {{ one.near }} on {{ one.road }},
            {{ one.state }}, {{ one.said }}
            <span v-if="one.known_by !== 'published'" class="quiet"
              >(unsure: known from {{ one.known_by }})</span
            >
          </li>
        </ul>
        <ol class="parts">
          <li v-for="(part, i) in way.parts" :key="i">
            <div class="spread wrap">
              <button
                type="button"
                class="open"
                :aria-expanded="opened === i"
                @click="opened = opened === i ? undefined : i"
              >
                <span aria-hidden="true">{{ opened === i ? '▾' : '▸' }}</span>{{ ' ' }}
                <strong>{{ part.kind === 'deadhead' ? 'Empty' : 'Loaded' }}</strong> {{ part.from }} →
                {{ part.to }}
              </button>
              <span class="figure"
                >{{ showMiles(part.miles) }}<template v-if="part.estimated"> estimated</template> •
                {{ showMinutes(part.minutes)
                }}<template v-if="part.tolls !== '0.00'">
                  • tolls {{ showDollars(part.tolls) }}</template
                ></span
              >
            </div>
            <p v-if="part.via.length" class="small via">
              <span class="quiet">via</span>
              <v-chip v-for="(via, at) in part.via" :key="at" size="small" variant="outlined" label
                >{{ via.name ?? `${via.latitude}, ${via.longitude}`
                }}<v-btn
                  v-if="canBend"
                  :icon="mdiClose"
                  size="x-small"
                  variant="text"
                  density="compact"
                  :aria-label="`Take out ${via.name ?? 'this point'}`"
                  :disabled="busy"
                  @click="drop(part, at)"
              /></v-chip>
              <span v-if="changedBy(part)" class="quiet"
                >{{ changedBy(part) > 0 ? '+' : '' }}{{ changedBy(part).toFixed(1) }} mi by this</span
              >
            </p>
            <p v-if="part.unfit" class="small problem">
              For this size there is no such way: {{ part.unfit }} What is drawn is a usual truck’s.
            </p>
            <div v-if="opened === i" class="inner">
              <form v-if="canBend" class="row" @submit.prevent="add(part)">
                <lookup-field
                  v-model="point"
                  v-model:typed="typed"
                  label="Pass through"
                  :look="look"
                  ask="A place, a town, a state line (I-84 ID OR), a pass, a bridge, or 43.615, -116.202"
                  hint="or drag the line on the map"
                  :error="trouble?.path.startsWith('/via') ? trouble.message : undefined"
                />
                <v-btn
                  type="submit"
                  :prepend-icon="mdiPlus"
                  :loading="busy"
                  variant="tonal"
                  :disabled="!point && !typed.trim()"
                  >Add</v-btn
                >
              </form>
              <table v-if="part.legs.length" class="ledger">
                <thead>
                  <tr>
                    <th>Road</th>
                    <th>State</th>
                    <th>From</th>
                    <th>To</th>
                    <th class="figure">Miles</th>
                    <th class="figure">Driving</th>
                    <th class="figure">Toll</th>
                  </tr>
                </thead>
                <tbody>
                  <tr v-for="(leg, n) in part.legs" :key="n">
                    <td class="nowrap">
                      <strong>{{ leg.road }}</strong>
                    </td>
                    <td>{{ leg.state }}</td>
                    <td>{{ leg.from }}</td>
                    <td>{{ leg.to }}</td>
                    <td class="figure">{{ leg.miles.toFixed(1) }}</td>
                    <td class="figure">{{ showMinutes(leg.minutes) }}</td>
                    <td class="figure">{{ leg.toll === '0.00' ? '' : leg.toll }}</td>
                  </tr>
                </tbody>
              </table>
              <p v-else class="small quiet">No road of ours goes there: great circle × 1.2.</p>
            </div>
          </li>
        </ol>
        <p v-if="sums.states.length" class="small states">
          <span class="quiet">Loaded miles by state</span>{{ ' ' }}
          <span v-for="row in sums.states" :key="row.state" class="figure"
            ><strong>{{ row.state }}</strong> {{ row.miles }}</span
          ><span class="quiet">{{ showMinutes(sums.minutes) }} of driving</span
          ><span v-if="sums.tolls !== '0.00'" class="quiet">tolls {{ showDollars(sums.tolls) }}</span>
        </p>
        <details v-if="way.turns.length" class="small">
          <summary>Turn by turn</summary>
          <ol>
            <li v-for="(turn, i) in way.turns" :key="i">{{ turn.text }}</li>
          </ol>
        </details>
      </div>
    </waiting>
  </section>
</template>

<style scoped>
.pad {
  padding: 0.7rem 0.9rem;
}
.wrap {
  flex-wrap: wrap;
  row-gap: 0.1rem;
}
.barriers {
  margin: 0.4rem 0;
  padding-left: 1.1rem;
}
.parts {
  list-style: none;
  padding: 0;
  margin: 0.5rem 0;
}
.parts > li {
  padding: 0.3rem 0;
  border-top: 1px solid rgb(var(--v-theme-line));
}
.open {
  font: inherit;
  color: inherit;
  background: none;
  border: 0;
  padding: 0.15rem 0;
  cursor: pointer;
  text-align: left;
  min-height: 1.7rem;
}
.via {
  display: flex;
  flex-wrap: wrap;
  gap: 0.35rem;
  align-items: center;
  margin: 0.15rem 0 0.15rem 1rem;
}
.inner {
  padding: 0.3rem 0 0.5rem;
}
.inner form {
  margin-bottom: 0.5rem;
  align-items: start;
  max-width: 34rem;
}
.states {
  display: flex;
  flex-wrap: wrap;
  gap: 0.2rem 0.9rem;
  margin: 0.3rem 0;
}
.nowrap {
  white-space: nowrap;
}
summary {
  cursor: pointer;
  padding: 0.2rem 0;
}
details ol {
  padding-left: 1.3rem;
  margin: 0.2rem 0;
}
</style>
