<script setup lang="ts">
import { computed, ref } from 'vue'
import { api, ask, type Schemas } from '@/shared/api'
import { announce } from '@/shared/announce'
import { useFetched } from '@/shared/fetched'
import { showDollars } from '@/shared/measure'
import { useSession } from '@/shared/session'
import { showTime } from '@/shared/time'
import { useAct } from '@/shared/useAct'
import Waiting from '@/shared/Waiting.vue'
import { byCustomer, WHOSE, worked, type Unbilled } from './words'

/** Delivered loads that are not billed: what is ready, and what waits, with why, whose move and since when. */
const emit = defineEmits<{ look: [id: number] }>()
const session = useSession()
const mayBill = session.has('settlement_clerk')
const { data, problem, load } = useFetched(
  () => 0,
  () => ask<Schemas['BillingDesk']>(api.GET('/api/billing')),
  change => ['load', 'invoice', 'trip', 'customer'].includes(change.kind),
)
const groups = computed(() => byCustomer(data.value?.ready ?? []))
const ofCustomer = (id: number) =>
  showDollars(data.value?.sums.customers.find(({ customer_id }) => customer_id === id)?.total ?? '0')
/** Who bills these, where nobody has to. */
const BY_RULE = {
  by_hand: '',
  each_load: 'billed by itself in a moment',
  each_week: 'billed with the week on Monday',
}
const doing = ref<string>()
/** What was billed last: it can be mailed from here. */
const last = ref<Schemas['InvoiceInFull']>()
const { busy, trouble, act } = useAct<Schemas['InvoiceInFull']>(
  made => {
    announce(`${made.number} is made.`)
    last.value = made
    void load()
  },
  () => [doing.value, data.value],
)
const bill = (loads: readonly Unbilled[]) => {
  doing.value = loads.map(({ id }) => id).join(',')
  void act(key => api.POST('/api/invoices', { body: { key, load_ids: loads.map(({ id }) => id) } }))
}
const mailed = useAct<Schemas['InvoiceInFull']>(
  answer => (last.value = answer),
  () => last.value?.id,
)
const mail = () =>
  mailed.act(key =>
    api.POST('/api/invoices/{id}/mail', { params: { path: { id: last.value!.id } }, body: { key } }),
  )
const asking = ref<number>()
const asked = useAct<unknown>(
  () => announce('The driver is asked.'),
  () => [asking.value],
)
/** A text to who delivered it, for what is missing. */
function askDriver(row: Unbilled) {
  if (!row.driver) return
  asking.value = row.id
  const { id, trip_id } = row.driver
  const body = `Please send for ${row.number}: ${row.waits
    .filter(({ act: helps }) => helps === 'ask_driver')
    .map(({ text }) => text)
    .join(' ')}`
  void asked.act(key =>
    api.POST('/api/messages/{id}', { params: { path: { id } }, body: { key, body, trip_id } }),
  )
}
/** A mail to the customer for his number. */
function askCustomer(row: Unbilled) {
  asking.value = row.id
  void customerAsked.act(key =>
    api.POST('/api/loads/{id}/ask-authorisation', { params: { path: { id: row.id } }, body: { key } }),
  )
}
const customerAsked = useAct<unknown>(
  () => announce('The customer is asked by mail.'),
  () => [asking.value],
)
/** What the driver laid out is charged as it is. */
const charged = useAct<unknown>(
  () => void load(),
  () => [asking.value, data.value],
)
function chargeLumper(row: Unbilled, amount: string) {
  asking.value = row.id
  const body = { version: row.version, kind: 'lumper', label: 'Lumper', amount } as const
  void charged.act(key =>
    api.POST('/api/loads/{id}/charges', { params: { path: { id: row.id } }, body: { key, ...body } }),
  )
}
const refused = computed(() => trouble.value ?? customerAsked.trouble.value ?? charged.trouble.value)
const decides = ({ waits, driver }: Unbilled) =>
  driver && waits.some(({ act: helps }) => helps === 'settle_detention')
const wantsDiesel = ({ waits }: Unbilled) => waits.some(({ act: helps }) => helps === 'take_diesel')
const canAsk = ({ waits, driver }: Unbilled) =>
  driver && waits.some(({ act: helps }) => helps === 'ask_driver')
</script>

