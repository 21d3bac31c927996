<script setup lang="ts">
import type { Schemas } from '@/shared/api'
import FitMark from '@/shared/FitMark.vue'
import { showDollars } from '@/shared/measure'
import { showTime } from '@/shared/time'
import { inShort, keyOf, named } from './words'

/** Judged pairs, best first: crews for a load, or loads for a crew. */
const { rows, side, chosen, compared } = defineProps<{
  rows: readonly Schemas['FitRow'][]
  side: 'load' | 'crew'
  chosen: string | undefined
  compared: readonly string[]
}>()
const emit = defineEmits<{ choose: [key: string]; compare: [key: string] }>()
</script>

<template>
  <v-virtual-scroll
    :items="rows as Schemas['FitRow'][]"
    :item-height="54"
    class="ranking"
    role="list"
    :aria-label="side === 'load' ? 'Crews, best first' : 'Loads, best first'"
  >
    <template #default="{ item: fit }">
      <div class="pair" :class="{ here: keyOf(fit) === chosen }" role="listitem">
        <fit-mark :verdict="fit.verdict" class="mark" />
        <button
          type="button"
          class="name clip whole-row"
          :aria-current="keyOf(fit) === chosen"
          @click="emit('choose', keyOf(fit))"
        >
          <strong>{{ named(fit, side) }}</strong>{{ ' ' }}
          <span class="quiet small">{{
            fit.joins
              ? `beside what ${fit.joins.trip} carries`
              : side === 'load'
                ? `${fit.crew.place}${fit.crew.after_load ? `, after ${fit.crew.after_load}` : ''}`
                : fit.load.customer
          }}</span>
        </button>
        <span class="figure"
          ><strong :class="{ loss: fit.money.profit.startsWith('-') }">{{
            showDollars(fit.money.profit)
          }}</strong></span
        >
        <label class="tick" :title="`Compare ${named(fit, side)}`" @click.stop
          ><input
            type="checkbox"
            :checked="compared.includes(keyOf(fit))"
            :aria-label="`Compare ${named(fit, side)}`"
            @change="emit('compare', keyOf(fit))"
        /></label>
        <span
          class="clip small why"
          :class="{ quiet: fit.verdict !== 'blocked' }"
          :title="fit.reasons.map(({ text }) => text).join(' ')"
          >{{ inShort(fit) }}</span
        >
        <span class="figure small quiet miles" :title="`Free ${showTime(fit.begins_at, fit.crew.zone)}`">{{
          fit.joins
            ? `${Math.round(Number(fit.loaded_miles))} mi more`
            : `${Math.round(Number(fit.deadhead_miles))} mi empty`
        }}</span>
      </div>
    </template>
  </v-virtual-scroll>
</template>

<style scoped>
.ranking {
  max-height: calc(100vh - 172px);
  min-height: 160px;
}
.pair {
  position: relative;
  display: grid;
  grid-template-columns: 5.6rem minmax(0, 1fr) 6.2rem 28px;
  grid-template-areas: 'mark name profit tick' 'mark why miles tick';
  column-gap: 0.6rem;
  align-items: center;
  height: 54px;
  padding: 0.25rem 0.7rem;
  border-bottom: 1px solid rgb(var(--v-theme-line), 0.6);
  cursor: pointer;
}
.pair:hover {
  background: rgb(var(--v-theme-surface-variant), 0.5);
}
.pair.here {
  background: rgb(var(--v-theme-surface-variant));
}
.name {
  grid-area: name;
}
.mark {
  grid-area: mark;
}
.why {
  grid-area: why;
}
.miles {
  grid-area: miles;
}
.tick {
  z-index: 1;
  grid-area: tick;
  display: grid;
  place-items: center;
  min-height: 40px;
}
.tick input {
  width: 17px;
  height: 17px;
  accent-color: rgb(var(--v-theme-primary));
}
.loss {
  color: rgb(var(--v-theme-late));
}
@media (max-width: 700px) {
  .pair {
    grid-template-columns: 1.6rem minmax(0, 1fr) 5.6rem 28px;
    padding: 0.25rem 0.5rem;
  }
  .mark {
    font-size: 0;
  }
  .ranking {
    max-height: none;
  }
}
</style>
