<script setup lang="ts">
import type { RouteLocationRaw } from 'vue-router'
import type { Schemas } from '@/shared/api'
import { showDollars, showMiles } from '@/shared/measure'
import StatusMark from '@/shared/StatusMark.vue'
import { showTime } from '@/shared/time'

defineProps<{
  rows: Schemas['LoadRow'][]
  selected?: number
  compact: boolean
  to: (id: number) => RouteLocationRaw
}>()
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
          ><status-mark :status="row.status"
        /></span>
        <span class="spread small quiet"
          ><span class="clip">{{ row.number }} • {{ row.customer }}</span
          ><span class="clip">{{ row.crew ?? 'no crew' }}</span></span
        >
      </router-link>
    </li>
  </ol>
  <table v-else class="ledger">
    <thead>
      <tr>
        <th>Load</th>
        <th>Status</th>
        <th>From → to</th>
        <th>Pickup</th>
        <th>Delivery</th>
        <th>Customer</th>
        <th>Crew</th>
        <th class="figure">Miles</th>
        <th class="figure">Total</th>
      </tr>
    </thead>
    <tbody>
      <tr v-for="row in rows" :key="row.id">
        <td>
          <router-link :to="to(row.id)"
            ><strong>{{ row.number }}</strong></router-link
          >
        </td>
        <td><status-mark :status="row.status" /></td>
        <td class="clip">
          <router-link class="plain" :to="to(row.id)" tabindex="-1"
            >{{ row.origin }} → {{ row.destination }}</router-link
          >{{ ' ' }}
          <span v-if="(row.stop_count ?? 2) > 2" class="small quiet">{{ row.stop_count }} stops</span>
        </td>
        <td class="nowrap">{{ when(row.pickup_at, row.pickup_zone) }}</td>
        <td class="nowrap">{{ when(row.delivery_at, row.delivery_zone) }}</td>
        <td class="clip" :title="row.customer">{{ row.customer }}</td>
        <td class="clip" :title="row.crew ?? ''">{{ row.crew }}</td>
        <td class="figure">{{ showMiles(row.miles) }}</td>
        <td class="figure">{{ showDollars(row.total) }}</td>
      </tr>
    </tbody>
  </table>
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
