<script setup lang="ts">
import { computed, ref } from 'vue'
import { api, ask, newKey, type Problem, type Schemas } from '@/shared/api'
import { useFetched } from '@/shared/fetched'
import { showDollars } from '@/shared/measure'
import { useSession } from '@/shared/session'
import { showDay, showMonth, showTime } from '@/shared/time'
import Waiting from '@/shared/Waiting.vue'

/** What issued permits still cost, by office: chosen, paid from the balance there or by card on the office's page; the receipts. */
const { receipt = undefined } = defineProps<{ receipt?: number | undefined }>()
type Method = 'balance' | 'card' | 'elsewhere'
const METHOD: Record<string, string> = {
  balance: 'from the balance',
  card: 'by card',
  elsewhere: 'elsewhere',
}
const STATUS: Record<string, string> = { started: 'Under way', paid: 'Paid', failed: 'Not paid' }
const clerk = useSession().has('permit_clerk')
const {
  data: money,
  problem,
  load,
  put,
} = useFetched(
  () => 0,
  () => ask(api.GET('/api/permits/money')),
  change => ['load', 'permit_receipt'].includes(change.kind),
)
const left = ref<number[]>([])
const trouble = ref<Problem>()
const busy = ref<Method>()
const number = ref('')

const permits = computed(() => (money.value?.offices ?? []).flatMap(office => office.permits))
// All are chosen until somebody leaves one out.
const chosen = computed(() => permits.value.filter(({ id }) => !left.value.includes(id)))
const cents = (amount: string | null | undefined) => Math.round(Number(amount ?? 0) * 100)
const sum = (list: Schemas['Permit'][]) =>
  (list.reduce((total, { fee }) => total + cents(fee), 0) / 100).toFixed(2)
const due = (office: Schemas['PermitMoney']['offices'][number]) =>
  sum(office.permits.filter(({ id }) => !left.value.includes(id)))
const short = computed(() =>
  (money.value?.offices ?? []).filter(
    office => office.balance !== null && cents(due(office)) > cents(office.balance),
  ),
)
const toggle = (id: number) => {
  left.value = left.value.includes(id) ? left.value.filter(one => one !== id) : [...left.value, id]
}

async function pay(method: Method) {
  busy.value = method
  const answer = await ask<Schemas['PermitMoney']>(
    api.POST('/api/permits/pay', {
      body: {
        key: newKey(),
        permit_ids: chosen.value.map(({ id }) => id),
        method,
        ...(method === 'elsewhere' ? { number: number.value.trim() } : {}),
      },
    }),
  )
  busy.value = undefined
  trouble.value = answer.problem
  if (answer.data) {
    put(answer.data)
    left.value = []
    number.value = ''
  }
}
async function look(id: number) {
  const answer = await ask<Schemas['PermitMoney']>(
    api.POST('/api/permit-receipts/{id}/ask', { params: { path: { id } }, body: { key: newKey() } }),
  )
  if (answer.data) put(answer.data)
}
// Back from the office's page: how it ended is asked at once.
if (receipt) void look(receipt)
</script>

