<script setup lang="ts">
import { ref } from 'vue'
import { api, ask } from '@/shared/api'
import { useFetched } from '@/shared/fetched'
import { showDollars } from '@/shared/measure'
import { showDay } from '@/shared/time'
import Waiting from '@/shared/Waiting.vue'
import { STANDING, type InvoiceRow } from './words'

/** Invoices and credit notes, the latest first. */
const emit = defineEmits<{ look: [id: number] }>()
const open = ref(true)
const text = ref('')
const { data, problem, load } = useFetched(
  () => ({ open: open.value, q: text.value.trim() }),
  query => ask<InvoiceRow[]>(api.GET('/api/invoices', { params: { query } })),
  change => change.kind === 'invoice',
)
</script>

<template>
  <section class="panel" aria-label="Invoices">
    <header class="row pad">
      <v-text-field v-model.lazy="text" label="Number or customer" /><v-checkbox
        v-model="open"
        label="Only what is owed"
      />
    </header>
    <waiting v-slot="{ data: rows }" :data="data" :problem="problem" @again="load">
      <p v-if="!rows.length" class="pad quiet">{{ open ? 'Nothing is owed.' : 'No invoices yet.' }}</p>
      <table v-else class="ledger">
        <thead>
          <tr>
            <th>Number</th>
            <th>Customer</th>
            <th>Of</th>
            <th>Due</th>
            <th>Stands</th>
            <th class="figure">Total</th>
            <th class="figure">Owed</th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="row in rows" :key="row.id" class="pick">
            <td data-of="Number">
              <button type="button" class="link whole-row" @click="emit('look', row.id)">
                {{ row.number }}
              </button>
            </td>
            <td data-of="Customer">{{ row.customer }}</td>
            <td data-of="Of">{{ showDay(row.invoiced_on) }}</td>
            <td data-of="Due">{{ showDay(row.due_on) }}</td>
            <td data-of="Stands" :class="{ late: row.standing === 'overdue' }">
              {{ STANDING[row.standing] }}
            </td>
            <td data-of="Total" class="figure">{{ showDollars(row.total) }}</td>
            <td data-of="Owed" class="figure">{{ showDollars(row.owed) }}</td>
          </tr>
        </tbody>
      </table>
    </waiting>
  </section>
</template>

<style scoped>
.pad {
  padding: 0.6rem 0.85rem;
  margin: 0;
}
.pick {
  position: relative;
}
.pick:hover {
  background: rgb(var(--v-theme-surface-variant), 0.5);
}
.late {
  color: rgb(var(--v-theme-late));
  font-weight: 600;
}
</style>
