<script setup lang="ts">
import { computed, ref } from 'vue'
import { STANDING } from '@/areas/billing/words'
import { api, ask, type Schemas } from '@/shared/api'
import { useFetched } from '@/shared/fetched'
import { showDollars, sumDollars } from '@/shared/measure'
import { showDay } from '@/shared/time'
import Waiting from '@/shared/Waiting.vue'

/** What the customer was billed, and what of it is open. */
const open = ref(true)
const { data, problem, load } = useFetched(
  () => 0,
  () => ask(api.GET('/api/window/invoices')),
)
const owes = ({ standing }: Schemas['WindowInvoice']) => standing === 'open' || standing === 'overdue'
const rows = computed(() => (data.value ?? []).filter(row => !open.value || owes(row)))
</script>

<template>
  <h1 class="sr-only">Bills</h1>
  <section class="panel" aria-label="Bills">
    <header class="pad"><v-checkbox v-model="open" label="Only what is open" /></header>
    <waiting :data="data" :problem="problem" @again="load">
      <p v-if="!rows.length" class="pad quiet">{{ open ? 'Nothing is open.' : 'No bills yet.' }}</p>
      <table v-else class="ledger">
        <thead>
          <tr>
            <th>Bill</th>
            <th>Of</th>
            <th>Due</th>
            <th>Stands</th>
            <th class="figure">Total</th>
            <th class="figure">Open</th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="row in rows" :key="row.id">
            <td data-of="Bill">
              <a :href="`/api/window/invoices/${row.id}/pdf`" target="_blank" rel="noopener">{{
                row.number
              }}</a>
            </td>
            <td data-of="Of">{{ showDay(row.invoiced_on) }}</td>
            <td data-of="Due">{{ showDay(row.due_on) }}</td>
            <td data-of="Stands">{{ STANDING[row.standing] }}</td>
            <td data-of="Total" class="figure">{{ showDollars(row.total) }}</td>
            <td data-of="Open" class="figure">{{ owes(row) ? showDollars(row.owed) : '–' }}</td>
          </tr>
        </tbody>
        <tfoot>
          <tr>
            <td colspan="5">Open in all</td>
            <td class="figure">
              <strong>{{ showDollars(sumDollars(rows.map(row => row.owed))) }}</strong>
            </td>
          </tr>
        </tfoot>
      </table>
    </waiting>
  </section>
</template>

<style scoped>
.pad {
  padding: 0.4rem 0.85rem;
  margin: 0;
}
</style>
