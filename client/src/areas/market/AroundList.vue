<script setup lang="ts">
import type { Schemas } from '@/shared/api'
import { showDollars } from '@/shared/measure'
import { TRAILER } from '@/areas/match/words'
import { ageWords, besideWords, whoAndWarning } from './words'

/** Postings that were judged for no truck: what they pay, and beside what the lane pays. */
type Row = Schemas['PostedAround']
const { rows, chosen, now } = defineProps<{
  rows: readonly Row[]
  chosen: number | undefined
  now: number
}>()
const emit = defineEmits<{ choose: [id: number] }>()
const miles = (text: string | null) =>
  text === null ? '?' : Math.round(Number(text)).toLocaleString('en-US')
const warned = (row: Row) => row.offer || row.reasons.length
</script>

<template>
  <v-virtual-scroll
    :items="rows as Row[]"
    :item-height="62"
    class="list"
    role="list"
    aria-label="Postings, best paid after their miles first"
  >
    <template #default="{ item: row }">
      <div class="posting" :class="{ here: row.posting_id === chosen }" role="listitem">
        <button
          type="button"
          class="name clip whole-row"
          :aria-current="row.posting_id === chosen"
          @click="emit('choose', row.posting_id)"
        >
          <strong>{{ row.origin }} → {{ row.destination }}</strong>
        </button>
        <strong class="figure">{{ row.rate ? showDollars(row.rate) : 'call' }}</strong>
        <span class="clip small" :class="{ quiet: !warned(row) }">{{ whoAndWarning(row) }}</span>
        <span class="figure small quiet">{{
          row.per_mile ? `${showDollars(row.per_mile)} all in` : 'no price'
        }}</span>
        <span class="small quiet clip more"
          >{{ TRAILER[row.trailer_kind] }}, {{ miles(row.empty_miles) }} mi to it,
          {{ miles(row.loaded_miles) }} loaded, {{ besideWords(row) }},
          {{ ageWords(row.posted_at, now) }}</span
        >
      </div>
    </template>
  </v-virtual-scroll>
</template>

<style scoped>
.list {
  max-height: calc(100vh - 260px);
  min-height: 160px;
}
.posting {
  position: relative;
  display: grid;
  grid-template-columns: minmax(0, 1fr) 6.5rem;
  column-gap: 0.6rem;
  align-items: center;
  height: 62px;
  padding: 0.2rem 0.7rem;
  border-bottom: 1px solid rgb(var(--v-theme-line), 0.6);
}
.posting:hover {
  background: rgb(var(--v-theme-surface-variant), 0.5);
}
.posting.here {
  background: rgb(var(--v-theme-surface-variant));
}
.more {
  grid-column: 1 / -1;
}
@media (max-width: 700px) {
  .list {
    max-height: none;
  }
}
</style>