<template>
  <waiting v-slot="{ data }" :data="money" :problem="problem" @again="load"
    ><div class="stack">
      <p v-if="!data.offices.length" class="panel pad quiet">Every issued permit is paid.</p>
      <section v-else class="panel over" aria-label="To pay">
        <table class="ledger">
          <thead>
            <tr>
              <th><span class="sr-only">Pay</span></th>
              <th>Permit</th>
              <th>Load</th>
              <th>Reference</th>
              <th>Valid</th>
              <th class="figure">Fee</th>
            </tr>
          </thead>
          <tbody v-for="office in data.offices" :key="`${office.jurisdiction} ${office.applicant ?? ''}`">
            <tr class="office">
              <th colspan="3" scope="rowgroup">
                {{ office.name }}<template v-if="office.applicant"> for {{ office.applicant }}</template>
              </th>
              <td colspan="2" class="small">
                {{
                  office.balance === null
                    ? 'The office does not answer: its balance is not known'
                    : `${showDollars(office.balance)} there in advance`
                }}<template v-if="office.open === false">, closed until {{ office.opens_at }}</template>
              </td>
              <td class="figure">{{ showDollars(due(office)) }}</td>
            </tr>
            <tr v-for="permit in office.permits" :key="permit.id">
              <td class="tick">
                <input
                  type="checkbox"
                  :checked="!left.includes(permit.id)"
                  :disabled="!clerk"
                  :aria-label="`Pay ${permit.number}`"
                  @change="toggle(permit.id)"
                />
              </td>
              <td>
                <a
                  v-if="permit.paper_id"
                  :href="`/api/papers/${permit.paper_id}`"
                  target="_blank"
                  rel="noopener"
                  >{{ permit.number }}</a><span v-else>{{ permit.number }}</span>
              </td>
              <td>
                <router-link :to="`/permits/${permit.load_id}`">{{ permit.load }}</router-link>
              </td>
              <td>{{ permit.reference }}</td>
              <td>{{ showDay(permit.valid_from ?? '') }} to {{ showDay(permit.valid_to ?? '') }}</td>
              <td class="figure">{{ showDollars(permit.fee) }}</td>
            </tr>
          </tbody>
        </table>
        <form v-if="clerk" class="act" @submit.prevent="pay('elsewhere')">
          <v-btn
            color="primary"
            :disabled="!chosen.length || short.length > 0"
            :loading="busy === 'balance'"
            @click="pay('balance')"
            >Pay {{ showDollars(sum(chosen)) }} from the balance</v-btn
          >
          <v-btn variant="tonal" :disabled="!chosen.length" :loading="busy === 'card'" @click="pay('card')"
            >By card</v-btn
          >
          <v-text-field
            v-model="number"
            class="number"
            label="Paid elsewhere, receipt"
            :error-messages="trouble?.path === '/number' ? trouble.message : undefined"
          /><v-btn
            type="submit"
            variant="text"
            :disabled="!chosen.length || number.trim().length < 2"
            :loading="busy === 'elsewhere'"
            >Note it</v-btn
          >
        </form>
        <p v-if="short.length" class="pad small">
          More is due than is there in advance: {{ short.map(({ name }) => name).join(', ') }}. Pay by card,
          or choose fewer.
        </p>
        <v-alert v-if="trouble && trouble.path !== '/number'" type="error" class="ma-3">{{
          trouble.message
        }}</v-alert>
      </section>
      <section v-if="data.months.length" class="panel over" aria-label="By month">
        <div class="spread title">
          <h2>By month</h2>
          <v-btn size="small" variant="tonal" href="/api/permits/costs.csv">A row a permit, as CSV</v-btn>
        </div>
        <table class="ledger">
          <thead>
            <tr>
              <th>Month</th>
              <th class="figure">Asked</th>
              <th class="figure">Paid</th>
              <th class="figure">Came back</th>
              <th class="figure">In the price of loads</th>
            </tr>
          </thead>
          <tbody>
            <tr v-for="one in data.months" :key="one.month">
              <td>{{ showMonth(one.month) }}</td>
              <td class="figure">{{ showDollars(one.asked) }}</td>
              <td class="figure">{{ showDollars(one.paid) }}</td>
              <td class="figure">{{ showDollars(one.refunded) }}</td>
              <td class="figure">{{ showDollars(one.priced) }}</td>
            </tr>
          </tbody>
        </table>
      </section>
      <section v-if="data.receipts.length" class="panel over" aria-label="Payments">
        <h2 class="title">Payments</h2>
        <table class="ledger">
          <thead>
            <tr>
              <th>When</th>
              <th>Office</th>
              <th>Permits</th>
              <th>How</th>
              <th>By</th>
              <th>Status</th>
              <th class="figure">Amount</th>
            </tr>
          </thead>
          <tbody>
            <tr v-for="one in data.receipts" :key="one.id" :class="{ failed: one.status === 'failed' }">
              <td class="date">{{ showTime(one.started_at, 'UTC', { letters: false }) }}</td>
              <td>{{ one.jurisdiction }}</td>
              <td>{{ one.permits.join(', ') }}</td>
              <td>{{ METHOD[one.method] }}</td>
              <td>{{ one.by }}</td>
              <td>
                <strong v-if="one.status !== 'paid'">{{ STATUS[one.status] }}</strong><template v-else
                  >Paid,
                  <a
                    v-if="one.pdf"
                    :href="`/api/permit-receipts/${one.id}/pdf`"
                    target="_blank"
                    rel="noopener"
                    >{{ one.number }}</a><span v-else>{{ one.number }}</span></template
                ><template v-if="one.said">: {{ one.said }}</template>
                <template v-if="one.checkout_url && clerk">
                  • <a :href="one.checkout_url">Go to the office's page</a> •
                  <button type="button" class="link" @click="look(one.id)">
                    Ask how it stands
                  </button></template
                >
              </td>
              <td class="figure">{{ showDollars(one.amount) }}</td>
            </tr>
          </tbody>
        </table>
      </section>
    </div></waiting
  >
</template>

<style scoped>
.pad {
  padding: 0.7rem 0.9rem;
}
.over {
  overflow-x: auto;
}
.title {
  padding: 0.6rem 0.9rem 0.2rem;
}
.date {
  white-space: nowrap;
}
.office th {
  text-align: left;
  font-weight: 700;
}
.office > * {
  background: rgb(var(--v-theme-surface-variant), 0.55);
}
.act {
  display: flex;
  flex-wrap: wrap;
  gap: 0.6rem;
  align-items: center;
  padding: 0.7rem 0.9rem;
}
.number {
  flex: 0 1 14rem;
  margin-left: auto;
}
.tick input {
  width: 20px;
  height: 20px;
}
.failed strong {
  color: rgb(var(--v-theme-late));
}
</style>
