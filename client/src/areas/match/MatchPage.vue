<script setup lang="ts">
import { computed, ref, watch } from 'vue'
import { useRoute, useRouter } from 'vue-router'
import { sayMinutes } from '@/areas/hours/words'
import { api, ask, type Schemas } from '@/shared/api'
import { NOTHING, useFetched } from '@/shared/fetched'
import { useKeys } from '@/shared/keys'
import { showDollars } from '@/shared/measure'
import { useSession } from '@/shared/session'
import { showTime } from '@/shared/time'
import ViewTabs from '@/shared/ViewTabs.vue'
import Waiting from '@/shared/Waiting.vue'
import { EVERYTHING, seesCrew, seesLoad } from './boardView'
import BoardFilter from './BoardFilter.vue'
import FitCard from './FitCard.vue'
import FitList from './FitList.vue'
import ProposalView from './ProposalView.vue'
import WhereView from './WhereView.vue'
import { useGive } from './useGive'
import { keyOf, TRAILER } from './words'

/** Which crew takes which load: from a load all crews, from a crew all loads, both ranked; a plan for the fleet; who could be where. */
const MOST_COMPARED = 3
const VIEWS = [
  ['loads', 'Loads'],
  ['crews', 'Crews'],
  ['proposal', 'Proposal'],
  ['where', 'Who could be where'],
] as const
type View = (typeof VIEWS)[number][0]
const route = useRoute()
const router = useRouter()
const session = useSession()
const mayGive = session.has('dispatcher')
const view = computed<View>(
  () =>
    VIEWS.map(([name]) => name).find(name => name === route.query.view) ??
    (route.query.crew ? 'crews' : 'loads'),
)
const side = computed(() => (view.value === 'crews' ? 'crew' : 'load'))

const concerns = (change: { kind: string }) => ['load', 'driver', 'hours', 'desk'].includes(change.kind)
const {
  data: loads,
  problem: loadsProblem,
  load: loadLoads,
} = useFetched(view, () => ask(api.GET('/api/match/loads')), concerns)
const {
  data: crews,
  problem: crewsProblem,
  load: loadCrews,
} = useFetched(view, async now => (now === 'crews' ? ask(api.GET('/api/match/crews')) : NOTHING), concerns)
const wish = ref({ ...EVERYTHING })
watch(side, () => {
  wish.value = { ...EVERYTHING }
})
const shownLoads = computed(() => (loads.value ?? []).filter(load => seesLoad(wish.value, load)))
const shownCrews = computed(() => (crews.value ?? []).filter(crew => seesCrew(wish.value, crew)))
const ids = computed(() => (side.value === 'load' ? shownLoads.value : shownCrews.value).map(({ id }) => id))
const picked = computed(
  () => Number((side.value === 'load' ? route.query.load : route.query.crew) ?? 0) || ids.value[0],
)
const pick = (id: number) => {
  gave.value = undefined
  return router.replace({ query: { view: view.value, [side.value]: id } })
}

const {
  data: ranking,
  problem: rankingProblem,
  load: rank,
} = useFetched(
  () => [side.value, picked.value] as const,
  async ([of, id]) => {
    if (!id) return NOTHING
    return of === 'load'
      ? ask(api.GET('/api/match/loads/{id}', { params: { path: { id } } }))
      : ask(api.GET('/api/match/crews/{id}', { params: { path: { id } } }))
  },
  concerns,
)
const rows = computed(() =>
  (ranking.value?.rows ?? []).filter(
    fit => (side.value === 'load' ? fit.load.id : fit.crew.id) === picked.value,
  ),
)
const chosenKey = ref<string>()
const chosen = computed(() => rows.value.find(fit => keyOf(fit) === chosenKey.value) ?? rows.value[0])
const compared = ref<string[]>([])
watch(picked, () => {
  compared.value = []
  chosenKey.value = undefined
  problem.value = undefined
})
function compare(key: string) {
  compared.value = compared.value.includes(key)
    ? compared.value.filter(one => one !== key)
    : [...compared.value, key].slice(-MOST_COMPARED)
}
const inFull = computed(() => {
  if (compared.value.length) return rows.value.filter(fit => compared.value.includes(keyOf(fit)))
  return chosen.value ? [chosen.value] : []
})
const { data: full } = useFetched(
  () => inFull.value.map(fit => ({ load: fit.load.id, crew: fit.crew.id, trip: fit.joins?.trip_id })),
  async pairs => {
    const loadIds = [...new Set(pairs.map(({ load }) => load))]
    const answers = await Promise.all(
      loadIds.map(load =>
        ask<Schemas['ComparedFit'][]>(
          api.GET('/api/match/compare', {
            params: {
              query: {
                load_id: load,
                drivers: pairs
                  .filter(pair => pair.load === load)
                  .map(({ crew, trip }) => (trip ? `${crew}@${trip}` : crew))
                  .join(','),
              },
            },
          }),
        ),
      ),
    )
    return { data: answers.flatMap(({ data }) => data ?? []), problem: undefined }
  },
)
const span = computed(() =>
  (full.value ?? []).flatMap(fit =>
    [...fit.recorded, ...fit.planned].flatMap(({ from, to }) => [Date.parse(from), Date.parse(to)]),
  ),
)

