<script setup lang="ts">
import { computed, ref } from 'vue'
import { useRoute, useRouter } from 'vue-router'
import MatchSide from '@/areas/match/MatchSide.vue'
import { EVERYTHING, seesCrew } from '@/areas/match/boardView'
import { api, ask } from '@/shared/api'
import { useFetched } from '@/shared/fetched'
import { useKeys } from '@/shared/keys'
import { useSession } from '@/shared/session'
import ViewTabs from '@/shared/ViewTabs.vue'
import AroundView from './AroundView.vue'
import ChainsView from './ChainsView.vue'
import FindsView from './FindsView.vue'
import OffersView from './OffersView.vue'
import SupplyView from './SupplyView.vue'
import WatchesView from './WatchesView.vue'
import { NO_WISH, type Wish } from './useFinds'

/** Posted freight for own trucks: finds for one, chains that bring it somewhere, and our offers. */
const VIEWS = [
  ['finds', 'Finds'],
  ['around', 'Around a place'],
  ['watches', 'Watches'],
  ['chains', 'Chains'],
  ['offers', 'Offers'],
  ['supply', 'Supply and demand'],
] as const
type View = (typeof VIEWS)[number][0]
const route = useRoute()
const router = useRouter()
const session = useSession()
const mayOffer = session.has('dispatcher')
const view = computed<View>(
  () => VIEWS.map(([name]) => name).find(name => name === route.query.view) ?? 'finds',
)
const {
  data: crews,
  problem: crewsProblem,
  load: loadCrews,
} = useFetched(
  () => 0,
  () => ask(api.GET('/api/match/crews')),
  change => ['load', 'driver', 'hours', 'desk'].includes(change.kind),
)
const side = ref({ ...EVERYTHING })
const shownCrews = computed(() => (crews.value ?? []).filter(crew => seesCrew(side.value, crew)))
const picked = computed(() => Number(route.query.crew ?? 0) || shownCrews.value[0]?.id)
const crew = computed(() => crews.value?.find(({ id }) => id === picked.value))
const go = (query: Record<string, string | number | undefined>) =>
  router.replace({ query: { ...route.query, ...query } })

/** Kept from one view to the next; each has its own. */
const wish = ref<Wish>({ ...NO_WISH })
const aroundWish = ref<Wish>({ ...NO_WISH })
const posting = computed({
  get: () => Number(route.query.posting ?? 0) || undefined,
  set: id => void go({ posting: id }),
})
const look = (postingId: number, driverId = picked.value ?? 0) =>
  void go({ view: 'finds', crew: driverId, posting: postingId })
const pick = (id: number) => void go({ crew: id, posting: undefined })
/** A posted truck turned back into a search. */
const lookFrom = (driverId: number, to: string) => {
  wish.value = { ...wish.value, to }
  void go({ view: 'finds', crew: driverId })
}
const leaf = (by: number) => {
  const at = shownCrews.value.findIndex(({ id }) => id === picked.value)
  const next = shownCrews.value[Math.min(Math.max(at + by, 0), shownCrews.value.length - 1)]
  if (next) pick(next.id)
}
useKeys([
  { key: 'n', label: 'Next truck', run: () => leaf(1) },
  { key: 'p', label: 'Truck before', run: () => leaf(-1) },
])
</script>

<template>
  <div class="stack">
    <h1 class="sr-only">Market: {{ VIEWS.find(([name]) => name === view)?.[1] }}</h1>
    <view-tabs :views="VIEWS" :view="view" @choose="name => go({ view: name, posting: undefined })" />
    <offers-view v-if="view === 'offers'" :may-offer="mayOffer" />
    <watches-view v-else-if="view === 'watches'" :may-watch="mayOffer" @look="look" />
    <around-view v-else-if="view === 'around'" v-model:wish="aroundWish" :may-act="mayOffer" @look="look" />
    <supply-view
      v-else-if="view === 'supply'"
      :may-post="mayOffer"
      :kind="crew?.trailer_kind"
      @look="lookFrom"
    />
    <div v-else class="board" :class="{ wide: view === 'chains' }">
      <match-side
        v-model:wish="side"
        side="crew"
        :loads="undefined"
        :crews="crews"
        :loads-problem="undefined"
        :crews-problem="crewsProblem"
        :shown-loads="[]"
        :shown-crews="shownCrews"
        :picked="picked"
        @pick="pick"
        @again="loadCrews"
      />
      <chains-view v-if="view === 'chains' && crew" :driver="crew" @look="look" />
      <finds-view
        v-else-if="view === 'finds'"
        v-model:wish="wish"
        v-model:posting="posting"
        :crew="crew"
        :may-offer="mayOffer"
        @begun="go({ view: 'watches' })"
        @posted="go({ view: 'supply' })"
      />
    </div>
  </div>
</template>

<style scoped>
.board {
  display: grid;
  grid-template-columns: 15rem minmax(0, 1.15fr) minmax(0, 1fr);
  gap: 0.75rem;
  align-items: start;
}
.board.wide {
  grid-template-columns: 15rem minmax(0, 1fr);
}
@media (max-width: 1000px) {
  .board,
  .board.wide {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
