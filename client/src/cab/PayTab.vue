<script setup lang="ts">
import { computed, ref } from 'vue'
import { useI18n } from 'vue-i18n'
import type { Schemas } from '@/shared/api'
import ReceiptForm from './ReceiptForm.vue'
import type { Cab } from './useCab'

const { cab } = defineProps<{ cab: Cab }>()
const { t, te, locale } = useI18n()
const open = ref<Schemas['Statement']>()
const rows = computed(() => cab.cab.value?.pay ?? [])
/** What runs stands on top, with what is earned besides; what is over comes last. */
const running = computed(() => rows.value.filter(({ status }) => status === 'draft'))
const over = computed(() => rows.value.filter(({ status }) => status !== 'draft'))
const day = (text: string) =>
  new Date(`${text}T12:00:00Z`).toLocaleDateString(locale.value === 'es' ? 'es-US' : 'en-US', {
    timeZone: 'UTC',
    month: 'short',
    day: 'numeric',
  })
const dollars = (text: string) => Number(text).toLocaleString('en-US', { style: 'currency', currency: 'USD' })
async function look(id: number) {
  open.value = await cab.statement(id)
  asking.value = -1
}
const asking = ref(-1)
const handing = ref(false)
const earned = computed(() => cab.cab.value?.earned ?? [])
const receipts = computed(() => cab.cab.value?.receipts ?? [])
const sending = computed(() => cab.queue.value.filter(({ path }) => path.startsWith('/api/cab/receipts')))
const body = ref('')
const sent = ref('')
function askAbout(line: number) {
  asking.value = asking.value === line ? -1 : line
  sent.value = ''
}
/** The kinds of earning have words in his language; what the office has named is called so. */
const sayLine = ({ kind, label }: Schemas['Statement']['lines'][number]) =>
  te(`line.${kind}`) ? t(`line.${kind}`) : label
const told = (line: Schemas['Statement']['lines'][number]) =>
  [
    sayLine(line),
    line.quantity && `${line.quantity} × ${line.rate}`,
    line.route,
    line.day && day(line.day),
    dollars(line.amount),
  ]
    .filter(Boolean)
    .join(', ')
async function send(line: Schemas['Statement']['lines'][number]) {
  if (!open.value) return
  const now = await cab.askAboutPay(open.value.id, told(line), body.value.trim())
  if (now) {
    open.value = now
    asking.value = -1
    body.value = ''
  } else sent.value = t('pay.notSent')
}
</script>

