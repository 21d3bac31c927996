<script setup lang="ts">
import { computed } from 'vue'
import FitMark from '@/shared/FitMark.vue'
import { showDollars, showMiles } from '@/shared/measure'
import { showTime } from '@/shared/time'
import { isBlocked, showPoster, type Find } from './words'

/** Some finds beside each other, fact by fact; the best of each row stands out by its weight. */
const { finds } = defineProps<{ finds: readonly Find[] }>()
const emit = defineEmits<{ choose: [id: number]; drop: [id: number] }>()
interface Row {
  label: string
  of: (find: Find) => string
  /** What is compared: more is better. */
  worth?: (find: Find) => number | undefined
}
const figure = (text: string | null | undefined) => (text ? Number(text) : undefined)
const dollars = (text: string | null | undefined) => (text ? showDollars(text) : '–')
const ROWS: Row[] = [
  {
    label: 'Profit',
    of: find => (find.rate ? dollars(find.fit.money.profit) : 'call'),
    worth: find => (find.rate ? figure(find.fit.money.profit) : undefined),
  },
  {
    label: 'Profit a day',
    of: find => dollars(find.fit.money.per_day),
    worth: find => figure(find.fit.money.per_day),
  },
  {
    label: 'Its end, beside the usual',
    of: find => dollars(find.onward.worth),
    worth: find => figure(find.onward.worth),
  },
  {
    label: 'Posted',
    of: find => (find.rate ? dollars(find.rate) : 'no price'),
    worth: find => figure(find.rate),
  },
  {
    label: 'A loaded mile',
    of: find => dollars(find.per_loaded_mile),
    worth: find => figure(find.per_loaded_mile),
  },
  { label: 'Lane, in the middle', of: find => dollars(find.lanes[0]?.median) },
  {
    label: 'Empty miles',
    of: find => showMiles(find.fit.deadhead_miles),
    worth: find => -Number(find.fit.deadhead_miles),
  },
  { label: 'Loaded miles', of: find => showMiles(find.fit.loaded_miles) },
  {
    label: 'Done',
    of: find => showTime(find.fit.ends_at, find.fit.zone),
    worth: find => -Date.parse(find.fit.ends_at),
  },
  {
    label: 'Credit score',
    of: find => `${find.poster.credit_score ?? 'none yet'}`,
    worth: find => find.poster.credit_score ?? undefined,
  },
  {
    label: 'Pays after, days',
    of: find => `${find.poster.days_to_pay ?? '–'}`,
    worth: find => (find.poster.days_to_pay === null ? undefined : -find.poster.days_to_pay),
  },
]
/** The best of a row; nothing where all are alike. */
const best = computed(() =>
  ROWS.map(({ worth }) => {
    const all = worth ? finds.map(worth).filter(one => one !== undefined) : []
    const most = Math.max(...all)
    return all.some(one => one !== most) ? most : undefined
  }),
)
</script>

<template>
  <section class="panel beside" aria-label="Finds beside each other">
    <table class="ledger">
      <thead>
        <tr>
          <th><span class="sr-only">What is compared</span></th>
          <th v-for="find in finds" :key="find.posting_id" class="figure">
            <button type="button" class="link" @click="emit('choose', find.posting_id)">
              {{ find.fit.load.origin }} → {{ find.fit.load.destination }}
            </button>
            <div class="small quiet">{{ showPoster(find) }}</div>
            <fit-mark :verdict="isBlocked(find) ? 'blocked' : find.fit.verdict" />
            <v-btn
              size="small"
              variant="text"
              :aria-label="`Take away ${find.reference}`"
              @click="emit('drop', find.posting_id)"
              >Take away</v-btn
            >
          </th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="(row, i) in ROWS" :key="row.label">
          <th scope="row" class="small">{{ row.label }}</th>
          <td
            v-for="find in finds"
            :key="find.posting_id"
            class="figure"
            :class="{ best: best[i] !== undefined && row.worth?.(find) === best[i] }"
          >
            {{ row.of(find) }}
          </td>
        </tr>
      </tbody>
    </table>
  </section>
</template>

<style scoped>
.beside {
  overflow-x: auto;
}
.beside table {
  table-layout: fixed;
  min-width: 40rem;
}
.beside thead th {
  white-space: normal;
}
.beside tr > :first-child {
  width: 12rem;
}
.beside .link {
  text-align: right;
}
.best {
  font-weight: 700;
}
</style>
