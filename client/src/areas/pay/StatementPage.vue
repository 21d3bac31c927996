<script setup lang="ts">
import { mdiFilePdfBox } from '@mdi/js'
import { useTitle } from '@/shared/useTitle'
import { computed, ref } from 'vue'
import { useRoute } from 'vue-router'
import { api, ask, type Schemas } from '@/shared/api'
import { useFetched } from '@/shared/fetched'
import { showDollars } from '@/shared/measure'
import { useSession } from '@/shared/session'
import { showDay } from '@/shared/time'
import Waiting from '@/shared/Waiting.vue'
import CorrectDialog from './CorrectDialog.vue'
import EarningsRibbon from './EarningsRibbon.vue'
import OncePanel from './OncePanel.vue'
import WaitingChanges from './WaitingChanges.vue'
import QuestionsPanel from './QuestionsPanel.vue'
import StatementAgainst from './StatementAgainst.vue'
import StatementBills from './StatementBills.vue'
import StatementLines from './StatementLines.vue'
import { RUN } from './words'

const route = useRoute()
const id = computed(() => Number(route.params.id))
const { data, problem, load } = useFetched(
  id,
  statement => ask(api.GET('/api/statements/{id}', { params: { path: { id: statement } } })),
  change => ['pay_run', 'trip', 'company', 'driver'].includes(change.kind),
)
useTitle(() => data.value?.driver.name)
const settles = useSession().has('settlement_clerk')
const correcting = ref<number>()
function corrected() {
  correcting.value = undefined
  void load()
}
const SECTIONS = {
  earnings: 'Earnings',
  reimbursements: 'Reimbursements',
  taxes: 'Taxes',
  garnishments: 'Garnishments',
  advances: 'Advances',
  one_time: 'One-time deductions',
  recurring: 'Deductions',
} as const
const sections = (statement: Schemas['Statement']) =>
  Object.entries(SECTIONS)
    .map(([name, title]) => ({
      name,
      title,
      lines: statement.lines.filter(line => line.section === name),
    }))
    .filter(({ lines }) => lines.length)
const TOTALS = [
  ['gross', 'Gross'],
  ['reimbursements', 'Reimbursements'],
  ['deductions', 'Deductions'],
  ['net', 'Net'],
] as const
</script>

<template>
  <article class="sheet">
    <waiting v-slot="{ data: statement }" :data="data" :problem="problem" @again="load">
      <header class="panel pad spread wrap">
        <div>
          <p class="quiet small">
            {{ statement.company
            }}<template v-if="statement.company_address">, {{ statement.company_address }}</template> •
            settlement statement, {{ RUN[statement.status]?.toLowerCase() }}
          </p>
          <h1>{{ statement.driver.name }}</h1>
          <p>
            {{ showDay(statement.from) }} – {{ showDay(statement.to) }} •
            <router-link :to="`/pay/${statement.pay_run_id}`">the pay run</router-link> •
            <router-link :to="`/pay/drivers/${statement.driver.id}`">bank, orders, advances</router-link>
          </p>
        </div>
        <div class="net">
          <span class="quiet small">Net pay</span><strong>{{ showDollars(statement.net) }}</strong
          ><v-btn
            size="small"
            variant="tonal"
            :prepend-icon="mdiFilePdfBox"
            :href="`/api/statements/${id}/pdf`"
            target="_blank"
            >PDF</v-btn
          >
        </div>
      </header>
      <section class="panel pad"><earnings-ribbon :statement="statement" /></section>
      <statement-lines
        v-for="section in sections(statement)"
        :key="section.name"
        :title="section.title"
        :lines="section.lines"
        :correctable="settles && statement.status === 'draft' && section.name === 'earnings'"
        @correct="correcting = $event"
      />
      <p v-if="statement.no_tax" class="panel pad">
        No tax is withheld on this statement.
        <strong v-if="statement.taxes_wanted"
          >An order waits for the taxes: give them in
          <router-link :to="`/pay/${statement.pay_run_id}`">the pay run</router-link>.</strong
        >
      </p>
      <correct-dialog v-if="correcting" :id="correcting" @close="correcting = undefined" @done="corrected" />
      <section v-if="statement.short?.length" class="panel pad" aria-label="Short">
        <h2>Was short</h2>
        <ul class="short">
          <li v-for="(one, i) in statement.short" :key="i">
            {{ one.label }}: {{ showDollars(one.amount) }},
            {{ one.carried ? 'taken from the next statement' : 'dropped' }}
          </li>
        </ul>
      </section>
      <section v-if="statement.escrow?.length" class="panel pad" aria-label="Kept for the driver">
        <h2>Kept for the driver</h2>
        <ul class="short">
          <li v-for="fund in statement.escrow" :key="fund.label">
            {{ fund.label }}: <strong>{{ showDollars(fund.balance) }}</strong><template v-if="fund.goal">
              of {{ showDollars(fund.goal) }}</template
            >
          </li>
        </ul>
      </section>
      <statement-bills v-if="statement.freight_bills?.length" :bills="statement.freight_bills" />
      <waiting-changes :driver="statement.driver.id" />
      <once-panel :statement="statement" @done="load" />
      <questions-panel
        v-if="statement.questions?.length"
        :questions="statement.questions"
        :settles="false"
        :busy="false"
      />
      <statement-against
        v-if="statement.against?.rows.length"
        :against="statement.against"
        :net="statement.net"
      />
      <section class="panel totals">
        <table class="ledger">
          <thead>
            <tr>
              <th><span class="sr-only">What</span></th>
              <th class="figure">This period</th>
              <th class="figure">Year to date</th>
            </tr>
          </thead>
          <tbody>
            <tr v-for="[name, label] in TOTALS" :key="name" :class="name">
              <td>{{ label }}</td>
              <td class="figure">{{ showDollars(statement[name]) }}</td>
              <td class="figure" data-of="Year">{{ showDollars(statement.year[name]) }}</td>
            </tr>
          </tbody>
        </table>
      </section>
    </waiting>
  </article>
</template>

<style scoped>
.sheet {
  max-width: 1000px;
  margin: 0 auto;
  display: flex;
  flex-direction: column;
  gap: 0.75rem;
}
.pad {
  padding: 0.8rem 1rem;
}
.wrap {
  flex-wrap: wrap;
}
.net {
  display: flex;
  align-items: center;
  gap: 0.8rem;
}
.net strong {
  font-size: 1.6rem;
}
.totals {
  align-self: flex-end;
  width: 26rem;
  max-width: 100%;
}
.totals .net td {
  font-weight: 700;
}
@media (min-width: 701px) {
  .totals .net td {
    display: table-cell;
  }
  tr.net {
    display: table-row;
  }
}
@media (max-width: 700px) {
  .totals tr.net {
    display: flex;
  }
}
.short {
  padding-left: 1.1rem;
}
tr:last-child td {
  border-bottom: 0;
}
</style>
