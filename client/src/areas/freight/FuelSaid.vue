<script setup lang="ts">
import type { Schemas } from '@/shared/api'
import { showDollars } from '@/shared/measure'
import { showDay } from '@/shared/time'

/** What a customer's fuel scale comes to, and by which price of diesel. */
defineProps<{ fuel: Schemas['FuelByScale'] }>()
</script>

<template>
  <span
    >{{ fuel.kind === 'percent' ? `${Number(fuel.rate)} % of line haul` : `${showDollars(fuel.rate)} a mile`
    }}<template v-if="fuel.diesel && fuel.told_on"
      >, diesel ${{ fuel.diesel }} told {{ showDay(fuel.told_on) }}</template
    ><strong v-if="fuel.lacking_on" class="late"
      >; the week of {{ showDay(fuel.lacking_on) }} is not in yet</strong
    ></span
  >
</template>

<style scoped>
.late {
  color: rgb(var(--v-theme-late));
}
</style>
