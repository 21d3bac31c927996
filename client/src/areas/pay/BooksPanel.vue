<script setup lang="ts">
import type { Problem, Schemas } from '@/shared/api'
import { showDollars } from '@/shared/measure'

/** What the books say of a driver, and what is kept for him in escrow. */
defineProps<{
  pay: Schemas['DriverPay']
  settles: boolean
  busy: boolean
  problem: Problem | undefined
}>()
defineEmits<{ giveBack: [deductionId: number] }>()
const SAYS: Record<string, string> = {
  advances: 'Advances that are open',
  escrow: 'Escrow, kept for the driver',
  net_payable: 'To be paid',
  carried_forward: 'Carried to the next statement',
}
</script>

<template>
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
            :loading="busy"
            @click="$emit('giveBack', fund.deduction_id)"
            >Give it back</v-btn
          >
        </li></template
      >
    </ul>
    <p v-if="problem" class="wrong small">{{ problem.message }}</p>
  </section>
</template>

<style scoped>
.pad {
  padding: 0.8rem 1rem;
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
.wrong {
  color: rgb(var(--v-theme-late));
}
</style>
