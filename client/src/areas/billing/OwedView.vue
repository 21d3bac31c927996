<script setup lang="ts">
import { computed, ref } from 'vue'
import { api, ask, type Schemas } from '@/shared/api'
import { NOTHING, useFetched } from '@/shared/fetched'
import { showDollars } from '@/shared/measure'
import { useAct } from '@/shared/useAct'
import Waiting from '@/shared/Waiting.vue'
import AgeBars from './AgeBars.vue'
import BankPanel from './BankPanel.vue'
import ClaimsPanel from './ClaimsPanel.vue'
import ReceiveDialog from './ReceiveDialog.vue'
import { BUCKETS, invoicesOf, type InvoiceRow } from './words'

/** What customers owe and how old it is; what they pay is written down here. */
const emit = defineEmits<{ look: [id: number] }>()
type Owed = Schemas['Receivables']
const { data, problem, load, put } = useFetched(
  () => 0,
  () => ask<Owed>(api.GET('/api/receivables')),
  change => ['invoice', 'customer'].includes(change.kind),
)
const CREDIT = { near: 'near', beyond: 'passed' } as const
/** Whose invoices are looked at. */
const shown = ref<number>()
const { data: open } = useFetched(
  shown,
  async id => (id ? ask<InvoiceRow[]>(invoicesOf(id)) : NOTHING),
  change => ['invoice', 'customer'].includes(change.kind),
)
const receiving = ref(false)
const whose = ref<number>()
const account = computed(() => data.value?.accounts.find(one => one.customer_id === whose.value))
const receive = (customerId: number) => {
  whose.value = customerId
  receiving.value = true
}
const doing = ref<string>()
const { busy, trouble, act } = useAct<Owed>(put, doing)
const mailed = ref<number>()
async function mail(customerId: number) {
  doing.value = `mail ${customerId}`
  const params = { path: { id: customerId } }
  if (await act(key => api.POST('/api/customers/{id}/statement/mail', { params, body: { key } })))
    mailed.value = customerId
}
function apply(customerId: number) {
  doing.value = `apply ${customerId}`
  void act(key =>
    api.POST('/api/customers/{id}/apply', { params: { path: { id: customerId } }, body: { key } }),
  )
}
</script>

<template>
  <waiting v-slot="{ data: owed }" :data="data" :problem="problem" @again="load">
    <div class="stack">
      <age-bars :sums="owed.sums" />
      <claims-panel @look="id => emit('look', id)" @changed="load" />
      <bank-panel @changed="load" />
      <section class="panel" aria-label="By customer">
        <p v-if="!owed.accounts.length" class="pad quiet">Nobody owes anything.</p>
        <table v-else class="ledger">
          <thead>
            <tr>
              <th>Customer</th>
              <th v-for="[name, label] in BUCKETS" :key="name" class="figure">{{ label }}</th>
              <th class="figure">Owed</th>
              <th class="figure">Unapplied</th>
              <td></td>
            </tr>
          </thead>
          <tbody>
            <tr v-for="one in owed.accounts" :key="one.customer_id">
              <td data-of="Customer">
                <strong>{{ one.customer }}</strong>
                <div class="small quiet">
                  {{ one.terms_days }} days{{
                    one.days_to_pay === null ? '' : `, pays after ${one.days_to_pay}`
                  }}<span v-if="one.credit_limit" :class="{ late: one.credit !== 'within' }"
                    >, limit {{ showDollars(one.credit_limit)
                    }}{{
                      one.credit === 'within'
                        ? ''
                        : ` is ${CREDIT[one.credit]}, with ${showDollars(one.booked)} booked`
                    }}</span
                  >
                </div>
                <details
                  v-if="one.open"
                  class="small"
                  @toggle="shown = ($event.target as HTMLDetailsElement).open ? one.customer_id : shown"
                >
                  <summary>{{ one.open === 1 ? 'One invoice' : `${one.open} invoices` }}</summary>
                  <template v-if="shown === one.customer_id">
                    <div v-for="row in open ?? []" :key="row.id" class="spread">
                      <button type="button" class="link" @click="emit('look', row.id)">
                        {{ row.number }}</button><span class="figure">{{ showDollars(row.owed) }}</span>
                    </div></template
                  >
                </details>
                <div v-if="one.open" class="small row">
                  <a
                    :href="`/api/customers/${one.customer_id}/statement.pdf`"
                    target="_blank"
                    :aria-label="`Statement of ${one.customer} on paper`"
                    >Statement</a
                  ><span v-if="mailed === one.customer_id" role="status">is on its way</span
                  ><button
                    v-else
                    type="button"
                    class="link"
                    :disabled="busy"
                    :aria-label="`Mail it to ${one.customer}`"
                    @click="mail(one.customer_id)"
                  >
                    Mail it
                  </button>
                </div>
              </td>
              <td v-for="[name, label] in BUCKETS" :key="name" class="figure" :data-of="label">
                {{ Number(one.owed[name]) ? showDollars(one.owed[name]) : '–' }}
              </td>
              <td class="figure" data-of="Owed">
                <strong>{{ showDollars(one.total) }}</strong>
              </td>
              <td class="figure" data-of="Unapplied">
                {{ Number(one.unapplied) ? showDollars(one.unapplied) : '–' }}
              </td>
              <td class="figure">
                <v-btn
                  size="small"
                  variant="tonal"
                  :aria-label="`Write down a payment of ${one.customer}`"
                  @click="receive(one.customer_id)"
                  >Write down a payment</v-btn
                ><v-btn
                  v-if="Number(one.unapplied) && one.open"
                  size="small"
                  variant="text"
                  :disabled="busy"
                  :aria-label="`Apply what lies of ${one.customer}`"
                  @click="apply(one.customer_id)"
                  >Apply what lies</v-btn
                >
              </td>
            </tr>
          </tbody>
        </table>
        <v-alert v-if="trouble" type="error" class="ma-2">{{ trouble.message }}</v-alert>
      </section>
    </div>
    <receive-dialog v-if="account" v-model="receiving" :account="account" :today="owed.today" @done="put" />
  </waiting>
</template>

<style scoped>
.pad {
  padding: 0.6rem 0.85rem;
  margin: 0;
}
.late {
  color: rgb(var(--v-theme-late));
  font-weight: 600;
}
</style>
