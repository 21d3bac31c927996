<script setup lang="ts">
import { computed, ref } from 'vue'
import { api, ask } from '@/shared/api'
import { useFetched } from '@/shared/fetched'
import { showDollars, sumDollars } from '@/shared/measure'
import { useSession } from '@/shared/session'
import { dayAt, showDay } from '@/shared/time'
import Waiting from '@/shared/Waiting.vue'

/** What the customer was billed, and what of it is open. */
const session = useSession()
const open = ref(true)
const { data, problem, load } = useFetched(
  () => 0,
  () => ask(api.GET('/api/window/invoices')),
)
const owing = (owed: string | null) => Number(owed) > 0
const rows = computed(() => (data.value ?? []).filter(row => !open.value || owing(row.owed)))
const today = computed(() => dayAt(session.now(), session.zone))
const stands = (row: (typeof rows.value)[number]) => {
  if (row.kind === 'credit_note') return 'Credit note'
  if (!owing(row.owed)) return 'Settled'
  return row.due_on < today.value ? 'Overdue' : 'Open'
}
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
            <td data-of="Stands">{{ stands(row) }}</td>
            <td data-of="Total" class="figure">{{ showDollars(row.total) }}</td>
            <td data-of="Open" class="figure">{{ owing(row.owed) ? showDollars(row.owed) : '–' }}</td>
          </tr>
        </tbody>
        <tfoot>
          <tr>
            <th scope="row" colspan="5">Open in all</th>
            <td class="figure">
              <strong>{{ showDollars(sumDollars(rows.map(row => row.owed ?? '0'))) }}</strong>
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
