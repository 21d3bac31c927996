<script setup lang="ts">
import { computed, ref } from 'vue'
import { useRoute } from 'vue-router'
import { api, ask, newKey, type Problem, type Schemas } from '@/shared/api'
import { useFetched } from '@/shared/fetched'
import { parseDollars, showDollars } from '@/shared/measure'
import { useSession } from '@/shared/session'
import { showDay } from '@/shared/time'
import Waiting from '@/shared/Waiting.vue'
import PlanPanel from './PlanPanel.vue'

/** What is kept of a driver for pay: his rates, who pays him, where it goes, orders of a court, advances, escrow, and what the books say. */
const route = useRoute()
const session = useSession()
const settles = session.has('settlement_clerk')
const id = computed(() => Number(route.params.id))
const { data, problem, load, put } = useFetched(
  id,
  driver => ask<Schemas['DriverPay']>(api.GET('/api/drivers/{id}/pay', { params: { path: { id: driver } } })),
  change => ['driver', 'pay_run'].includes(change.kind),
)
const today = new Date(session.now()).toISOString().slice(0, 10)
const bank = ref({ routing: '', account: '', kind: 'checking' })
const order = ref({ kind: 'ordinary', label: '', amount: '', limit: '' })
const advance = ref({ label: '', principal: '', fee: '', installments: '1' })
const SAYS: Record<string, string> = {
  advances: 'Advances that are open',
  escrow: 'Escrow, kept for the driver',
  net_payable: 'To be paid',
  carried_forward: 'Carried to the next statement',
}
const busy = ref('')
const trouble = ref<Problem & { of: string }>()
const at = (of: string, field: string) =>
  trouble.value?.of === of && trouble.value.path === `/${field}` ? trouble.value.message : undefined
async function act(of: string, call: Promise<{ data?: Schemas['DriverPay']; error?: unknown }>) {
  busy.value = of
  const answer = await ask(call)
  busy.value = ''
  trouble.value = answer.problem && { ...answer.problem, of }
  if (answer.data) put(answer.data)
  return !answer.problem
}
async function keepBank() {
  if (
    await act(
      'bank',
      api.POST('/api/drivers/{id}/bank-account', {
        params: { path: { id: id.value } },
        body: {
          key: newKey(),
          routing: bank.value.routing.trim(),
          account: bank.value.account.trim(),
          kind: bank.value.kind as 'checking',
        },
      }),
    )
  )
    bank.value = { routing: '', account: '', kind: 'checking' }
}
async function keepOrder() {
  if (
    await act(
      'order',
      api.POST('/api/garnishments', {
        body: {
          key: newKey(),
          driver_id: id.value,
          kind: order.value.kind as 'ordinary',
          label: order.value.label.trim(),
          amount: parseDollars(order.value.amount) ?? '',
          limit_percent: order.value.limit.trim() ? (parseDollars(order.value.limit) ?? null) : null,
          from_on: today,
        },
      }),
    )
  )
    order.value = { kind: 'ordinary', label: '', amount: '', limit: '' }
}
async function giveAdvance() {
  if (
    await act(
      'advance',
      api.POST('/api/advances', {
        body: {
          key: newKey(),
          driver_id: id.value,
          label: advance.value.label.trim(),
          principal: parseDollars(advance.value.principal) ?? '',
          ...(advance.value.fee.trim() ? { fee_percent: parseDollars(advance.value.fee) ?? '' } : {}),
          installments: Number(advance.value.installments),
          from_on: today,
        },
      }),
    )
  )
    advance.value = { label: '', principal: '', fee: '', installments: '1' }
}
async function keepPlan(input: Omit<Schemas['PayPlanInput'], 'key'>, kept: () => void) {
  if (
    await act(
      'plan',
      api.POST('/api/drivers/{id}/pay-plans', {
        params: { path: { id: id.value } },
        body: { key: newKey(), ...input },
      }),
    )
  )
    kept()
}
const employ = (company: number | null) =>
  act(
    'company',
    api.PUT('/api/drivers/{id}/operating-company', {
      params: { path: { id: id.value } },
      body: { key: newKey(), operating_company_id: company },
    }),
  )
