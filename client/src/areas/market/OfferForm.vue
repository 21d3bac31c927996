<script setup lang="ts">
import { computed, ref, watch } from 'vue'
import { api, ask, type Problem, type Schemas } from '@/shared/api'
import { NOTHING, useFetched } from '@/shared/fetched'
import { showDollars } from '@/shared/measure'
import { isBlocked, readPrice } from './words'

/** Our price for a find, what it comes to, and the mail that goes with it if it should. */
const {
  full,
  busy = false,
  problem = undefined,
} = defineProps<{ full: Schemas['FindInFull']; busy?: boolean; problem?: Problem | undefined }>()
const amount = defineModel<string>('amount', { required: true })
const note = defineModel<string>('note', { required: true })
const emit = defineEmits<{ offer: [letter: Letter | undefined]; aside: [aside: boolean] }>()

export interface Letter {
  subject: string
  body: string
}
const find = computed(() => full.find)
const amountWrong = computed(() => {
  if (problem?.path === '/amount') return [problem.message]
  return amount.value.trim() && !readPrice(amount.value) ? ['Dollars, as 1250 or 1,250.50.'] : []
})
const loses = computed(() => full.price.margin.startsWith('-'))

const mailing = ref(false)
const draft = ref<Letter>({ subject: '', body: '' })
/** The price that stands in a mail somebody has typed into; nothing while it is as it was written. */
const typedAt = ref<string>()
const price = computed(() => readPrice(amount.value))
const { data: letter, problem: letterProblem } = useFetched(
  () => ({ on: mailing.value, id: find.value.posting_id, amount: price.value, note: note.value.trim() }),
  async of =>
    of.on && of.amount
      ? ask(
          api.GET('/api/market/postings/{id}/letter', {
            params: { path: { id: of.id }, query: { amount: of.amount, note: of.note } },
          }),
        )
      : NOTHING,
)
function write() {
  if (!letter.value) return
  draft.value = { subject: letter.value.subject, body: letter.value.body }
  typedAt.value = undefined
}
watch(letter, () => {
  if (typedAt.value === undefined) write()
})
const typed = () => {
  typedAt.value ??= price.value
}
/** Does the mail say another price than the one that is offered? */
const behind = computed(() => typedAt.value !== undefined && typedAt.value !== price.value)
watch(
  () => find.value.posting_id,
  () => {
    mailing.value = false
    typedAt.value = undefined
    // Of another posting: nothing is sent before its own is there.
    draft.value = { subject: '', body: '' }
  },
)
const ready = computed(
  () =>
    price.value &&
    !isBlocked(find.value) &&
    (!mailing.value || (letter.value?.to && draft.value.subject.trim() && draft.value.body.trim())),
)
const submit = () => {
  if (ready.value) emit('offer', mailing.value ? { ...draft.value } : undefined)
}
</script>

<template>
  <form class="offer" @submit.prevent="submit">
    <v-text-field
      v-model="amount"
      label="Our price, dollars"
      inputmode="decimal"
      :error-messages="amountWrong"
    />
    <p class="small" :class="{ loss: loses }">
      {{ full.price.per_loaded_mile ? `${showDollars(full.price.per_loaded_mile)} a loaded mile, ` : ''
      }}{{ full.price.per_mile ? `${showDollars(full.price.per_mile)} all in. ` : '' }}The run costs
      {{ showDollars(full.price.floor) }}, {{ showDollars(full.price.deadhead) }} of it for empty miles:
      {{ loses ? 'below cost by' : 'leaves' }} {{ showDollars(full.price.margin.replace('-', '')) }}.
    </p>
    <v-text-field v-model="note" label="Message to the poster" />
    <v-checkbox v-model="mailing" :label="find.by_hand ? 'Mail it to them' : 'Mail it to them as well'" />
    <p v-if="find.by_hand && !mailing" class="small" role="status">
      It came as a sheet: they hear of your price by mail or telephone alone.
    </p>
    <template v-if="mailing">
      <p v-if="letter && !letter.to" class="small" role="status">
        The register knows no mail address of {{ find.poster.name }}.
      </p>
      <p v-else-if="letterProblem" class="small" role="alert">{{ letterProblem.message }}</p>
      <template v-else-if="letter">
        <p class="small quiet">To {{ letter.to }}. “{our reference}” becomes our number when it is sent.</p>
        <v-text-field v-model="draft.subject" label="Subject" @update:model-value="typed" />
        <v-textarea v-model="draft.body" label="Mail" rows="8" @update:model-value="typed" />
        <p v-if="behind" class="small loss" role="status">
          The mail was written at {{ showDollars(typedAt!) }}.
          <button type="button" class="link" @click="write">Write it anew</button>
        </p>
      </template>
    </template>
    <div class="row">
      <v-btn type="submit" color="primary" :loading="busy" :disabled="!ready">Send the offer</v-btn>
      <v-btn variant="text" :disabled="busy" @click="emit('aside', !find.aside)">{{
        find.aside ? 'Show again' : 'Hide'
      }}</v-btn>
    </div>
    <p v-if="isBlocked(find)" class="small quiet">What blocks it stands above: no offer can be sent.</p>
  </form>
</template>

<style scoped>
.offer {
  display: grid;
  gap: 0.5rem;
  margin-top: 0.6rem;
}
.offer p {
  margin: 0;
}
.loss {
  color: rgb(var(--v-theme-late));
}
</style>
