<script setup lang="ts">
import type { Schemas } from '@/shared/api'
import { showMiles, showMinutes } from '@/shared/measure'
import { showWindow } from '@/shared/time'

defineProps<{ stops: Schemas['Stop'][]; legs: Schemas['Totals']['legs'] }>()
</script>

<template>
  <section class="panel">
    <table class="ledger">
      <thead>
        <tr>
          <th>Stop</th>
          <th>Where</th>
          <th>When</th>
          <th class="figure">Miles from the stop before</th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="(stop, i) in stops" :key="stop.id">
          <td>
            <strong>{{ stop.kind === 'pickup' ? 'Pickup' : 'Delivery' }}</strong>
          </td>
          <td>
            {{ stop.name }}
            <div class="small quiet">
              {{ [stop.address, `${stop.town}, ${stop.state} ${stop.zip}`].filter(Boolean).join(', ') }}
            </div>
            <div v-if="stop.dock_hours || stop.driver_notes" class="small">
              {{
                [stop.dock_hours && `Dock ${stop.dock_hours}`, stop.driver_notes].filter(Boolean).join(' • ')
              }}
            </div>
            <div v-if="stop.reference || stop.notes" class="small">
              <strong v-if="stop.reference">{{ stop.reference }}</strong>{{
                stop.reference && stop.notes ? ' • ' : ''
              }}{{ stop.notes }}
            </div>
          </td>
          <td class="nowrap">{{ showWindow(stop.from, stop.to, stop.zone) }}</td>
          <td class="figure">
            {{ i ? showMiles(legs[i - 1]?.miles) : '' }}
            <div v-if="i" class="small quiet">
              {{ legs[i - 1]?.estimated ? 'estimated' : showMinutes(legs[i - 1]?.minutes) }}
            </div>
          </td>
        </tr>
      </tbody>
    </table>
  </section>
</template>

<style scoped>
.nowrap {
  white-space: nowrap;
}
@media (max-width: 700px) {
  td:nth-child(2) {
    flex-basis: 100%;
  }
}
tr:last-child td {
  border-bottom: 0;
}
</style>
