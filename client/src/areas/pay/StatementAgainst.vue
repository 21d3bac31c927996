<script setup lang="ts">
import type { Schemas } from '@/shared/api'
import { showDollars } from '@/shared/measure'
import { showDay } from '@/shared/time'
import { moved } from './words'

/** What a statement differs in from the one before: what a driver asks first. */
defineProps<{ against: NonNullable<Schemas['Statement']['against']>; net: string }>()
</script>

<template>
  <section class="panel scroll" aria-label="Against last time">
    <table class="ledger">
      <caption>
        Against
        {{
          showDay(against.from)
        }}
        –
        {{
          showDay(against.to)
        }}
      </caption>
      <thead>
        <tr>
          <th>Against {{ showDay(against.from) }} – {{ showDay(against.to) }}</th>
          <th class="figure">Then</th>
          <th class="figure">Now</th>
          <th class="figure">Difference</th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="one in against.rows" :key="one.label">
          <td>{{ one.label }}</td>
          <td class="figure" data-of="Then">{{ showDollars(one.before) }}</td>
          <td class="figure" data-of="Now">{{ showDollars(one.now) }}</td>
          <td class="figure">{{ moved(one.before, one.now) }}</td>
        </tr>
        <tr class="bill">
          <td>Net</td>
          <td class="figure">{{ showDollars(against.net) }}</td>
          <td class="figure">{{ showDollars(net) }}</td>
          <td class="figure">{{ moved(against.net, net) || 'alike' }}</td>
        </tr>
      </tbody>
    </table>
  </section>
</template>

<style scoped>
.scroll {
  overflow-x: auto;
}
.bill td {
  font-weight: 700;
}
tr:last-child td {
  border-bottom: 0;
}
</style>
