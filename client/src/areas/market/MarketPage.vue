<script setup lang="ts">
import { useStorage } from '@vueuse/core'
import { computed, nextTick, ref, watch } from 'vue'
import { useRoute, useRouter } from 'vue-router'
import MatchSide from '@/areas/match/MatchSide.vue'
import { EVERYTHING, seesCrew } from '@/areas/match/boardView'
import { api, ask } from '@/shared/api'
import { useAct } from '@/shared/useAct'
import { useFetched } from '@/shared/fetched'
import { useKeys } from '@/shared/keys'
import { useSession } from '@/shared/session'
import { showTime } from '@/shared/time'
import ViewTabs from '@/shared/ViewTabs.vue'
import Waiting from '@/shared/Waiting.vue'
import BesideTable from './BesideTable.vue'
import ChainsView from './ChainsView.vue'
import DoubtfulDialog from './DoubtfulDialog.vue'
import FindCard from './FindCard.vue'
import FindList from './FindList.vue'
import type { Letter } from './OfferForm.vue'
import OffersView from './OffersView.vue'
import SupplyView from './SupplyView.vue'
import WatchesView from './WatchesView.vue'
import WishForm from './WishForm.vue'
import { sorted, type Sort } from './words'
import { useFinds, type Wish } from './useFinds'

