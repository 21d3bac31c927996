<script setup lang="ts">
import type { Schemas } from '@/shared/api'
import { actsOf } from '@/shared/acts'
import { showDollars, showMiles } from '@/shared/measure'
import AgreedMiles from './AgreedMiles.vue'
import FuelSaid from './FuelSaid.vue'
import LoadCharges from './LoadCharges.vue'

/** What the customer pays, line by line, and over how many miles. */
defineProps<{ load: Schemas['Load'] }>()
defineEmits<{ changed: [load: Schemas['Load']] }>()
</script>

<template>
  <section class="panel pad">
    <h2>Price</h2>
    <table class="ledger">
      <tbody>
        <tr>
          <td>
            Line haul
            <span class="quiet small"
              >{{ load.price.kind.replaceAll('_', ' ') }}
              {{ load.price.kind === 'flat' ? '' : load.price.rate }}</span
            >
          </td>
          <td class="figure">{{ showDollars(load.totals.line_haul) }}</td>
        </tr>
        <tr v-if="load.price.fuel_kind !== 'none'">
          <td>
            Fuel surcharge
            <fuel-said v-if="load.totals.fuel" class="quiet small" :fuel="load.totals.fuel" /><span
              v-else
              class="quiet small"
              >{{ load.price.fuel_rate }} {{ load.price.fuel_kind === 'percent' ? '%' : 'a mile' }}</span
            >
          </td>
          <td class="figure">{{ showDollars(load.totals.fuel_surcharge) }}</td>
        </tr>
        <load-charges :load="load" @changed="$emit('changed', $event)" />
        <tr>
          <td><strong>Total</strong></td>
          <td class="figure">
            <strong>{{ showDollars(load.totals.total) }}</strong>
          </td>
        </tr>
      </tbody>
    </table>
    <p class="small quiet mt-2">
      {{ showMiles(load.totals.miles) }}
      {{
        load.totals.miles_estimated ? 'estimated where no road of ours goes: great circle × 1.2' : 'by road'
      }}
    </p>
    <agreed-miles
      :load="load"
      :may-change="actsOf(load.allowed_acts).may('agree_miles')"
      @changed="$emit('changed', $event)"
    />
  </section>
</template>

<style scoped>
.pad {
  padding: 0.7rem 0.9rem;
}
</style>
