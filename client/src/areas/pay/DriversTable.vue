<script setup lang="ts">
import { computed, ref } from 'vue'
import type { Schemas } from '@/shared/api'
import { showDollars, showMiles } from '@/shared/measure'
import { moved } from './words'

/** A run's drivers, each beside last time: found by name or company, put in order by what stands out; the totals stay in sight. */
const { run } = defineProps<{ run: Schemas['PayRun'] }>()
type Row = Schemas['PayRun']['rows'][number]
const FEW = 12
const find = ref<string | null>('')
const payer = ref<string>()
const by = ref<'driver' | 'gross' | 'net' | 'against'>('driver')
const payers = computed(() => [...new Set(run.rows.map(({ company }) => company ?? ''))])
const against = (row: Row) => (row.before === null ? 0 : Math.abs(Number(row.net) - Number(row.before)))
/** Names from A on, figures from the greatest down. */
const ORDERS = {
  driver: (a: Row, b: Row) => a.driver.name.localeCompare(b.driver.name),
  gross: (a: Row, b: Row) => Number(b.gross) - Number(a.gross),
  net: (a: Row, b: Row) => Number(b.net) - Number(a.net),
  against: (a: Row, b: Row) => against(b) - against(a),
}
const rows = computed(() => {
  const text = (find.value ?? '').trim().toLowerCase()
  return run.rows
    .filter(
      ({ driver, company }) =>
        (payer.value === undefined || (company ?? '') === payer.value) &&
        (!text || driver.name.toLowerCase().includes(text)),
    )
    .sort(ORDERS[by.value])
})
const COLUMNS = [
  ['driver', 'Driver'],
  [undefined, 'Trips'],
  [undefined, 'Miles'],
  ['gross', 'Gross'],
  [undefined, 'Deductions'],
  ['net', 'Net'],
  ['against', 'Against last time'],
  [undefined, 'Year to date'],
] as const
</script>

<template>
  <section class="panel" aria-label="Drivers">
    <p v-if="!run.rows.length && !run.building" class="pad">
      Nothing is earned in this period yet, or its papers are missing.
    </p>
    <div v-if="run.rows.length > FEW || payers.length > 1" class="row wrap head">
      <v-text-field v-model="find" class="find" label="Find a driver" clearable /><v-select
        v-if="payers.length > 1"
        class="find"
        clearable
        label="Paid by"
        :model-value="payer ?? null"
        :items="payers.map(name => ({ value: name, title: name || 'the house' }))"
        @update:model-value="
          name => {
            payer = name ?? undefined
          }
        "
      /><span v-if="rows.length < run.rows.length" class="quiet small" role="status"
        >{{ rows.length }} of {{ run.rows.length }}</span
      >
    </div>
    <div v-if="run.rows.length" class="scroll" :class="{ long: run.rows.length > FEW }">
      <table class="ledger">
        <thead>
          <tr>
            <th
              v-for="[order, title] in COLUMNS"
              :key="title"
              :class="{ figure: title !== 'Driver' }"
              :aria-sort="
                order && by === order ? (order === 'driver' ? 'ascending' : 'descending') : undefined
              "
            >
              <button
                v-if="order"
                type="button"
                class="order"
                :class="{ on: by === order }"
                @click="by = order"
              >
                {{ title }}{{ by === order ? (order === 'driver' ? ' ↑' : ' ↓') : '' }}</button
              ><template v-else>{{ title }}</template>
            </th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="row in rows" :key="row.id">
            <td>
              <router-link :to="`/pay/statements/${row.id}`">{{ row.driver.name }}</router-link>{{ ' ' }}
              <span v-if="row.company && payer === undefined" class="quiet small">{{ row.company }}</span>
            </td>
            <td class="figure" data-of="Trips">{{ row.trips }}</td>
            <td class="figure" data-of="Miles">
              {{ showMiles(row.miles) }}
              <span v-if="row.miles_estimated" class="quiet" title="Great circle × 1.2">est.</span>
            </td>
            <td class="figure" data-of="Gross">{{ showDollars(row.gross) }}</td>
            <td class="figure" data-of="Deductions">{{ showDollars(row.deductions) }}</td>
            <td class="figure" data-of="Net">
              <strong>{{ showDollars(row.net) }}</strong>
            </td>
            <td class="figure quiet" data-of="Against last time">
              {{ row.before === null ? 'first' : moved(row.before, row.net) || 'alike' }}
            </td>
            <td class="figure" data-of="Year">{{ showDollars(row.year_net) }}</td>
          </tr>
        </tbody>
        <tfoot>
          <tr>
            <td>
              <strong>{{ run.rows.length }} drivers</strong>
            </td>
            <td />
            <td />
            <td class="figure" data-of="Gross">{{ showDollars(run.gross) }}</td>
            <td class="figure" data-of="Deductions">{{ showDollars(run.deductions) }}</td>
            <td class="figure" data-of="Net">
              <strong>{{ showDollars(run.net) }}</strong>
            </td>
            <td />
            <td />
          </tr>
        </tfoot>
      </table>
    </div>
  </section>
</template>

<style scoped>
.pad {
  padding: 0.8rem 0.9rem;
}
.wrap {
  flex-wrap: wrap;
}
.head {
  padding: 0.6rem 0.9rem;
  gap: 0.6rem;
}
.find {
  flex: 0 1 14rem;
}
.scroll {
  overflow-x: auto;
}
.long {
  max-height: max(18rem, calc(100vh - 21rem));
  overflow: auto;
}
.long thead th,
.long tfoot td {
  position: sticky;
  background: rgb(var(--v-theme-surface));
  z-index: 1;
}
.long thead th {
  top: 0;
}
.long tfoot td {
  bottom: 0;
}
tfoot td {
  border-bottom: 0;
  border-top: 2px solid rgb(var(--v-theme-line));
}
.order {
  font: inherit;
  color: inherit;
  background: none;
  border: 0;
  padding: 0;
  min-height: 24px;
  cursor: pointer;
}
.order.on {
  color: rgb(var(--v-theme-primary));
}
@media (max-width: 700px) {
  .long {
    max-height: none;
  }
}
</style>
