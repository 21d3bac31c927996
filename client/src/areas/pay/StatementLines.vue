<script setup lang="ts">
import { computed } from 'vue'
import type { Schemas } from '@/shared/api'
import { showDollars } from '@/shared/measure'
import { showDay } from '@/shared/time'
import { MILES_BY } from './words'

/** One section of a statement, line by line, with where each comes from. */
const { lines } = defineProps<{
  title: string
  lines: Schemas['Statement']['lines']
  correctable: boolean
}>()
defineEmits<{ correct: [earningId: number] }>()
const trips = computed(() => lines.some(({ trip }) => trip))
/** The first line of each trip carries the act on it. */
const firstOf = (i: number) => {
  const id = lines[i]?.earning_id
  return id && lines.findIndex(({ earning_id }) => earning_id === id) === i ? id : undefined
}
</script>

<template>
  <section class="panel scroll">
    <table class="ledger">
      <caption>
        {{
          title
        }}
      </caption>
      <thead>
        <tr>
          <th>{{ title }}</th>
          <template v-if="trips"
            ><th>Trip</th>
            <th>Day</th></template
          >
          <th class="figure">Quantity</th>
          <th class="figure">Rate</th>
          <th class="figure">Amount</th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="(line, i) in lines" :key="i">
          <td>
            {{ line.label }}
            <span v-if="line.miles_by && line.miles_by !== 'route'" class="quiet small"
              >by {{ MILES_BY[line.miles_by] }}</span
            ><span v-if="line.estimated" class="quiet small" title="Great circle × 1.2"> estimated</span>
            <div v-if="line.story" class="small quiet">{{ line.story }}</div>
            <div v-if="line.by_state?.length" class="small quiet">
              {{ line.by_state.map(row => `${row.state} ${row.miles}`).join(' • ') }}
            </div>
          </td>
          <template v-if="trips"
            ><td>
              <router-link v-if="line.load_id" :to="`/freight/${line.load_id}`">{{
                line.trip
              }}</router-link>{{ ' ' }} <span class="small quiet">{{ line.route }}</span>{{ ' ' }}
              <button
                v-if="correctable && firstOf(i)"
                type="button"
                class="link small"
                @click="$emit('correct', firstOf(i)!)"
              >
                Put right
              </button>
              <div v-if="line.corrected" class="small quiet">{{ line.corrected }}</div>
            </td>
            <td class="nowrap">{{ line.day ? showDay(line.day) : '' }}</td></template
          >
          <td class="figure">{{ line.quantity }}</td>
          <td class="figure" data-of="×">{{ line.rate }}</td>
          <td class="figure">{{ showDollars(line.amount) }}</td>
        </tr>
      </tbody>
    </table>
  </section>
</template>

<style scoped>
.scroll {
  overflow-x: auto;
}
.nowrap {
  white-space: nowrap;
}
tr:last-child td {
  border-bottom: 0;
}
</style>