<template>
  <template v-if="open">
    <section class="card">
      <h2>{{ t('pay.week', { from: day(open.from), to: day(open.to) }) }}</h2>
      <ul class="lines little">
        <li v-for="(line, i) in open.lines" :key="i">
          <button type="button" class="line spread" :aria-expanded="asking === i" @click="askAbout(i)">
            <span
              >{{ sayLine(line)
              }}<span class="quiet"
                >{{ line.quantity ? ` ${line.quantity}${line.rate ? ` × ${line.rate}` : ''}` : ''
                }}{{ line.route ? `, ${line.route}` : '' }}</span
              ></span
            ><span class="figure">{{ dollars(line.amount) }}</span>
          </button>
          <form v-if="asking === i" class="stack" @submit.prevent="send(line)">
            <p class="quiet">
              {{ told(line) }}{{ line.trip ? `, ${line.trip}` : ''
              }}{{ line.corrected ? `. ${line.corrected}` : '' }}{{ line.story ? `: ${line.story}` : ''
              }}<template v-if="line.by_state?.length"
                >: {{ line.by_state.map(row => `${row.state} ${row.miles}`).join(', ') }}</template
              >
            </p>
            <label>{{ t('pay.ask') }}<textarea v-model="body" rows="2" /></label
            ><button class="press small" :disabled="body.trim().length < 2">{{ t('pay.send') }}</button>
            <p v-if="sent" class="trouble">{{ sent }}</p>
          </form>
        </li>
      </ul>
      <p v-if="open.no_tax" class="little">{{ t('pay.noTax') }}</p>
      <p v-if="open.taxes_wanted" class="little">{{ t('pay.taxesWanted') }}</p>
      <ul v-if="open.short?.length" class="lines little">
        <li v-for="(one, i) in open.short" :key="i" class="quiet">
          {{
            t(one.carried ? 'pay.carried' : 'pay.dropped', { what: one.label, amount: dollars(one.amount) })
          }}
        </li>
      </ul>
      <ul v-if="open.escrow?.length" class="lines little">
        <li v-for="fund in open.escrow" :key="fund.label" class="quiet">
          {{ t('pay.kept', { what: fund.label, amount: dollars(fund.balance) }) }}
        </li>
      </ul>
      <details v-if="open.freight_bills?.length" class="little">
        <summary>{{ t('pay.bills') }}</summary>
        <div v-for="bill in open.freight_bills" :key="bill.number" class="bill">
          <p class="spread">
            <strong>{{ bill.number }}, {{ bill.route }}</strong
            ><strong class="figure">{{ dollars(bill.total) }}</strong>
          </p>
          <p v-for="line in bill.lines" :key="line.label" class="spread quiet">
            <span>{{ line.label }}</span><span class="figure">{{ dollars(line.amount) }}</span>
          </p>
        </div>
      </details>
      <section v-if="open.questions?.length" class="little stack">
        <p v-for="one in open.questions" :key="one.id">
          <span class="quiet">{{ one.line }}</span><br />{{ one.body }}<br /><strong>{{
            one.answer ?? t('pay.waits')
          }}</strong>
        </p>
      </section>
      <details v-if="open.against?.rows.length" class="little">
        <summary>
          {{
            t('pay.against', {
              from: day(open.against.from),
              to: day(open.against.to),
              net: dollars(open.against.net),
            })
          }}
        </summary>
        <p v-for="one in open.against.rows" :key="one.label" class="spread quiet">
          <span>{{ one.label }}</span><span class="figure"
            >{{ dollars(one.before) }} → {{ dollars(one.now) }}</span
          >
        </p>
      </details>
      <p v-if="Number(open.deductions)" class="spread little">
        <span>{{ t('pay.deductions') }}</span><span class="figure">{{ dollars(`-${open.deductions}`) }}</span>
      </p>
      <p class="spread">
        <span>{{ t('pay.gross') }}</span><span class="figure">{{ dollars(open.gross) }}</span>
      </p>
      <p class="spread big">
        <strong>{{ t('pay.net') }}</strong><strong class="figure">{{ dollars(open.net) }}</strong>
      </p>
      <button type="button" class="press" @click="open = undefined">{{ t('pay.close') }}</button>
    </section>
  </template>
  <template v-else>
    <h2>{{ t('pay.title') }}</h2>
    <p v-if="cab.cab.value?.pay_waits">{{ t('pay.numberNew') }}</p>
    <p v-else-if="!rows.length" class="quiet">{{ t('pay.none') }}</p>
    <button v-for="row in running" :key="row.id" type="button" class="card row" @click="look(row.id)">
      <span class="spread"
        ><strong>{{ t('pay.week', { from: day(row.from), to: day(row.to) }) }}</strong
        ><strong class="figure">{{ dollars(row.net) }}</strong></span
      ><span class="spread little quiet"
        ><span>{{ t('pay.gross') }} {{ dollars(row.gross) }}</span
        ><span v-if="row.status === 'draft'">{{ t('pay.open') }}</span></span
      >
    </button>
    <section v-if="earned.length" class="card">
      <h2>{{ t('pay.soon') }}</h2>
      <ul class="lines little">
        <li v-for="one in earned" :key="one.trip" class="spread">
          <span
            >{{ one.trip }}, {{ day(one.day) }}
            <span class="quiet">{{ t(`pay.because.${one.reason ?? 'next'}`) }}</span></span
          ><span class="figure">{{ dollars(one.amount) }}</span>
        </li>
      </ul>
    </section>
    <receipt-form v-if="handing" :cab="cab" @close="handing = false" />
    <section v-else class="card">
      <h2>{{ t('receipt.title') }}</h2>
      <ul v-if="receipts.length || sending.length" class="lines little">
        <li v-for="one in sending" :key="one.key" class="spread">
          <span>{{ one.label }}</span><span class="quiet">{{ t('receipt.waiting') }}</span>
        </li>
        <li v-for="one in receipts" :key="one.id">
          <span class="spread"
            ><span
              >{{ t(`receipt.of.${one.kind}`) }}, {{ day(one.spent_on) }}
              <span class="quiet">{{ t(`receipt.${one.status}`) }}</span></span
            ><span class="figure">{{ dollars(one.amount) }}</span></span
          ><span v-if="one.why" class="quiet">{{ one.why }}</span>
        </li>
      </ul>
      <button type="button" class="press" @click="handing = true">{{ t('receipt.add') }}</button>
    </section>
    <button v-for="row in over" :key="row.id" type="button" class="card row" @click="look(row.id)">
      <span class="spread"
        ><strong>{{ t('pay.week', { from: day(row.from), to: day(row.to) }) }}</strong
        ><strong class="figure">{{ dollars(row.net) }}</strong></span
      ><span class="spread little quiet"
        ><span>{{ t('pay.gross') }} {{ dollars(row.gross) }}</span
        ><span v-if="row.status === 'draft'">{{ t('pay.open') }}</span></span
      >
    </button>
  </template>
</template>

<style scoped>
.row {
  text-align: left;
  cursor: pointer;
  gap: 0.15rem;
  width: 100%;
  min-height: 64px;
}
.lines {
  display: grid;
  gap: 0.1rem;
}
.line {
  width: 100%;
  min-height: 44px;
  font: inherit;
  text-align: left;
  background: none;
  border: 0;
  border-bottom: 1px solid var(--line);
  padding: 0.3rem 0;
  cursor: pointer;
}
textarea {
  width: 100%;
  font: inherit;
}
.lines .spread {
  flex-wrap: nowrap;
}
.big {
  font-size: 1.15rem;
}
.bill {
  margin: 0.4rem 0;
}
.bill p {
  margin: 0;
}
</style>
