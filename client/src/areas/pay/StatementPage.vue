<script setup lang="ts">
import { mdiFilePdfBox } from '@mdi/js'
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
import QuestionsPanel from './QuestionsPanel.vue'
import { MILES_BY, moved, RUN } from './words'

const route = useRoute()
const id = computed(() => Number(route.params.id))
const { data, problem, load } = useFetched(
  id,
  statement => ask(api.GET('/api/statements/{id}', { params: { path: { id: statement } } })),
  change => ['pay_run', 'trip', 'company', 'driver'].includes(change.kind),
)
const settles = useSession().has('settlement_clerk')
const correcting = ref<number>()
function corrected() {
  correcting.value = undefined
  void load()
}
/** The first line of each trip carries the act on it. */
const first = (lines: Schemas['Statement']['lines'], i: number) =>
  lines[i]?.earning_id && lines.findIndex(({ earning_id }) => earning_id === lines[i]?.earning_id) === i
    ? lines[i]?.earning_id
    : undefined
const SECTIONS: Record<string, string> = {
  earnings: 'Earnings',
  reimbursements: 'Reimbursements',
  taxes: 'Taxes',
  garnishments: 'Garnishments',
  advances: 'Advances',
  one_time: 'One-time deductions',
  recurring: 'Deductions',
}
const sections = (statement: Schemas['Statement']) =>
  Object.keys(SECTIONS)
    .map(name => ({
      name,
      title: SECTIONS[name],
      lines: statement.lines.filter(line => line.section === name),
    }))
    .filter(({ lines }) => lines.length)
    .map(section => ({ ...section, trips: section.lines.some(({ trip }) => trip) }))
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
            settlement statement, {{ RUN[statement.state]?.toLowerCase() }}
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
      <section v-for="section in sections(statement)" :key="section.name" class="panel scroll">
        <table class="ledger">
          <caption>
            {{
              section.title
            }}
          </caption>
          <thead>
            <tr>
              <th>{{ section.title }}</th>
              <template v-if="section.trips"
                ><th>Trip</th>
                <th>Day</th></template
              >
              <th class="figure">Quantity</th>
              <th class="figure">Rate</th>
              <th class="figure">Amount</th>
            </tr>
          </thead>
          <tbody>
            <tr v-for="(line, i) in section.lines" :key="i">
              <td>
                {{ line.label }}
                <span v-if="line.miles_by && line.miles_by !== 'route'" class="quiet small"
                  >by {{ MILES_BY[line.miles_by] }}</span
                ><span v-if="line.estimated" class="quiet small" title="Great circle × 1.2"> estimated</span>
                <div v-if="line.story" class="small quiet">{{ line.story }}</div>
                <div v-if="line.by_state?.length" class="small quiet">
                  {{ line.by_state.map(row => `${row.state} ${row.miles}`).join(' • ') }}
                </div>
              </td>
              <template v-if="section.trips"
                ><td>
                  <router-link v-if="line.load_id" :to="`/freight/${line.load_id}`">{{
                    line.trip
                  }}</router-link>{{ ' ' }} <span class="small quiet">{{ line.route }}</span>{{ ' ' }}
                  <button
                    v-if="
                      settles &&
                      statement.state === 'draft' &&
                      section.name === 'earnings' &&
                      first(section.lines, i)
                    "
                    type="button"
                    class="link small"
                    @click="correcting = first(section.lines, i) ?? undefined"
                  >
                    Put right
                  </button>
                  <div v-if="line.corrected" class="small quiet">{{ line.corrected }}</div>
                </td>
                <td class="nowrap">{{ line.day ? showDay(line.day) : '' }}</td></template
              >
              <td class="figure">{{ line.quantity }}</td>
              <td class="figure" data-of="×">{{ line.rate }}</td>
              <td class="figure">{{ showDollars(line.amount) }}</td>
            </tr>
          </tbody>
        </table>
      </section>
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
      <section v-if="statement.freight_bills?.length" class="panel scroll" aria-label="Freight bills">
        <table class="ledger">
          <caption>
            Freight bills that the percentage is of
          </caption>
          <thead>
            <tr>
              <th>Freight bills that the percentage is of</th>
              <th>Load</th>
              <th class="figure">Amount</th>
            </tr>
          </thead>
          <tbody>
            <template v-for="bill in statement.freight_bills" :key="bill.number"
              ><tr class="bill">
                <td>{{ bill.route }}, {{ showDay(bill.day) }}</td>
                <td>
                  {{ bill.number }} <span v-if="bill.invoice" class="quiet small">{{ bill.invoice }}</span>
                </td>
                <td class="figure">{{ showDollars(bill.total) }}</td>
              </tr>
              <tr v-for="line in bill.lines" :key="line.label">
                <td class="part">{{ line.label }}</td>
                <td />
                <td class="figure">{{ showDollars(line.amount) }}</td>
              </tr></template
            >
          </tbody>
        </table>
      </section>
      <once-panel :statement="statement" @done="load" />
      <questions-panel
        v-if="statement.questions?.length"
        :questions="statement.questions"
        :settles="false"
        :busy="false"
      />
      <section v-if="statement.against?.rows.length" class="panel scroll" aria-label="Against last time">
        <table class="ledger">
          <caption>
            Against
            {{
              showDay(statement.against.from)
            }}
            –
            {{
              showDay(statement.against.to)
            }}
          </caption>
          <thead>
            <tr>
              <th>Against {{ showDay(statement.against.from) }} – {{ showDay(statement.against.to) }}</th>
              <th class="figure">Then</th>
              <th class="figure">Now</th>
              <th class="figure">Difference</th>
            </tr>
          </thead>
          <tbody>
            <tr v-for="one in statement.against.rows" :key="one.label">
              <td>{{ one.label }}</td>
              <td class="figure" data-of="Then">{{ showDollars(one.before) }}</td>
              <td class="figure" data-of="Now">{{ showDollars(one.now) }}</td>
              <td class="figure">{{ moved(one.before, one.now) }}</td>
            </tr>
            <tr class="bill">
              <td>Net</td>
              <td class="figure">{{ showDollars(statement.against.net) }}</td>
              <td class="figure">{{ showDollars(statement.net) }}</td>
              <td class="figure">{{ moved(statement.against.net, statement.net) || 'alike' }}</td>
            </tr>
          </tbody>
        </table>
      </section>
      <section class="panel totals">
        <table class="ledger">
          <thead>
            <tr>
              <th />
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
.scroll {
  overflow-x: auto;
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
  caption {
    display: none;
  }
}
caption {
  text-align: left;
  font-weight: 700;
  padding: 0.5rem 0.6rem 0;
}
@media (max-width: 700px) {
  caption {
    display: block;
  }
  .totals tr.net {
    display: flex;
  }
}
.bill td {
  font-weight: 700;
}
.part {
  padding-left: 1.6rem;
}
.nowrap {
  white-space: nowrap;
}
.short {
  padding-left: 1.1rem;
}
tr:last-child td {
  border-bottom: 0;
}
</style>
