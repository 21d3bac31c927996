<script setup lang="ts">
import { showMinutes } from '@/shared/measure'
import type { Schemas } from '@/shared/api'
import { showTime, showWindow } from '@/shared/time'

/** The stops of a trip under way: what was promised, what happened or is foreseen, and how late. */
defineProps<{ stops: Schemas['Diary']['stops'] }>()
</script>

<template>
  <table class="ledger stops">
    <thead>
      <tr>
        <th>Stop</th>
        <th>Promised</th>
        <th>Arrived, or foreseen</th>
        <th class="figure">Late</th>
      </tr>
    </thead>
    <tbody>
      <tr v-for="stop in stops" :key="stop.stop_id">
        <td>
          <strong>{{ stop.name }}</strong><br /><span class="small quiet"
            >{{ stop.kind }}, {{ stop.town }}, {{ stop.state }}</span
          >
        </td>
        <td class="small">
          {{ stop.from || stop.to ? showWindow(stop.from, stop.to, stop.zone) : 'no time' }}
        </td>
        <td class="small">
          <template v-if="stop.arrived_at"
            ><strong>{{ showTime(stop.arrived_at, stop.zone) }}</strong
            ><template v-if="stop.left_at || stop.worked_at"
              ><br />{{ stop.left_at ? 'left' : 'done' }}
              {{ showTime((stop.left_at ?? stop.worked_at)!, stop.zone) }}</template
            ></template
          ><template v-else-if="stop.worked_at || stop.left_at">passed</template
          ><template v-else>{{
            stop.forecast_at ? `~ ${showTime(stop.forecast_at, stop.zone)}` : ''
          }}</template>
        </td>
        <td class="figure" :class="{ late: stop.late_minutes }">
          {{
            stop.late_minutes
              ? showMinutes(stop.late_minutes)
              : stop.chance_percent
                ? `${stop.chance_percent}%`
                : ''
          }}
        </td>
      </tr>
    </tbody>
  </table>
</template>

<style scoped>
.stops td {
  padding: 0.3rem 0.5rem 0.3rem 0;
}
.stops th {
  padding: 0.25rem 0.5rem 0.25rem 0;
}
.late {
  color: rgb(var(--v-theme-late));
  font-weight: 600;
}
</style>