const giveBack = (deductionId: number) =>
  act(
    'escrow',
    api.POST('/api/drivers/{id}/escrow-return', {
      params: { path: { id: id.value } },
      body: { key: newKey(), deduction_id: deductionId, ended_on: today },
    }),
  )
const { data: companies } = useFetched(
  () => 0,
  () => ask<Schemas['OperatingCompany'][]>(api.GET('/api/operating-companies')),
  change => change.kind === 'company',
)
const payers = computed(() => [
  { value: null, title: 'the house' },
  ...(companies.value ?? [])
    .filter(({ retired, id: one }) => !retired || one === data.value?.operating_company_id)
    .map(({ id: value, name: title }) => ({ value, title })),
])
const endOrder = (one?: number) =>
  one &&
  act(
    'order',
    api.POST('/api/garnishments/{id}/end', {
      params: { path: { id: one } },
      body: { key: newKey(), to_on: today },
    }),
  )
</script>

<template>
  <waiting v-slot="{ data: pay }" :data="data" :problem="problem" @again="load"
    ><div class="stack sheet">
      <h1>Pay of {{ pay.driver.name }}</h1>
      <plan-panel
        :plans="pay.plans"
        :settles="settles"
        :today="today"
        :busy="busy === 'plan'"
        :problem="trouble?.of === 'plan' ? trouble : undefined"
        @keep="keepPlan"
      />
      <section v-if="payers.length > 1" class="panel pad" aria-label="Operating company">
        <h2>Paid by</h2>
        <v-select
          class="payer"
          :model-value="pay.operating_company_id"
          label="Operating company"
          :items="payers"
          :readonly="!settles"
          :loading="busy === 'company'"
          @update:model-value="employ"
        />
        <p class="small quiet mt-1">What is on a locked statement stays with the company that it names.</p>
      </section>
      <section class="panel pad" aria-label="Balances">
        <h2>By the books</h2>
        <p v-if="!pay.balances.length" class="quiet">Nothing is posted yet.</p>
        <dl v-else class="facts">
          <template v-for="one in pay.balances" :key="one.account"
            ><dt>{{ SAYS[one.account] ?? one.label }}</dt>
            <dd class="figure">{{ showDollars(one.amount) }}</dd></template
          >
        </dl>
        <ul v-if="pay.funds.some(({ balance }) => Number(balance))" class="rows mt-2">
          <template v-for="fund in pay.funds" :key="fund.deduction_id"
            ><li v-if="Number(fund.balance)" class="spread">
              <span
                >{{ fund.label }}: <strong>{{ showDollars(fund.balance) }}</strong> is kept<span class="quiet"
                  >; when the lease ends it is due back within 45 days</span
                ></span
              ><v-btn
                v-if="settles"
                size="small"
                variant="text"
                :loading="busy === 'escrow'"
                @click="giveBack(fund.deduction_id)"
                >Give it back</v-btn
              >
            </li></template
          >
        </ul>
        <p v-if="trouble?.of === 'escrow'" class="wrong small">{{ trouble.message }}</p>
      </section>
      <section class="panel pad" aria-label="Bank">
        <h2>Bank account</h2>
        <p v-if="pay.bank">
          {{ pay.bank.kind === 'savings' ? 'Savings' : 'Checking' }} account that {{ pay.bank.account }},
          routing {{ pay.bank.routing
          }}<span class="quiet"
            >,
            {{
              pay.bank.prenote_on ? `prenote sent ${showDay(pay.bank.prenote_on)}` : 'not proven yet'
            }}</span
          >
        </p>
        <p v-else class="quiet">None: this driver is paid by cheque.</p>
        <form v-if="settles" class="form" @submit.prevent="keepBank">
          <v-text-field
            v-model="bank.routing"
            label="Routing number"
            inputmode="numeric"
            :error-messages="at('bank', 'routing')"
          /><v-text-field
            v-model="bank.account"
            label="Account number"
            :error-messages="at('bank', 'account')"
          /><v-select
            v-model="bank.kind"
            label="Kind"
            :items="[
              { value: 'checking', title: 'Checking' },
              { value: 'savings', title: 'Savings' },
            ]"
          /><v-btn
            type="submit"
            variant="tonal"
            :disabled="!/^\d{9}$/.test(bank.routing.trim()) || bank.account.trim().length < 4"
            :loading="busy === 'bank'"
            >Keep it</v-btn
          >
        </form>
      </section>
      <section class="panel pad" aria-label="Advances">
        <h2>Advances</h2>
        <ul class="rows">
          <li v-for="one in pay.advances" :key="one.id">
            {{ one.label }}, {{ showDollars(one.principal) }}:
            <span class="quiet">{{ one.taken }} of {{ one.installments }} parts taken</span>
          </li>
        </ul>
        <form v-if="settles" class="form" @submit.prevent="giveAdvance">
          <v-text-field v-model="advance.label" label="What for" /><v-text-field
            v-model="advance.principal"
            label="Dollars"
            inputmode="decimal"
            :error-messages="at('advance', 'principal')"
          /><v-text-field v-model="advance.fee" label="Fee, %" inputmode="decimal" /><v-text-field
            v-model="advance.installments"
            label="Parts"
            inputmode="numeric"
          /><v-btn
            type="submit"
            variant="tonal"
            :disabled="
              !advance.label.trim() ||
              !parseDollars(advance.principal) ||
              !/^\d{1,3}$/.test(advance.installments)
            "
            :loading="busy === 'advance'"
            >Give it</v-btn
          >
        </form>
      </section>
      <section class="panel pad" aria-label="Orders of a court">
        <h2>Orders of a court</h2>
        <ul class="rows">
          <li v-for="one in pay.garnishments" :key="one.id" class="spread">
            <span
              >{{ one.label }}, {{ showDollars(one.amount) }} a period<span class="quiet"
                >, {{ one.kind === 'support' ? `support, up to ${one.limit_percent ?? 50} %` : 'ordinary'
                }}<template v-if="one.to_on">, ended {{ showDay(one.to_on) }}</template></span
              ></span
            ><v-btn v-if="settles && !one.to_on" size="small" variant="text" @click="endOrder(one.id)"
              >End it today</v-btn
            >
          </li>
        </ul>
        <form v-if="settles" class="form" @submit.prevent="keepOrder">
          <v-select
            v-model="order.kind"
            label="Kind"
            :items="[
              { value: 'ordinary', title: 'Ordinary' },
              { value: 'support', title: 'Support' },
            ]"
          /><v-text-field v-model="order.label" label="Name" /><v-text-field
            v-model="order.amount"
            label="Dollars a period"
            inputmode="decimal"
            :error-messages="at('order', 'amount')"
          /><v-text-field
            v-if="order.kind === 'support'"
            v-model="order.limit"
            label="Limit, %, else 50"
            inputmode="decimal"
            :error-messages="at('order', 'limit_percent')"
          /><v-btn
            type="submit"
            variant="tonal"
            :disabled="!order.label.trim() || !parseDollars(order.amount)"
            :loading="busy === 'order'"
            >Keep it</v-btn
          >
        </form>
        <p class="small quiet mt-1">
          Held to the federal limits of 15 U.S.C. 1673, support first. Tax levies, bankruptcy orders and lower
          state limits are not covered.
        </p>
      </section>
      <v-alert v-if="trouble && !trouble.path && trouble.of !== 'plan'" type="error">{{
        trouble.message
      }}</v-alert>
    </div></waiting
  >
</template>

<style scoped>
.sheet {
  max-width: 60rem;
  margin: 0 auto;
}
.pad {
  padding: 0.8rem 1rem;
}
.form {
  display: flex;
  flex-wrap: wrap;
  gap: 0.5rem;
  align-items: center;
  margin-top: 0.6rem;
}
.form > :deep(.v-input) {
  flex: 1 1 9rem;
}
.rows {
  list-style: none;
  padding: 0;
}
.facts {
  display: grid;
  grid-template-columns: auto 8rem;
  gap: 0.2rem 1rem;
  justify-content: start;
}
.facts dd {
  margin: 0;
}
.payer {
  max-width: 22rem;
  margin-top: 0.6rem;
}
.wrong {
  color: rgb(var(--v-theme-late));
}
</style>
