<script setup lang="ts">
import { computed, reactive, ref } from 'vue'
import { useRouter } from 'vue-router'
import { api, ask, newKey, type Problem, type Schemas } from '@/shared/api'
import { announce } from '@/shared/announce'
import { useFetched } from '@/shared/fetched'
import { parseDollars, showPounds } from '@/shared/measure'
import { showTime } from '@/shared/time'
import AmountField from '@/shared/typed/AmountField.vue'
import { asked } from './words'

/** What customers ask for and wait to hear of: priced and booked, or refused with a reason. */
type Request = Schemas['LoadRequest']
const router = useRouter()
const { data, load } = useFetched(
  () => 0,
  () => ask(api.GET('/api/load-requests')),
  change => change.kind === 'customer' || change.kind === 'load',
)
/** The one that is being answered, as it was opened: it stays where somebody else was faster, with what was typed. */
const opened = ref<Request>()
const open = computed(() => opened.value?.id)
const gone = computed(() => !!opened.value && !data.value?.some(({ id }) => id === open.value))
const shown = computed(() => [...(gone.value ? [opened.value!] : []), ...(data.value ?? [])])
const form = reactive({ rate: '', kind: 'flat' as Schemas['Price']['kind'], why: '' })
const trouble = ref<Problem>()
const busy = ref(false)
let key = newKey()
const KINDS = [
  { value: 'flat', title: 'for the load' },
  { value: 'per_mile', title: 'a mile' },
  { value: 'per_hundredweight', title: 'a hundredweight' },
  { value: 'per_ton', title: 'a ton' },
]
function look(row: Request) {
  opened.value = open.value === row.id ? undefined : row
  Object.assign(form, { rate: '', kind: 'flat', why: '' })
  trouble.value = undefined
  key = newKey()
}
const of = (row: Request) => ({ params: { path: { id: row.id } } })
async function accept(row: Request) {
  const rate = parseDollars(form.rate)
  if (rate === undefined) {
    trouble.value = {
      code: 'price_missing',
      message: 'What does it cost? Like 1,850.00',
      path: '/price/rate',
    }
    return
  }
  busy.value = true
  const body = { key, version: row.version, price: { kind: form.kind, rate } }
  const answer = await ask(api.POST('/api/load-requests/{id}/accept', { ...of(row), body }))
  busy.value = false
  trouble.value = answer.problem
  if (answer.data) {
    announce('Booked. Whoever asked is mailed.')
    await router.push(`/freight/${answer.data.load_id}`)
  }
  await load()
}
async function refuse(row: Request) {
  busy.value = true
  const body = { key, version: row.version, why: form.why }
  const answer = await ask(api.POST('/api/load-requests/{id}/refuse', { ...of(row), body }))
  busy.value = false
  trouble.value = answer.problem
  if (!answer.problem) {
    opened.value = undefined
    announce('Refused. Whoever asked is mailed.')
  }
  await load()
}
const at = (path: string) => (trouble.value?.path.startsWith(path) ? trouble.value.message : undefined)
const elsewhere = () =>
  trouble.value && !['/price', '/why'].some(path => trouble.value!.path.startsWith(path))
</script>

<template>
  <section v-if="shown.length" class="panel" aria-label="Asked for by customers">
    <h2 class="pad">Asked for by customers</h2>
    <ul class="plain">
      <li v-for="row in shown" :key="row.id" class="pad stack">
        <div class="spread wrap">
          <div>
            <strong>{{ row.customer }}</strong>, {{ asked(row) }}
            <div class="small quiet">
              {{
                row.freight
                  .map(({ what, weight_lb }) => (weight_lb ? `${what}, ${showPounds(weight_lb)}` : what))
                  .join('; ')
              }}. {{ row.asked_by }} asked {{ showTime(row.asked_at, row.stops[0]!.zone) }}.
              <template v-if="row.notes">“{{ row.notes }}”</template>
            </div>
          </div>
          <v-btn size="small" variant="tonal" :aria-expanded="open === row.id" @click="look(row)">{{
            open === row.id ? 'Not now' : 'Answer'
          }}</v-btn>
        </div>
        <form v-if="open === row.id" class="answer" aria-label="Answer" @submit.prevent="accept(row)">
          <v-alert v-if="elsewhere()" type="error" class="wide">{{ trouble?.message }}</v-alert>
          <p v-if="gone && !trouble" class="wide" role="status">Somebody else has answered this one.</p>
          <amount-field v-model="form.rate" label="We haul it for" :error-messages="at('/price')" />
          <v-select v-model="form.kind" label="Dollars" :items="KINDS" />
          <v-btn type="submit" color="primary" :loading="busy">Book it</v-btn>
          <v-text-field v-model="form.why" label="Or why not" :error-messages="at('/why')" />
          <v-btn variant="tonal" :disabled="form.why.trim().length < 3" :loading="busy" @click="refuse(row)"
            >Refuse it</v-btn
          >
        </form>
      </li>
    </ul>
  </section>
</template>

<style scoped>
.pad {
  padding: 0.6rem 0.85rem;
}
.plain {
  list-style: none;
  padding: 0;
}
.plain li {
  border-top: 1px solid rgb(var(--v-theme-line));
}
.wrap {
  flex-wrap: wrap;
}
.answer {
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(9rem, 1fr));
  gap: 0.5rem;
  align-items: start;
}
.wide {
  grid-column: 1 / -1;
}
</style>
