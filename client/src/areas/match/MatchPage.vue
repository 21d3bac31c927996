<script setup lang="ts">
import { computed, ref, watch } from 'vue'
import { useRoute, useRouter } from 'vue-router'
import { api, ask, type Schemas } from '@/shared/api'
import { NOTHING, useFetched } from '@/shared/fetched'
import { useKeys } from '@/shared/keys'
import { useSession } from '@/shared/session'
import ViewTabs from '@/shared/ViewTabs.vue'
import Waiting from '@/shared/Waiting.vue'
import { EVERYTHING, seesCrew, seesLoad } from './boardView'
import FitCard from './FitCard.vue'
import FitList from './FitList.vue'
import LoadPartners from '@/areas/partners/LoadPartners.vue'
import MatchSide from './MatchSide.vue'
import ProposalView from './ProposalView.vue'
import WhereView from './WhereView.vue'
import { useGive } from './useGive'
import { useRanking } from './useRanking'
import { keyOf } from './words'

/**
 * Which crew takes which load: from a load all crews, from a crew all loads, both ranked; a plan for the fleet;
 * who could be where.
 */
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

const { rows, chosen, chosenKey, compared, compare, inFull, full, span, rankingProblem, rank, ranking } =
  useRanking(side, picked, concerns)
watch(picked, () => {
  problem.value = undefined
})
const again = () => (side.value === 'load' ? loadLoads() : loadCrews())

/**
 * The load given last; stays until somebody picks another, for the given one leaves the list and the next moves
 * up by itself.
 */
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
    asks: () =>
      chosen.value
        ? `Give ${chosen.value.load.number} to ${chosen.value.crew.name}?`
        : 'No crew is chosen. Go on?',
    run: () => {
      if (mayGive.value && chosen.value && chosen.value.verdict !== 'blocked') void give(chosen.value, '')
    },
  },
])
</script>

<template>
  <div class="stack">
    <h1 class="sr-only">Match: {{ VIEWS.find(([name]) => name === view)?.[1] }}</h1>
    <view-tabs :views="VIEWS" :view="view" @choose="name => router.replace({ query: { view: name } })"
      ><template #loads
        ><template v-if="loads"> ({{ loads.length }})</template></template
      ></view-tabs
    >
    <proposal-view v-if="view === 'proposal'" :may-give="mayGive" />
    <where-view v-else-if="view === 'where'" :may-give="mayGive" />
    <div v-else class="board">
      <match-side
        v-model:wish="wish"
        :side="side"
        :loads="loads"
        :crews="crews"
        :loads-problem="loadsProblem"
        :crews-problem="crewsProblem"
        :shown-loads="shownLoads"
        :shown-crews="shownCrews"
        :picked="picked"
        @pick="pick"
        @again="again"
      />
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
        <load-partners v-if="side === 'load' && picked && mayGive" :load-id="picked" />
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
.middle {
  min-width: 0;
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
}
</style>