/** The load given last; stays until somebody picks another, for the given one leaves the list and the next moves up by itself. */
const gave = ref<Schemas['OpenLoad']>()
const { give, busy, problem } = useGive(load => {
  gave.value = load
  void loadLoads()
  void rank()
})

const step = (list: readonly (string | number)[], now: string | number | undefined, by: number) =>
  list[Math.min(Math.max(list.indexOf(now ?? '') + by, 0), list.length - 1)]
const move = (by: number) => {
  const key = step(rows.value.map(keyOf), chosen.value && keyOf(chosen.value), by)
  if (typeof key === 'string') chosenKey.value = key
}
const leaf = (by: number) => {
  const id = step(ids.value, picked.value, by)
  if (typeof id === 'number') void pick(id)
}
useKeys([
  { key: 'j', label: 'Next in the ranking', run: () => move(1) },
  { key: 'k', label: 'Before in the ranking', run: () => move(-1) },
  { key: 'n', label: 'Next load or crew', run: () => leaf(1) },
  { key: 'p', label: 'Load or crew before', run: () => leaf(-1) },
  {
    key: 'x',
    label: 'Compare',
    run: () => {
      if (chosen.value) compare(keyOf(chosen.value))
    },
  },
  {
    key: 'Enter',
    label: 'Give the load',
    run: () => {
      if (mayGive.value && chosen.value && chosen.value.verdict !== 'blocked') void give(chosen.value, '')
    },
  },
])
</script>

