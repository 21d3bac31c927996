<script setup lang="ts">
import { computed, ref } from 'vue'
import { api, ask } from '@/shared/api'
import { useFetched } from '@/shared/fetched'
import { showDollars } from '@/shared/measure'
import { useSession } from '@/shared/session'
import { dayAt } from '@/shared/time'
import DayField from '@/shared/typed/DayField.vue'
import Waiting from '@/shared/Waiting.vue'
import FactorPanel from './FactorPanel.vue'

/** What each account holds, and the journal for whoever keeps the general ledger; what was sold to a factor. */
const emit = defineEmits<{ look: [id: number] }>()
const session = useSession()
const { data, problem, load } = useFetched(
  () => 0,
  () => ask<{ account: string; amount: string }[]>(api.GET('/api/books')),
  change => ['invoice', 'customer', 'pay_run'].includes(change.kind),
)
const ACCOUNTS: Record<string, string> = {
  receivables: 'Owed by customers',
  unapplied_cash: 'Of customers, not applied',
  revenue: 'Revenue',
  discounts: 'Discounts for paying soon',
  write_offs: 'Let go',
  factor_reserve: 'Held back by the factor',
  factoring_fees: 'Factoring fees',
  bank: 'Bank',
  earnings: 'Earned by drivers',
  reimbursements: 'Paid back to drivers',
  taxes: 'Taxes withheld',
  garnishments: 'Garnishments',
  deductions: 'Deductions',
  advances: 'Advances to drivers',
  escrow: 'Escrow of drivers',
  net_payable: 'To be paid to drivers',
  carried_forward: 'Carried to the next statement',
  fees: 'Fees',
  interest: 'Interest on escrow',
}
const named = (account: string) => ACCOUNTS[account] ?? account.replaceAll('_', ' ')
const today = dayAt(session.now(), session.zone)
const from = ref(`${today.slice(0, 8)}01`)
const to = ref(today)
const DAY = /^\d{4}-\d\d-\d\d$/
const ready = computed(() => DAY.test(from.value) && DAY.test(to.value) && from.value <= to.value)
const debit = (amount: string) => (amount.startsWith('-') ? showDollars(amount.slice(1)) : '')
const credit = (amount: string) => (amount.startsWith('-') || Number(amount) === 0 ? '' : showDollars(amount))
</script>

<template>
  <div class="stack">
    <section class="panel" aria-label="Accounts">
      <header class="spread pad"><h2>What each account holds</h2></header>
      <waiting v-slot="{ data: accounts }" :data="data" :problem="problem" @again="load">
        <p v-if="!accounts.length" class="pad quiet">Nothing is posted yet.</p>
        <table v-else class="ledger">
          <thead>
            <tr>
              <th>Account</th>
              <th class="figure">Debit</th>
              <th class="figure">Credit</th>
            </tr>
          </thead>
          <tbody>
            <tr v-for="one in accounts" :key="one.account">
              <td data-of="Account">{{ named(one.account) }}</td>
              <td data-of="Debit" class="figure">{{ debit(one.amount) }}</td>
              <td data-of="Credit" class="figure">{{ credit(one.amount) }}</td>
            </tr>
          </tbody>
        </table>
      </waiting>
      <form class="pad journal" aria-label="The journal" @submit.prevent>
        <day-field v-model="from" label="Journal from" />
        <day-field v-model="to" label="through" />
        <v-btn
          variant="tonal"
          :disabled="!ready"
          :href="ready ? `/api/books/journal.csv?from=${from}&to=${to}` : undefined"
          download="journal.csv"
          >Journal as CSV</v-btn
        >
      </form>
    </section>
    <factor-panel :today="today" @look="id => emit('look', id)" @changed="load" />
  </div>
</template>

<style scoped>
.pad {
  padding: 0.6rem 0.85rem;
  margin: 0;
}
.journal {
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(9rem, 12rem));
  gap: 0.6rem;
  align-items: start;
}
</style>
