<script setup lang="ts">
import { computed, ref, watch } from 'vue'
import { api, ask, type Schemas } from '@/shared/api'
import { NOTHING, useFetched } from '@/shared/fetched'
import { parseDollars, showDollars } from '@/shared/measure'
import { showDay } from '@/shared/time'
import AmountField from '@/shared/typed/AmountField.vue'
import DayField from '@/shared/typed/DayField.vue'
import { useAct } from '@/shared/useAct'
import { invoicesOf, sumOf } from './words'

/** What a customer paid and which invoices it pays: the oldest due first, unless it is said otherwise. */
const open = defineModel<boolean>({ required: true })
const { account, today } = defineProps<{ account: Schemas['Owing']; today: string }>()
const emit = defineEmits<{ done: [owed: Schemas['Receivables']] }>()
const KINDS = [
  { value: 'ach', title: 'ACH' },
  { value: 'cheque', title: 'Cheque' },
  { value: 'card', title: 'Card' },
]
const kind = ref<'ach' | 'cheque' | 'card'>('ach')
const reference = ref('')
const amount = ref('')
const day = ref(today)
/** What is typed for each invoice, and why it is short. */
const parts = ref<Record<number, string>>({})
const reasons = ref<Record<number, string>>({})
watch(
  open,
  shown => {
    if (!shown) return
    parts.value = {}
    reasons.value = {}
    amount.value = ''
    reference.value = ''
    day.value = today
  },
  { immediate: true },
)
const { data: owing } = useFetched(
  () => (open.value ? account.customer_id : undefined),
  async id => (id ? ask<Schemas['InvoiceRow'][]>(invoicesOf(id)) : NOTHING),
)
const invoices = computed(() => owing.value ?? [])
const typed = computed(() =>
  invoices.value.flatMap(({ id }) => {
    const dollars = parseDollars(parts.value[id] ?? '')
    return dollars ? [{ invoice_id: id, amount: dollars }] : []
  }),
)
const short = (row: Schemas['InvoiceRow']) => {
  const dollars = parseDollars(parts.value[row.id] ?? '')
  return dollars !== undefined && Number(dollars) > 0 && Number(dollars) < Number(row.owed)
}
const claims = computed(() =>
  invoices.value
    .filter(row => short(row) && reasons.value[row.id]?.trim())
    .map(({ id }) => ({ invoice_id: id, reason: reasons.value[id]!.trim() })),
)
const body = computed(() => ({
  customer_id: account.customer_id,
  kind: kind.value,
  reference: reference.value.trim(),
  amount: parseDollars(amount.value) ?? '',
  received_on: day.value,
  ...(typed.value.length ? { parts: typed.value } : {}),
  ...(claims.value.length ? { claims: claims.value } : {}),
}))
const { busy, trouble, act } = useAct<Schemas['Receivables']>(
  owed => {
    open.value = false
    emit('done', owed)
  },
  () => body.value,
)
watch(open, () => (trouble.value = undefined))
/** What is said of the parts, with what they come to. */
const hint = computed(() => {
  const so = typed.value.length ? ` ${showDollars(sumOf(typed.value.map(part => part.amount)))} so far.` : ''
  return `The oldest due is paid first. To pay others, or less, type it beside them.${so}`
})
const send = () => act(key => api.POST('/api/customer-payments', { body: { key, ...body.value } }))
const at = (path: string) => (trouble.value?.path === path ? [trouble.value.message] : [])
/** Which of the typed parts a trouble is about. */
const atPart = (id: number) => at(`/parts/${typed.value.findIndex(part => part.invoice_id === id)}/amount`)
const elsewhere = computed(
  () => trouble.value && !/^\/(amount|received_on|parts\/\d+\/amount)$/.test(trouble.value.path),
)
</script>

<template>
  <v-dialog v-model="open" max-width="640" aria-label="Write down a payment" scrollable>
    <v-card>
      <v-card-title>Payment of {{ account.customer }}</v-card-title>
      <v-card-text>
        <form id="receive" class="stack" @submit.prevent="send">
          <div class="two">
            <amount-field
              v-model="amount"
              label="Dollars that came in"
              autofocus
              :error-messages="at('/amount')"
            />
            <v-select v-model="kind" label="By" :items="KINDS" />
            <v-text-field v-model="reference" label="Reference or number" />
            <day-field v-model="day" label="Received on" :error-messages="at('/received_on')" />
          </div>
          <p class="small quiet">
            {{ hint }}
          </p>
          <table v-if="invoices.length" class="ledger">
            <tbody>
              <tr v-for="row in invoices" :key="row.id">
                <td>
                  <strong>{{ row.number }}</strong>
                  <div class="small quiet">due {{ showDay(row.due_on) }}</div>
                </td>
                <td class="figure">{{ showDollars(row.owed) }}</td>
                <td class="part">
                  <amount-field
                    :model-value="parts[row.id] ?? ''"
                    :label="`Toward ${row.number}`"
                    :error-messages="atPart(row.id)"
                    @update:model-value="parts[row.id] = $event"
                  />
                  <v-text-field
                    v-if="short(row)"
                    v-model="reasons[row.id]"
                    :label="`Why ${row.number} is short`"
                  />
                </td>
              </tr>
            </tbody>
          </table>
        </form>
        <v-alert v-if="elsewhere" type="error" class="mt-3">{{ trouble!.message }}</v-alert>
      </v-card-text>
      <v-card-actions>
        <v-spacer />
        <v-btn variant="text" @click="open = false">Cancel</v-btn>
        <v-btn type="submit" form="receive" color="primary" :disabled="!parseDollars(amount)" :loading="busy"
          >Write it down</v-btn
        >
      </v-card-actions>
    </v-card>
  </v-dialog>
</template>

<style scoped>
.two {
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(11rem, 1fr));
  gap: 0.5rem;
}
.part {
  width: 13rem;
}
</style>