/** Posted freight for own trucks: finds for one, chains that bring it somewhere, and our offers. */
const VIEWS = [
  ['finds', 'Finds'],
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
const go = (query: Record<string, string | number>) => router.replace({ query: { ...route.query, ...query } })

const wish = ref<Wish>({
  radius: 150,
  to: '',
  avoid: '',
  age: 0,
  partials: false,
  hidden: false,
  place: '',
  at: undefined,
})
const sort = useStorage<Sort>('crew-ledger-market-sort', 'profit')
const {
  finds,
  query,
  problem,
  load,
  rows,
  chosen,
  chosenId,
  pinned,
  lookedId,
  amount,
  asked,
  inFull,
  fullProblem,
} = useFinds(picked, wish, found => sorted(found, sort.value))
const note = ref('')
const { busy, trouble, act } = useAct<unknown>(
  () => void load(),
  () => [lookedId.value, amount.value, note.value],
)
watch([picked, lookedId], () => {
  trouble.value = undefined
})
const offer = (letter?: Letter) => {
  const find = inFull.value?.find
  if (!find || !asked.value) return
  const body = {
    posting_id: find.posting_id,
    driver_id: picked.value!,
    amount: asked.value,
    note: note.value,
    ...(letter ? { letter } : {}),
  }
  void act(key => api.POST('/api/market/offers', { body: { key, ...body } }))
}
const aside = (value: boolean) => {
  const find = inFull.value?.find
  if (!find) return
  void act(() =>
    api.PUT('/api/market/postings/{id}/aside', {
      params: { path: { id: find.posting_id } },
      body: { aside: value },
    }),
  )
}
const look = async (postingId: number, driverId = picked.value ?? 0) => {
  await go({ view: 'finds', crew: driverId })
  await nextTick()
  pinned.value = postingId
}
/** A posted truck turned back into a search. */
const lookFrom = (driverId: number, to: string) => {
  wish.value = { ...wish.value, to }
  void go({ view: 'finds', crew: driverId })
}
const move = (by: number) => {
  const at = rows.value.findIndex(row => row === chosen.value)
  chosenId.value = rows.value[Math.min(Math.max(at + by, 0), rows.value.length - 1)]?.posting_id
}
const leaf = (by: number) => {
  const at = shownCrews.value.findIndex(({ id }) => id === picked.value)
  const next = shownCrews.value[Math.min(Math.max(at + by, 0), shownCrews.value.length - 1)]
  if (next) void go({ crew: next.id })
}
useKeys([
  { key: 'j', label: 'Next find', run: () => move(1) },
  { key: 'k', label: 'Find before', run: () => move(-1) },
  {
    key: 'c',
    label: 'Compare, or take away',
    run: () => lookedId.value && toggleBeside(lookedId.value),
  },
  { key: 'n', label: 'Next truck', run: () => leaf(1) },
  { key: 'p', label: 'Truck before', run: () => leaf(-1) },
])
/** Finds that stand beside each other: as many as can be read. */
const MOST_BESIDE = 4
const besideIds = ref<number[]>([])
const beside = computed(() => rows.value.filter(({ posting_id }) => besideIds.value.includes(posting_id)))
const toggleBeside = (id: number) => {
  besideIds.value = besideIds.value.includes(id)
    ? besideIds.value.filter(one => one !== id)
    : [...besideIds.value, id].slice(-MOST_BESIDE)
}
const doubting = ref(false)
const table = computed(() => {
  const asked = Object.entries(query.value ?? {}).map(([name, value]) => [name, String(value)])
  return `/api/market/finds.csv?${new URLSearchParams(asked).toString()}`
})
</script>

<template>
  <div class="stack">
    <h1 class="sr-only">Market: {{ VIEWS.find(([name]) => name === view)?.[1] }}</h1>
    <view-tabs :views="VIEWS" :view="view" @choose="name => go({ view: name })" />
    <offers-view v-if="view === 'offers'" :may-offer="mayOffer" />
    <watches-view v-else-if="view === 'watches'" :may-watch="mayOffer" @look="look" />
    <supply-view
      v-else-if="view === 'supply'"
      :may-post="mayOffer"
      :kind="crew?.trailer_kind"
      @look="lookFrom"
    />
    <beside-table
      v-if="view === 'finds' && beside.length > 1"
      :finds="beside"
      @choose="id => (chosenId = id)"
      @drop="toggleBeside"
    />
    <div v-if="view === 'finds' || view === 'chains'" class="board" :class="{ wide: view === 'chains' }">
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
        @pick="id => go({ crew: id })"
        @again="loadCrews"
      />
      <chains-view v-if="view === 'chains' && crew" :driver="crew" @look="look" />
      <section v-else-if="view === 'finds'" class="panel" aria-label="Finds">
        <wish-form
          v-model:wish="wish"
          v-model:sort="sort"
          :driver="crew"
          :may-act="mayOffer"
          :place-wrong="problem?.path === '/place' ? problem.message : ''"
          @begun="go({ view: 'watches' })"
          @posted="go({ view: 'supply' })"
        />
        <waiting
          v-slot="{ data: found }"
          :data="finds"
          :problem="problem?.path === '/place' ? undefined : problem"
          @again="load"
        >
          <p class="pad small quiet">
            {{ found.seen.toLocaleString('en-US') }} postings in reach{{
              found.seen > rows.length ? `, the ${rows.length} most promising judged` : ''
            }}{{ found.unpriced ? `, ${found.unpriced} without a price` : ''
            }}<template v-if="found.doubtful"
              >;
              <button type="button" class="link" @click="doubting = true">
                {{ found.doubtful }} anywhere cannot be believed
              </button>
              and are not judged</template
            ><template v-if="found.heard_at">; heard {{ showTime(found.heard_at, session.zone) }}</template
            ><template v-else>; the posting service has not been heard yet</template
            ><template v-if="rows.length">. <a :href="table" download>As a table</a></template>
          </p>
          <p v-if="!rows.length" class="pad">
            Nothing posted in reach. More empty miles, other states, or a chain may help.
          </p>
          <find-list
            :rows="rows"
            :chosen="lookedId"
            :now="Date.parse(found.as_of)"
            @choose="id => (chosenId = id)"
          />
        </waiting>
      </section>
      <div v-if="view === 'finds'" class="right">
        <find-card
          v-if="inFull"
          v-model:amount="amount"
          v-model:note="note"
          :full="inFull"
          :busy="busy"
          :problem="trouble ?? fullProblem"
          :may-offer="mayOffer"
          :beside="besideIds.includes(inFull.find.posting_id)"
          @offer="offer"
          @aside="aside"
          @beside="toggleBeside(inFull.find.posting_id)"
        />
      </div>
    </div>
    <doubtful-dialog v-model="doubting" />
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
.pad {
  padding: 0.3rem 0.7rem;
  margin: 0;
}
@media (max-width: 1000px) {
  .board,
  .board.wide {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