<template>
  <div class="stack">
    <view-tabs :views="VIEWS" :view="view" @choose="name => router.replace({ query: { view: name } })"
      ><template #loads
        ><template v-if="loads"> ({{ loads.length }})</template></template
      ></view-tabs
    >
    <proposal-view v-if="view === 'proposal'" :may-give="mayGive" />
    <where-view v-else-if="view === 'where'" :may-give="mayGive" />
    <div v-else class="board">
      <section class="panel side" :aria-label="side === 'load' ? 'Open loads' : 'Crews'">
        <board-filter v-model="wish" :side="side" :loads="loads ?? []" :crews="crews ?? []" />
        <waiting
          v-if="side === 'load'"
          :data="loads"
          :problem="loadsProblem"
          :empty="!shownLoads.length"
          @again="loadLoads"
        >
          <template #empty>{{
            loads?.length ? 'No open load meets this.' : 'Every load has a crew.'
          }}</template>
          <ul class="things">
            <li v-for="one in shownLoads" :key="one.id">
              <button type="button" :aria-current="one.id === picked" @click="pick(one.id)">
                <span class="spread"
                  ><strong class="clip">{{ one.origin }} → {{ one.destination }}</strong
                  ><span class="figure">{{ showDollars(one.total) }}</span></span
                >
                <span class="spread small"
                  ><span>{{
                    one.pickup_at ? showTime(one.pickup_at, one.pickup_zone ?? 'UTC') : 'no time yet'
                  }}</span
                  ><span class="quiet">{{
                    one.trailer_kind ? TRAILER[one.trailer_kind] : 'any trailer'
                  }}</span></span
                >
                <span class="small quiet clip"
                  >{{ one.number }} • {{ one.customer
                  }}<template v-if="one.what"> • {{ one.what }}</template></span
                >
              </button>
            </li>
          </ul>
        </waiting>
        <waiting v-else :data="crews" :problem="crewsProblem" :empty="!shownCrews.length" @again="loadCrews">
          <template #empty>{{
            crews?.length ? 'No crew meets this.' : 'There are no drivers yet.'
          }}</template>
          <ul class="things">
            <li v-for="one in shownCrews" :key="one.id">
              <button type="button" :aria-current="one.id === picked" @click="pick(one.id)">
                <span class="spread"
                  ><strong class="clip">{{ one.name }}</strong
                  ><span class="figure" title="Driving until the next long rest, when free">{{
                    sayMinutes(one.left_minutes)
                  }}</span></span
                >
                <span class="spread small"
                  ><span class="clip">{{ one.place }}</span
                  ><span>{{ one.idle ? 'free now' : showTime(one.free_at, one.zone) }}</span></span
                >
                <span class="small quiet clip">{{
                  one.trouble ??
                  `${one.after_load ? `after ${one.after_load} • ` : ''}${one.tractor ?? 'no tractor'} ${one.trailer ?? ''} • ${one.terminal}`
                }}</span>
              </button>
            </li>
          </ul>
        </waiting>
      </section>
      <section class="panel middle" aria-label="Ranking">
        <p v-if="gave" class="pad given" role="status">
          <span>{{ gave.number }} is given.</span>{{ ' ' }}
          <router-link :to="`/freight/${gave.id}`">Send it to the driver</router-link>
        </p>
        <waiting
          :data="ids.length ? ranking : []"
          :problem="rankingProblem"
          :empty="!rows.length"
          @again="rank"
          ><template #empty>{{
            ids.length ? 'This load has a crew by now: take the next one.' : 'Nothing to match.'
          }}</template
          ><fit-list
            :rows="rows"
            :side="side"
            :chosen="chosen && keyOf(chosen)"
            :compared="compared"
            @choose="chosenKey = $event"
            @compare="compare"
        /></waiting>
      </section>
      <div class="cards stack">
        <fit-card
          v-for="fit in full ?? []"
          :key="keyOf(fit)"
          :fit="fit"
          :span="span"
          :may-give="mayGive"
          :busy="busy"
          :problem="inFull.length === 1 ? problem : undefined"
          @give="give(fit, $event)"
        />
      </div>
    </div>
  </div>
</template>

<style scoped>
.board {
  display: grid;
  grid-template-columns: 19.5rem minmax(0, 1fr) 24.5rem;
  gap: 0.75rem;
  align-items: start;
}
.side,
.middle {
  min-width: 0;
}
.side {
  display: flex;
  flex-direction: column;
  max-height: calc(100vh - 118px);
}
.things {
  list-style: none;
  margin: 0;
  padding: 0;
  overflow-y: auto;
  min-height: 0;
}
.things button {
  display: grid;
  grid-template-columns: minmax(0, 1fr);
  gap: 0.05rem;
  width: 100%;
  text-align: left;
  font: inherit;
  color: inherit;
  background: none;
  border: 0;
  border-bottom: 1px solid rgb(var(--v-theme-line), 0.7);
  padding: 0.4rem 0.7rem;
  cursor: pointer;
}
.things button:hover {
  background: rgb(var(--v-theme-surface-variant), 0.5);
}
.things button[aria-current='true'] {
  background: rgb(var(--v-theme-surface-variant));
  box-shadow: inset 3px 0 rgb(var(--v-theme-primary));
}
.things button:focus-visible {
  outline-offset: -2px;
}
.cards {
  overflow-y: auto;
  max-height: calc(100vh - 118px);
}
.pad {
  padding: 0.6rem 0.85rem;
}
.given {
  border-bottom: 1px solid rgb(var(--v-theme-line));
}
@media (max-width: 1100px) {
  .board {
    grid-template-columns: 17rem minmax(0, 1fr);
  }
  .cards {
    grid-column: 1 / -1;
    max-height: none;
  }
}
@media (max-width: 700px) {
  .board {
    grid-template-columns: minmax(0, 1fr);
  }
  .side {
    max-height: none;
  }
  .things {
    max-height: 38vh;
  }
}
</style>