<template>
  <waiting v-slot="{ data: desk }" :data="data" :problem="problem" @again="load">
    <v-alert v-if="refused" type="error" class="mb-2">{{ refused.message }}</v-alert>
    <p v-if="last" class="panel pad row" role="status">
      <span
        ><button type="button" class="link" @click="emit('look', last.id)">{{ last.number }}</button> over
        {{ showDollars(last.total) }} is made for {{ last.customer
        }}{{ last.mails.length ? `, and mailed to ${last.mails.at(-1)!.to}` : '' }}.</span
      ><v-btn
        v-if="!last.mails.length && last.mail_to"
        size="small"
        variant="tonal"
        :loading="mailed.busy.value"
        @click="mail"
        >Mail it to {{ last.mail_to }}</v-btn
      ><span v-if="mailed.trouble.value" role="alert">{{ mailed.trouble.value.message }}</span>
    </p>
    <div class="columns">
      <section class="panel" aria-label="Ready">
        <header class="spread pad">
          <h2>Ready</h2>
          <strong class="figure">{{ showDollars(desk.sums.ready) }}</strong>
        </header>
        <p v-if="!desk.ready.length" class="pad quiet">
          Nothing. What is delivered comes here once its papers are in and its charges are settled.
        </p>
        <table v-for="[customer, loads] in groups" v-else :key="loads[0]!.customer_id" class="ledger">
          <thead>
            <tr>
              <th>
                {{ customer }}
                <span v-if="loads[0]!.bill_by !== 'by_hand'" class="small quiet">{{
                  BY_RULE[loads[0]!.bill_by]
                }}</span>
              </th>
              <th class="figure">{{ ofCustomer(loads[0]!.customer_id) }}</th>
              <td class="figure act">
                <v-btn
                  v-if="mayBill && loads.length > 1"
                  size="small"
                  variant="text"
                  :disabled="busy"
                  :aria-label="`On one invoice: ${customer}`"
                  @click="bill(loads)"
                  >On one invoice</v-btn
                >
              </td>
            </tr>
          </thead>
          <tbody>
            <tr v-for="row in loads" :key="row.id">
              <td>
                <router-link :to="`/freight/${row.id}`"
                  ><strong>{{ row.number }}</strong></router-link
                >
                {{ row.origin }} → {{ row.destination }}
                <div class="small quiet narrow">{{ customer }}</div>
                <div v-for="one in row.unusual" :key="one.text" class="small unusual">
                  {{ one.text }}
                  <button
                    v-if="one.act === 'ask_customer'"
                    type="button"
                    class="link"
                    :disabled="customerAsked.busy.value"
                    :aria-label="`Ask for their number: ${row.number}`"
                    @click="askCustomer(row)"
                  >
                    Ask for their number
                  </button>
                  <button
                    v-if="one.act === 'charge_lumper' && one.amount"
                    type="button"
                    class="link"
                    :disabled="charged.busy.value"
                    :aria-label="`Charge it: ${row.number}, ${showDollars(one.amount)}`"
                    @click="chargeLumper(row, one.amount)"
                  >
                    Charge it
                  </button>
                </div>
                <details class="small quiet">
                  <summary>
                    {{ row.charges.length === 1 ? 'One line' : `${row.charges.length} lines` }}
                  </summary>
                  <div v-for="(charge, i) in row.charges" :key="i" class="spread">
                    <span>{{ charge.label }}{{ worked(charge) ? `, ${worked(charge)}` : '' }}</span
                    ><span class="figure">{{ showDollars(charge.amount) }}</span>
                  </div>
                </details>
              </td>
              <td class="figure">{{ showDollars(row.total) }}</td>
              <td class="figure act">
                <v-btn
                  v-if="mayBill"
                  size="small"
                  variant="tonal"
                  :disabled="busy"
                  :loading="busy && doing === String(row.id)"
                  :aria-label="`Bill it: ${row.number}`"
                  @click="bill([row])"
                  >Bill it</v-btn
                >
              </td>
            </tr>
          </tbody>
        </table>
      </section>
      <section class="panel" aria-label="Waiting">
        <header class="spread pad">
          <h2>Waiting</h2>
          <strong class="figure">{{ showDollars(desk.sums.waiting) }}</strong>
        </header>
        <p v-if="!desk.waiting.length" class="pad quiet">Nothing waits.</p>
        <table v-else class="ledger">
          <tbody>
            <tr v-for="row in desk.waiting" :key="row.id">
              <td>
                <router-link :to="`/freight/${row.id}`"
                  ><strong>{{ row.number }}</strong></router-link
                >
                {{ row.customer }}
                <div v-for="wait in row.waits" :key="wait.code" class="small">
                  {{ wait.text }}
                  <span class="quiet"
                    >{{ WHOSE[wait.whose]
                    }}{{
                      wait.since ? `, since ${showTime(wait.since, row.zone ?? session.zone)}` : ''
                    }}</span
                  >
                </div>
              </td>
              <td class="figure">{{ showDollars(row.total) }}</td>
              <td class="figure act">
                <v-btn
                  v-if="canAsk(row)"
                  size="small"
                  variant="tonal"
                  :disabled="asked.busy.value"
                  :aria-label="`Ask ${row.driver!.name}: ${row.number}`"
                  @click="askDriver(row)"
                  >Ask {{ row.driver!.name }}</v-btn
                >
                <router-link v-if="decides(row)" :to="`/road?trip=${row.driver!.trip_id}`"
                  >Decide it</router-link
                >
                <router-link v-if="wantsDiesel(row)" to="/billing?view=prices">Take it in</router-link>
              </td>
            </tr>
          </tbody>
        </table>
        <v-alert v-if="asked.trouble.value" type="error" class="ma-2">{{
          asked.trouble.value.message
        }}</v-alert>
      </section>
    </div>
  </waiting>
</template>

<style scoped>
.columns {
  display: grid;
  grid-template-columns: minmax(0, 1.15fr) minmax(0, 1fr);
  gap: 0.75rem;
  align-items: start;
}
.pad {
  padding: 0.6rem 0.85rem;
  margin: 0;
}
.act {
  width: 8.5rem;
}
/* A table for each customer: their columns stand under each other. */
section[aria-label='Ready'] table {
  table-layout: fixed;
}
section[aria-label='Ready'] .figure:not(.act) {
  width: 7rem;
}
.unusual {
  color: rgb(var(--v-theme-tight));
}
.narrow {
  display: none;
}
@media (max-width: 700px) {
  .narrow {
    display: block;
  }
}
@media (max-width: 1000px) {
  .columns {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
