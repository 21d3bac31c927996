<script setup lang="ts">
import type { RouteLocationRaw } from 'vue-router'
import type { Schemas } from '@/shared/api'
import { ago } from '@/areas/road/words'
import { showDollars, showMiles, showMinutes } from '@/shared/measure'
import { useSession } from '@/shared/session'
import StatusMark from '@/shared/StatusMark.vue'
import { showTime } from '@/shared/time'
import { COLUMNS, useColumns } from './useColumns'

defineProps<{
  rows: Schemas['LoadRow'][]
  selected?: number
  compact: boolean
  to: (id: number) => RouteLocationRaw
}>()
const session = useSession()
const { shown, has } = useColumns()
const ASKED = { on: 'on a schedule', over: 'over', off: 'off', never: 'never set' } as const
const when = (at: string | null | undefined, zone: string | null | undefined) =>
  at && zone ? showTime(at, zone) : 'no time yet'
</script>

<template>
  <ol v-if="compact" class="cards">
    <li v-for="row in rows" :key="row.id">
      <router-link :to="to(row.id)" :aria-current="row.id === selected ? 'true' : undefined">
        <span class="spread"
          ><strong>{{ row.origin }} → {{ row.destination }}</strong></span
        >
        <span class="spread small"
          ><span>{{ when(row.pickup_at, row.pickup_zone) }}</span
          ><status-mark :status="row.status" :overdue="row.overdue"
        /></span>
        <span v-if="row.detention_minutes" class="detention small"
          >Detention runs: {{ showMinutes(row.detention_minutes) }}</span
        >
        <span class="spread small quiet"
          ><span class="clip">{{ row.number }} • {{ row.customer }}</span
          ><span class="clip">{{ row.crew ?? 'no crew' }}</span></span
        >
      </router-link>
    </li>
  </ol>
  <div v-else class="scroll">
    <v-select
      v-model="shown"
      class="columns"
      label="Columns"
      multiple
      density="compact"
      :items="COLUMNS.map(([value, title]) => ({ value, title }))"
    >
      <template #selection="{ index }"
        ><span v-if="index === 0" class="small">{{ shown.length }} shown</span></template
      >
    </v-select>
    <table class="ledger">
      <thead>
        <tr>
          <th>Load</th>
          <th>Status</th>
          <th>From → to</th>
          <th v-if="has('pickup')">Pickup</th>
          <th v-if="has('delivery')">Delivery</th>
          <th v-if="has('customer')">Customer</th>
          <th v-if="has('crew')">Crew</th>
          <th v-if="has('reference')">Reference</th>
          <th v-if="has('heard')">Last heard</th>
          <th v-if="has('asking')">Asked</th>
          <th v-if="has('miles')" class="figure">Miles</th>
          <th v-if="has('total')" class="figure">Total</th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="row in rows" :key="row.id">
          <td>
            <router-link :to="to(row.id)"
              ><strong>{{ row.number }}</strong></router-link
            >
          </td>
          <td class="nowrap">
            <status-mark :status="row.status" :overdue="row.overdue" />
            <div v-if="row.detention_minutes" class="detention small">
              Detention {{ showMinutes(row.detention_minutes) }}
            </div>
          </td>
          <td class="clip">
            <router-link class="plain" :to="to(row.id)" tabindex="-1"
              >{{ row.origin }} → {{ row.destination }}</router-link
            >{{ ' ' }}
            <span v-if="(row.stop_count ?? 2) > 2" class="small quiet">{{ row.stop_count }} stops</span>
          </td>
          <td v-if="has('pickup')" class="nowrap">{{ when(row.pickup_at, row.pickup_zone) }}</td>
          <td v-if="has('delivery')" class="nowrap">{{ when(row.delivery_at, row.delivery_zone) }}</td>
          <td v-if="has('customer')" class="clip" :title="row.customer">{{ row.customer }}</td>
          <td v-if="has('crew')" class="clip" :title="row.crew ?? ''">{{ row.crew }}</td>
          <td v-if="has('reference')" class="clip" :title="row.reference ?? ''">{{ row.reference }}</td>
          <td v-if="has('heard')" class="nowrap">
            {{ row.crew && row.heard_at ? ago(row.heard_at, session.now()) : '' }}
          </td>
          <td v-if="has('asking')" class="nowrap">{{ row.crew ? ASKED[row.asking ?? 'never'] : '' }}</td>
          <td v-if="has('miles')" class="figure">{{ showMiles(row.miles) }}</td>
          <td v-if="has('total')" class="figure">{{ showDollars(row.total) }}</td>
        </tr>
      </tbody>
    </table>
  </div>
</template>

<style scoped>
.cards {
  list-style: none;
  margin: 0;
  padding: 0;
}
.cards a:not(.v-btn):not(.v-list-item) {
  display: block;
  padding: 0.5rem 0.7rem;
  border-bottom: 1px solid rgb(var(--v-theme-line));
  color: inherit;
  text-decoration: none;
  border-left: 4px solid transparent;
}
.cards a:hover {
  background: rgb(var(--v-theme-surface-variant), 0.5);
}
.cards a[aria-current] {
  border-left-color: rgb(var(--v-theme-primary));
  background: rgb(var(--v-theme-surface-variant), 0.8);
}
.plain:not(.v-btn):not(.v-list-item) {
  color: inherit;
  text-decoration: none;
}
.detention {
  color: rgb(var(--v-theme-late));
  font-weight: 600;
}
.columns {
  float: right;
  width: 11rem;
  /* On the line of the filters, whose end is free where the table is shown. */
  margin: -2.9rem 0.6rem 0.4rem;
}
.scroll table {
  clear: right;
}
.nowrap {
  white-space: nowrap;
}
td.clip {
  max-width: 0;
  width: 25%;
}
td.clip ~ td.clip {
  width: 15%;
}
</style>
