<script setup lang="ts">
import { showMinutes } from '@/shared/measure'
import { computed } from 'vue'
import type { Schemas } from '@/shared/api'
import { showTime } from '@/shared/time'

/** What safety has to look into: what was broken, whose cycle is nearly used up, whose record is missing or old. */
const { rows } = defineProps<{ rows: readonly Schemas['HoursRow'][] }>()
const NEAR_CYCLE_MINUTES = 600

const lists = computed(() => [
  {
    title: 'Violations in the last eight days',
    none: 'Nobody broke a rule.',
    rows: rows
      .filter(row => row.violations > 0)
      .map(row => ({ row, what: `${row.violations} ${row.violations === 1 ? 'violation' : 'violations'}` })),
  },
  {
    title: 'Less than ten hours of the cycle left',
    none: 'Nobody is near the end of the cycle.',
    rows: rows
      .filter(row => row.known_since && (row.remaining.cycle ?? 0) < NEAR_CYCLE_MINUTES)
      .map(row => ({
        row,
        what: `${showMinutes(row.remaining.cycle ?? 0)} left${row.available_at ? `, available ${showTime(row.available_at, row.zone)}` : ''}`,
      })),
  },
  {
    title: 'Records missing or old',
    none: 'Every record is there, and fresh.',
    rows: rows.filter(row => row.trouble).map(row => ({ row, what: row.trouble ?? '' })),
  },
  {
    title: 'Changes of duty not confirmed by the driver',
    none: 'Every driver has answered.',
    rows: rows
      .filter(row => row.unconfirmed > 0)
      .map(row => ({ row, what: `${row.unconfirmed} to answer on the phone` })),
  },
  {
    title: 'Late on the trip they are on',
    none: 'Every trip makes its appointments.',
    rows: rows
      .filter(row => row.verdict === 'late' || row.verdict === 'impossible')
      .map(row => ({ row, what: `${row.trip?.load ?? ''} to ${row.trip?.destination ?? ''}` })),
  },
])
</script>

<template>
  <div class="lists">
    <section v-for="list in lists" :key="list.title" class="pad" :aria-label="list.title">
      <h2>
        {{ list.title }} <span class="quiet">{{ list.rows.length || '' }}</span>
      </h2>
      <p v-if="!list.rows.length" class="quiet small">{{ list.none }}</p>
      <table v-else class="ledger">
        <tbody>
          <tr v-for="{ row, what } in list.rows" :key="row.id">
            <td>
              <router-link :to="`/hours/${row.id}`">{{ row.name }}</router-link>
            </td>
            <td class="small">{{ what }}</td>
            <td class="small quiet">{{ row.terminal }}</td>
          </tr>
        </tbody>
      </table>
    </section>
  </div>
</template>

<style scoped>
.lists {
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(26rem, 1fr));
  gap: 0.5rem;
}
.pad {
  padding: 0.6rem 0.9rem;
  min-width: 0;
}
@media (max-width: 700px) {
  .lists {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
