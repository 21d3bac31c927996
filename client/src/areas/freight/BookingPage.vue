<script setup lang="ts">
import { computed, ref, watch } from 'vue'
import { useRoute, useRouter } from 'vue-router'
import { api, ask, newKey, type Problem, type Schemas } from '@/shared/api'
import { bytes } from '@/shared/bytes'
import { useKeys } from '@/shared/keys'
import MergePanel from '@/shared/merge/MergePanel.vue'
import { useMerge } from '@/shared/merge/useMerge'
import { useSession } from '@/shared/session'
import DropFiles from '@/shared/DropFiles.vue'
import DraftNotice from '@/shared/DraftNotice.vue'
import { dayAt } from '@/shared/time'
import { useDraft } from '@/shared/useDraft'
import AlsoOn, { readDays } from './AlsoOn.vue'
import BookingFreight from './BookingFreight.vue'
import BookingPrice from './BookingPrice.vue'
import BookingStops from './BookingStops.vue'
import BookingWho from './BookingWho.vue'
import { draftOf, emptyDraft, read, type Problems } from './draft'
import { fieldName, fieldText, isPlace } from './draftWords'
import { useLanes } from './useLanes'
import { useQuote } from './useQuote'

const route = useRoute()
const router = useRouter()
const session = useSession()
const id = computed(() => (route.params.id ? Number(route.params.id) : undefined))
const draft = ref(emptyDraft())
const problems = ref<Problems>({})
const trouble = ref<Problem>()
const busy = ref(false)
let key = newKey()
const merge = useMerge<ReturnType<typeof emptyDraft>>(isPlace)
merge.see(draft.value)

/** A copy begins from what it is a copy of. */
const kept = useDraft(() => (route.query.copy ? undefined : `load ${id.value ?? 'new'}`), draft, {
  touched: () => merge.touched(draft.value),
  base: () => ({ value: merge.seen.value, version: merge.version.value }),
})
async function start() {
  await fetchSource()
  const before = kept.restore()
  if (!before) return
  if (before.base) merge.see(before.base, before.version)
  draft.value = before.value
}
async function anew() {
  kept.forget()
  draft.value = emptyDraft()
  merge.see(draft.value)
  await fetchSource()
  kept.again()
}
async function fetchSource() {
  const source = id.value ?? Number(route.query.copy)
  if (!source) return
  const { data, problem } = await ask(api.GET('/api/loads/{id}', { params: { path: { id: source } } }))
  trouble.value = problem
  if (!data) return
  draft.value = draftOf(data, !id.value)
  merge.see(draft.value, data.version)
}
void start()

const { totals, quoting } = useQuote(
  draft,
  id,
  () => session.now(),
  () => session.zone,
)
const { lanes, price, fuel, scale, charges, take, takePrice, takeFuel, takeAgreed } = useLanes(draft)
// What stands for the lane is the price, while nobody has typed another.
watch(totals, now => {
  if (now?.agreed && !draft.value.rate.trim()) takeAgreed(now.agreed)
})
const also = ref('')
const today = computed(() => dayAt(session.now(), session.zone))
/** What the customer sent to confirm it, filed as soon as the load is there. */
const confirmation = ref<File>()
async function fileConfirmation(load: Schemas['Load']): Promise<boolean> {
  const file = confirmation.value
  if (!file) return true
  const { problem } = await ask(
    api.POST('/api/loads/{id}/papers', {
      params: { path: { id: load.id }, query: { key: newKey(), kind: 'rate_confirmation' } },
      ...bytes(file),
    }),
  )
  if (!problem) return true
  // The load is there: booking again repeats nothing, with another file or without.
  const message = `${load.number} is booked, but its rate confirmation was not filed: ${problem.message}`
  trouble.value = { ...problem, path: '', message }
  confirmation.value = undefined
  return false
}

async function book() {
  const { input, problems: found } = read(draft.value, session.now(), session.zone)
  problems.value = found
  const days = readDays(also.value, today.value)
  if (days.some(day => !day)) found['/also_on'] = 'Days like 12/1, 12/3'
  if (Object.keys(found).length) return toFirstProblem()
  busy.value = true
  const answer = id.value
    ? await ask(
        api.PUT('/api/loads/{id}', {
          params: { path: { id: id.value } },
          body: { ...input, version: merge.version.value! },
        }),
      )
    : await ask(
        api.POST('/api/loads', {
          body: { ...input, key, ...(days.length ? { also_on: days.flatMap(day => day ?? []) } : {}) },
        }),
      )
  busy.value = false
  trouble.value = answer.problem
  if (answer.problem) {
    if (answer.problem.code === 'stale') await compare()
    if (answer.problem.path) problems.value = { [answer.problem.path]: answer.problem.message }
    if (answer.problem.code !== 'unreachable') key = newKey() // what is wrong was not booked; what is unsure must keep its key
    return toFirstProblem()
  }
  merge.see(draft.value)
  kept.forget()
  if (await fileConfirmation(answer.data)) await router.push(`/freight/${answer.data.id}`)
}

