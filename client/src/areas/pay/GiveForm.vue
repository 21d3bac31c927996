<script setup lang="ts">
import { computed, ref, watch } from 'vue'
import { api, ask, newKey, type Schemas } from '@/shared/api'
import { useFetched } from '@/shared/fetched'
import { parseDollars } from '@/shared/measure'
import { dayAt } from '@/shared/time'
import { useSession } from '@/shared/session'
import AmountField from '@/shared/typed/AmountField.vue'
import DayField from '@/shared/typed/DayField.vue'
import NetsMoved from './NetsMoved.vue'
import { useLook } from './useLook'

/** Given or taken once, from all drivers or some of them: what it does to every net stands beside it before it is given. */
const emit = defineEmits<{ close: []; given: [said: string] }>()
const KINDS = [
  { value: 'earning', title: 'Pay more' },
  { value: 'reimbursement', title: 'Give back' },
  { value: 'deduction', title: 'Take' },
]
const session = useSession()
const typed = ref({
  kind: 'deduction',
  label: '',
  note: '',
  amount: '',
  fixed: '',
  percent: '',
  parts: '1',
  due_on: dayAt(session.now(), session.zone),
  whose: [] as number[],
  company: null as number | null,
})
const { data: companies } = useFetched(
  () => 0,
  () => ask<Schemas['OperatingCompany'][]>(api.GET('/api/operating-companies')),
)
const payers = computed(() =>
  (companies.value ?? [])
    .filter(({ retired }) => !retired)
    .map(({ id, name }) => ({ value: id, title: name })),
)
const { data: drivers } = useFetched(
  () => 0,
  () => ask<{ rows: Schemas['Driver'][] }>(api.GET('/api/drivers', { params: { query: {} } })),
)
const names = computed(() =>
  (drivers.value?.rows ?? [])
    .filter(({ retired }) => !retired)
    .map(({ id, name }) => ({ value: id, title: name })),
)
const input = computed<Omit<Schemas['OneTimeInput'], 'key'> | undefined>(() => {
  const one = typed.value
  const [amount, fixed, percent] = [one.amount, one.fixed, one.percent].map(text =>
    text.trim() ? parseDollars(text) : null,
  )
  if (
    !one.label.trim() ||
    !amount ||
    fixed === undefined ||
    percent === undefined ||
    !/^[1-9]\d?$/.test(one.parts) ||
    !one.due_on
  )
    return
  return {
    kind: one.kind as 'earning',
    label: one.label.trim(),
    note: one.note.trim(),
    amount,
    ...(fixed ? { fee_fixed: fixed } : {}),
    ...(percent ? { fee_percent: percent } : {}),
    parts: Number(one.parts),
    due_on: one.due_on,
    driver_ids: one.whose,
    ...(one.company && !one.whose.length ? { operating_company_id: one.company } : {}),
  }
})
// The same attempt sent twice gives it once.
let key = newKey()
watch(input, () => {
  key = newKey()
})
const { look, fresh, trouble, busy, at, run, see } = useLook(input, body =>
  ask<Schemas['DeductionPreview']>(api.POST('/api/one-time/preview', { body: { key, ...body } })),
)
async function give() {
  if (!input.value) return
  const { label } = input.value
  const done = await run(ask(api.POST('/api/one-time', { body: { key, ...input.value } })))
  if (done)
    emit('given', done.change_id ? `${label} waits for a second person.` : `${label}: ${done.given} drivers.`)
}
</script>

<template>
  <section class="two">
    <form class="panel pad form" aria-label="Once for many" @submit.prevent="fresh ? give() : see()">
      <h1 class="all">Give or take once</h1>
      <v-select v-model="typed.kind" label="What" :items="KINDS" /><v-text-field
        v-model="typed.label"
        autofocus
        label="Name on the statement"
        :error-messages="at('label')"
      />
      <amount-field
        v-model="typed.amount"
        label="Dollars for each driver"
        :error-messages="at('amount')"
      /><v-text-field
        v-model="typed.parts"
        label="Over statements"
        inputmode="numeric"
        :error-messages="at('parts')"
      />
      <amount-field v-model="typed.fixed" label="Fee, $" /><amount-field
        v-model="typed.percent"
        label="and fee, %"
      />
      <day-field v-model="typed.due_on" label="Not before" /><v-text-field
        v-model="typed.note"
        label="Note for the accountant"
      />
      <v-select
        v-if="payers.length && !typed.whose.length"
        v-model="typed.company"
        class="all"
        clearable
        label="Everybody of an operating company"
        :items="payers"
      />
      <v-autocomplete
        v-if="!typed.company"
        v-model="typed.whose"
        class="all"
        multiple
        chips
        closable-chips
        label="Drivers, none for all"
        :items="names"
      />
      <v-alert
        v-if="trouble && !['/label', '/amount', '/parts'].includes(trouble.path)"
        type="error"
        class="all"
        >{{ trouble.message }}</v-alert
      >
      <div class="row justify-end all">
        <v-btn variant="text" @click="emit('close')">Leave it</v-btn
        ><v-btn
          :color="fresh ? undefined : 'primary'"
          variant="tonal"
          :disabled="!input"
          :loading="busy && !fresh"
          @click="see"
          >See what it does</v-btn
        ><v-btn color="primary" :disabled="!fresh" :loading="busy && fresh" @click="give">{{
          look?.second_person && fresh ? 'Ask a second person' : 'Put it on the statements'
        }}</v-btn>
      </div>
    </form>
    <nets-moved :look="look" :fresh="fresh" />
  </section>
</template>

<style scoped>
.two {
  display: grid;
  grid-template-columns: minmax(0, 1fr) minmax(0, 1fr);
  gap: 0.75rem;
  align-items: start;
}
.pad {
  padding: 0.8rem 0.9rem;
}
.form {
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: 0.6rem 0.5rem;
  align-items: start;
}
.all {
  grid-column: 1 / -1;
}
@media (max-width: 1000px) {
  .two {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
