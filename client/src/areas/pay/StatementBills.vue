<script setup lang="ts">
import type { Schemas } from '@/shared/api'
import { showDollars } from '@/shared/measure'
import { showDay } from '@/shared/time'

/** What the freight bill of each load says that a percentage was paid of. */
defineProps<{ bills: NonNullable<Schemas['Statement']['freight_bills']> }>()
</script>

<template>
  <section class="panel scroll" aria-label="Freight bills">
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
        <template v-for="bill in bills" :key="bill.number"
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
</template>

<style scoped>
.scroll {
  overflow-x: auto;
}
.bill td {
  font-weight: 700;
}
.part {
  padding-left: 1.6rem;
}
tr:last-child td {
  border-bottom: 0;
}
</style>
