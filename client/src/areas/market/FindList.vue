<script setup lang="ts">
import FitMark from '@/shared/FitMark.vue'
import { showDollars } from '@/shared/measure'
import { ageWords, besideWords, isBlocked, whoAndWhy, type Find } from './words'

/** Posted freight that a truck could take, the best for it first. */
const { rows, chosen, now } = defineProps<{
  rows: readonly Find[]
  chosen: number | undefined
  now: number
}>()
const emit = defineEmits<{ choose: [id: number] }>()
</script>

<template>
  <v-virtual-scroll
    :items="rows as Find[]"
    :item-height="62"
    class="finds"
    role="list"
    aria-label="Finds, best first"
  >
    <template #default="{ item: find }">
      <div class="find" :class="{ here: find.posting_id === chosen }" role="listitem">
        <fit-mark :verdict="isBlocked(find) ? 'blocked' : find.fit.verdict" class="mark" />
        <button
          type="button"
          class="name clip whole-row"
          :aria-current="find.posting_id === chosen"
          @click="emit('choose', find.posting_id)"
        >
          <strong>{{ find.fit.load.origin }} → {{ find.fit.load.destination }}</strong>
        </button>
        <span class="figure profit"
          ><strong v-if="find.rate" :class="{ loss: find.fit.money.profit.startsWith('-') }">{{
            showDollars(find.fit.money.profit)
          }}</strong
          ><span v-else class="quiet">call</span></span
        >
        <span class="clip small why" :class="{ quiet: !isBlocked(find) }">{{ whoAndWhy(find) }}</span>
        <span class="figure small quiet rate">{{ find.rate ? showDollars(find.rate) : 'no price' }}</span>
        <span class="small quiet more clip"
          >{{ Math.round(Number(find.fit.deadhead_miles)) }} mi empty,
          {{ Math.round(Number(find.fit.loaded_miles)) }} loaded, {{ besideWords(find) }},
          {{ ageWords(find.posted_at, now) }}</span
        >
      </div>
    </template>
  </v-virtual-scroll>
</template>

<style scoped>
.finds {
  max-height: calc(100vh - 230px);
  min-height: 160px;
}
.find {
  position: relative;
  display: grid;
  grid-template-columns: 4.9rem minmax(0, 1fr) 5.4rem;
  grid-template-areas: 'mark name profit' 'mark why rate' 'mark more more';
  column-gap: 0.6rem;
  align-items: center;
  height: 62px;
  padding: 0.2rem 0.7rem;
  border-bottom: 1px solid rgb(var(--v-theme-line), 0.6);
}
.find:hover {
  background: rgb(var(--v-theme-surface-variant), 0.5);
}
.find.here {
  background: rgb(var(--v-theme-surface-variant));
}
.name {
  grid-area: name;
}
.mark {
  grid-area: mark;
}
.profit {
  grid-area: profit;
}
.why {
  grid-area: why;
}
.rate {
  grid-area: rate;
}
.more {
  grid-area: more;
}
.loss {
  color: rgb(var(--v-theme-late));
}
@media (max-width: 700px) {
  .find {
    grid-template-columns: 1.6rem minmax(0, 1fr) 5.4rem;
    padding: 0.2rem 0.5rem;
  }
  .mark {
    font-size: 0;
  }
  .finds {
    max-height: none;
  }
}
</style>