function toFirstProblem() {
  requestAnimationFrame(() =>
    document.querySelector<HTMLElement>('.v-input--error input, .v-input--error textarea')?.focus(),
  )
}

/** Theirs as it is now: what is saved next has been seen beside it. */
async function compare() {
  const { data, problem } = await ask<Schemas['Load']>(
    api.GET('/api/loads/{id}', { params: { path: { id: id.value! } } }),
  )
  if (problem) trouble.value = problem
  if (data) merge.compare(draft.value, draftOf(data, false), data.version)
}
/** The other's version is taken as the base; what is typed here is given up. */
async function takeTheirs() {
  await anew()
  trouble.value = undefined
}
async function saveChosen(choices: ('mine' | 'theirs')[]) {
  draft.value = merge.choose(choices)
  trouble.value = undefined
  await book()
}

const title = computed(() => {
  if (id.value) return 'Change the load'
  return route.query.copy ? 'Book a copy' : 'Book a load'
})
const kinds: Schemas['Price']['kind'][] = ['flat', 'per_mile', 'per_hundredweight', 'per_ton']
useKeys([{ key: 'Escape', label: 'Back to Freight', run: () => router.back() }])
</script>

<template>
  <form class="booking" aria-label="Load" @submit.prevent="book" @keydown.ctrl.enter.prevent="book">
    <div class="spread head">
      <h1>{{ title }}</h1>
      <span class="small quiet"><kbd>Tab</kbd> moves on, <kbd>Ctrl</kbd> <kbd>Enter</kbd> books</span>
    </div>
    <draft-notice :at="kept.restored.value" @anew="anew" />
    <merge-panel
      v-if="trouble?.code === 'stale'"
      class="panel stale"
      :found="merge.found.value"
      :message="trouble.message"
      :label="fieldName"
      :shown="fieldText"
      :busy="busy"
      @save="saveChosen"
      @theirs="takeTheirs"
    />
    <v-alert v-else-if="trouble && !trouble.path" type="error">{{ trouble.message }}</v-alert>
    <div class="grid">
      <div class="stack">
        <booking-who v-model="draft" :problems="problems" :lanes="id ? [] : lanes" @lane="take" />
        <booking-stops v-model="draft.stops" :problems="problems" :now="session.now()" :here="session.zone" />
        <booking-freight v-model="draft" :problems="problems" />
      </div>
      <aside class="stack side">
        <booking-price
          v-model="draft"
          :problems="problems"
          :kinds="kinds"
          :totals="totals"
          :quoting="quoting"
          :last="price && price.rate !== draft.rate ? price : undefined"
          :fuel="fuel"
          :by-scale="scale"
          :charges="charges"
          @agreed="totals?.agreed && takeAgreed(totals.agreed)"
          @price="price && takePrice(price)"
          @fuel="fuel && takeFuel(fuel)"
        />
        <also-on v-if="!id" v-model="also" :today="today" :error="problems['/also_on']" />
        <drop-files
          v-if="!id"
          :label="
            confirmation ? `Filed with it: ${confirmation.name}` : 'Rate confirmation: drop, paste or choose'
          "
          @files="confirmation = $event[0]"
        />
        <v-btn type="submit" color="primary" size="large" block :loading="busy">{{
          id ? 'Save the changes' : 'Book it'
        }}</v-btn>
        <v-btn variant="text" block :to="id ? `/freight/${id}` : '/freight'">{{
          id ? 'Leave it as it was' : 'Do not book'
        }}</v-btn>
      </aside>
    </div>
  </form>
</template>

<style scoped>
.booking {
  max-width: 1240px;
  margin: 0 auto;
}
.head {
  margin-bottom: 0.6rem;
}
.grid {
  display: grid;
  grid-template-columns: minmax(0, 1fr) 21rem;
  gap: 0.9rem;
  align-items: start;
}
.side {
  position: sticky;
  top: 0.9rem;
}
.stale {
  margin-bottom: 0.8rem;
}
@media (max-width: 900px) {
  .grid {
    grid-template-columns: 1fr;
  }
  .side {
    position: static;
  }
}
</style>
