<script setup lang="ts">
import { useStorage } from '@vueuse/core'
import { computed, ref, watch } from 'vue'
import { api, type Schemas } from '@/shared/api'
import { useAct } from '@/shared/useAct'
import { useKeys } from '@/shared/keys'
import { useSession } from '@/shared/session'
import { showTime } from '@/shared/time'
import Waiting from '@/shared/Waiting.vue'
import BesideTable from './BesideTable.vue'
import DoubtfulDialog from './DoubtfulDialog.vue'
import FindCard from './FindCard.vue'
import FindList from './FindList.vue'
import MailFindsDialog from './MailFindsDialog.vue'
import type { Letter } from './OfferForm.vue'
import WishForm from './WishForm.vue'
import { sorted, type Sort } from './words'
import { useFinds, type Wish } from './useFinds'

/** Posted freight for one truck, judged; one of it in full, and the offer. */
const wish = defineModel<Wish>('wish', { required: true })
/** One that is looked at because somebody asked for it: a chain, a watch, a search without a truck. */
const posting = defineModel<number | undefined>('posting')
const { crew = undefined, mayOffer } = defineProps<{
  crew?: Schemas['FreeCrew'] | undefined
  mayOffer: boolean
}>()
const emit = defineEmits<{ begun: []; posted: [] }>()
const session = useSession()
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
} = useFinds(
  computed(() => crew?.id),
  wish,
  found => sorted(found, sort.value),
)
watch(posting, id => (pinned.value = id), { immediate: true })
watch(pinned, id => (posting.value = id))
const note = ref('')
const { busy, trouble, act } = useAct<unknown>(
  () => void load(),
  () => [lookedId.value, amount.value, note.value],
)
watch([() => crew?.id, lookedId], () => {
  trouble.value = undefined
})
const offer = (letter?: Letter) => {
  const find = inFull.value?.find
  if (!find || !asked.value || !crew) return
  const body = {
    posting_id: find.posting_id,
    driver_id: crew.id,
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
const move = (by: number) => {
  const at = rows.value.findIndex(row => row === chosen.value)
  chosenId.value = rows.value[Math.min(Math.max(at + by, 0), rows.value.length - 1)]?.posting_id
}
useKeys([
  { key: 'j', label: 'Next find', run: () => move(1) },
  { key: 'k', label: 'Find before', run: () => move(-1) },
  {
    key: 'c',
    label: 'Compare, or take away',
    run: () => lookedId.value && toggleBeside(lookedId.value),
  },
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
const mailing = ref(false)
const table = computed(() => {
  const asked = Object.entries(query.value ?? {}).map(([name, value]) => [name, String(value)])
  return `/api/market/finds.csv?${new URLSearchParams(asked).toString()}`
})
/** What is said at its own field. */
const at = (path: string) => (problem.value?.path === path ? problem.value.message : '')
const elsewhere = computed(() => (at('/place') || at('/ends_at') ? undefined : problem.value))
</script>

<template>
  <beside-table
    v-if="beside.length > 1"
    :finds="beside"
    class="beside"
    @choose="id => (chosenId = id)"
    @drop="toggleBeside"
  />
  <section class="panel" aria-label="Finds">
    <wish-form
      v-model:wish="wish"
      v-model:sort="sort"
      :driver="crew"
      :may-act="mayOffer"
      :place-wrong="at('/place')"
      :ends-wrong="at('/ends_at')"
      @begun="emit('begun')"
      @posted="emit('posted')"
    />
    <waiting v-slot="{ data: found }" :data="finds" :problem="elsewhere" @again="load">
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
        ><template v-if="rows.length"
          >. <a :href="table" download>As a table</a
          ><template v-if="mayOffer"
            >, <button type="button" class="link" @click="mailing = true">by mail</button></template
          ></template
        >
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
  <div class="right">
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
  <doubtful-dialog v-model="doubting" />
  <mail-finds-dialog v-if="crew" v-model="mailing" :rows="rows" :driver-id="crew.id" />
</template>

<style scoped>
.pad {
  padding: 0.3rem 0.7rem;
  margin: 0;
}
.beside {
  grid-column: 1 / -1;
  order: -1;
}
</style>
