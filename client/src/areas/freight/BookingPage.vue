<script setup lang="ts">
import { computed, ref } from 'vue'
import { onBeforeRouteLeave, useRoute, useRouter } from 'vue-router'
import { api, ask, newKey, type Problem, type Schemas } from '@/shared/api'
import { useKeys } from '@/shared/keys'
import { useSession } from '@/shared/session'
import BookingFreight from './BookingFreight.vue'
import BookingPrice from './BookingPrice.vue'
import BookingStops from './BookingStops.vue'
import BookingWho from './BookingWho.vue'
import { draftOf, emptyDraft, read, type Problems } from './draft'
import { useQuote } from './useQuote'

const route = useRoute()
const router = useRouter()
const session = useSession()
const id = computed(() => (route.params.id ? Number(route.params.id) : undefined))
const draft = ref(emptyDraft())
const version = ref(0)
const problems = ref<Problems>({})
const trouble = ref<Problem>()
const busy = ref(false)
let key = newKey()
let untouched = JSON.stringify(draft.value)

async function start() {
  const source = id.value ?? Number(route.query.copy)
  if (!source) return
  const { data, problem } = await ask(api.GET('/api/loads/{id}', { params: { path: { id: source } } }))
  trouble.value = problem
  if (!data) return
  draft.value = draftOf(data, !id.value)
  version.value = data.version
  untouched = JSON.stringify(draft.value)
}
void start()

const { totals, quoting } = useQuote(draft, () => session.now())

async function book() {
  const { input, problems: found } = read(draft.value, session.now())
  problems.value = found
  if (Object.keys(found).length) return toFirstProblem()
  busy.value = true
  const answer = id.value
    ? await ask(
        api.PUT('/api/loads/{id}', {
          params: { path: { id: id.value } },
          body: { ...input, version: version.value },
        }),
      )
    : await ask(api.POST('/api/loads', { body: { ...input, key } }))
  busy.value = false
  trouble.value = answer.problem
  if (answer.problem) {
    if (answer.problem.path) problems.value = { [answer.problem.path]: answer.problem.message }
    if (answer.problem.code !== 'unreachable') key = newKey() // what is wrong was not booked; what is unsure must keep its key
    return toFirstProblem()
  }
  untouched = JSON.stringify(draft.value)
  await router.push(`/freight/${answer.data.id}`)
}

function toFirstProblem() {
  requestAnimationFrame(() =>
    document.querySelector<HTMLElement>('.v-input--error input, .v-input--error textarea')?.focus(),
  )
}

/** The other's version is taken as the base; what is typed here stays. */
async function takeTheirs() {
  await start()
  trouble.value = undefined
}
async function keepMine() {
  const { data } = await ask(api.GET('/api/loads/{id}', { params: { path: { id: id.value! } } }))
  if (data) version.value = data.version
  trouble.value = undefined
  await book()
}
/** The fields in which the two versions differ; numbers are equal however they are written. */
const differences = computed(() => {
  const theirs = (trouble.value?.theirs ?? {}) as Record<string, unknown>
  const same = (a: unknown, b: unknown) =>
    String(a ?? '') === String(b ?? '') || (a !== '' && b !== '' && Number(a) === Number(b))
  return Object.entries((trouble.value?.yours ?? {}) as Record<string, unknown>)
    .filter(([field, mine]) => !same(mine, theirs[field]))
    .map(([field, mine]) => ({ field: field.replaceAll('_', ' '), mine, theirs: theirs[field] }))
})

const title = computed(() => {
  if (id.value) return 'Change the load'
  return route.query.copy ? 'Book a copy' : 'Book a load'
})
const kinds: Schemas['Price']['kind'][] = ['flat', 'per_mile', 'per_hundredweight', 'per_ton']
useKeys([{ key: 'Escape', label: 'Back to Freight', run: () => router.back() }])
onBeforeRouteLeave(() =>
  JSON.stringify(draft.value) === untouched || busy.value
    ? true
    : window.confirm('Leave without booking? What you typed is lost.'),
)
</script>

<template>
  <form class="booking" aria-label="Load" @submit.prevent="book" @keydown.ctrl.enter.prevent="book">
    <div class="spread head">
      <h1>{{ title }}</h1>
      <span class="small quiet"><kbd>Tab</kbd> moves on, <kbd>Ctrl</kbd> <kbd>Enter</kbd> books</span>
    </div>
    <div v-if="trouble?.code === 'stale'" class="panel stale" role="alert">
      <p>
        <strong>{{ trouble.message }}</strong>
      </p>
      <table v-if="differences.length" class="ledger small">
        <thead>
          <tr>
            <th />
            <th>Mine</th>
            <th>Theirs</th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="{ field, mine, theirs } in differences" :key="field">
            <td>{{ field }}</td>
            <td>{{ mine || '–' }}</td>
            <td>{{ theirs || '–' }}</td>
          </tr>
        </tbody>
      </table>
      <div class="row">
        <v-btn variant="tonal" @click="takeTheirs">Take theirs, lose mine</v-btn
        ><v-btn color="primary" @click="keepMine">Keep mine over theirs</v-btn>
      </div>
    </div>
    <v-alert v-else-if="trouble && !trouble.path" type="error">{{ trouble.message }}</v-alert>
    <div class="grid">
      <div class="stack">
        <booking-who v-model="draft" :problems="problems" />
        <booking-stops v-model="draft.stops" :problems="problems" :now="session.now()" />
        <booking-freight v-model="draft" :problems="problems" />
      </div>
      <aside class="stack side">
        <booking-price
          v-model="draft"
          :problems="problems"
          :kinds="kinds"
          :totals="totals"
          :quoting="quoting"
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
  padding: 0.8rem;
  margin-bottom: 0.8rem;
  border-left: 4px solid rgb(var(--v-theme-late));
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
