<script setup lang="ts">
import { api, ask, type Schemas } from '@/shared/api'
import { useFetched } from '@/shared/fetched'
import FitMark from '@/shared/FitMark.vue'
import { showDollars } from '@/shared/measure'
import { showTime } from '@/shared/time'
import Waiting from '@/shared/Waiting.vue'

/** Own crews that could take a posting, the best for it first. */
const { posting } = defineProps<{ posting: number }>()
const emit = defineEmits<{ look: [driverId: number] }>()
const { data, problem, load } = useFetched(
  () => posting,
  id => ask<Schemas['FitRow'][]>(api.GET('/api/market/postings/{id}/crews', { params: { path: { id } } })),
)
</script>

<template>
  <section aria-label="Who could take it">
    <h3>Who could take it</h3>
    <waiting v-slot="{ data: fits }" :data="data" :problem="problem" @again="load">
      <p v-if="!fits.length" class="quiet">None of our crews could be there in time with such a trailer.</p>
      <ul v-else class="list">
        <li v-for="fit in fits" :key="fit.crew.id" class="crew">
          <fit-mark :verdict="fit.verdict" />
          <span class="clip"
            ><strong>{{ fit.crew.name }}</strong
            ><span class="small quiet clip block"
              >{{ Math.round(Number(fit.deadhead_miles)) }} mi away, in {{ fit.crew.place }} from
              {{ showTime(fit.crew.free_at, fit.crew.zone) }}</span
            ></span
          >
          <strong class="figure">{{ showDollars(fit.money.profit) }}</strong>
          <v-btn
            size="small"
            variant="tonal"
            :aria-label="`Look at it for ${fit.crew.name}`"
            @click="emit('look', fit.crew.id)"
            >Look at it</v-btn
          >
        </li>
      </ul>
    </waiting>
  </section>
</template>

<style scoped>
.list {
  list-style: none;
  margin: 0;
  padding: 0;
}
.crew {
  display: grid;
  grid-template-columns: 4.9rem minmax(0, 1fr) auto auto;
  gap: 0.6rem;
  align-items: center;
  padding: 0.25rem 0;
  border-bottom: 1px solid rgb(var(--v-theme-line), 0.6);
}
@media (max-width: 700px) {
  .crew {
    grid-template-columns: 1.6rem minmax(0, 1fr) auto auto;
  }
  .crew > :first-child {
    font-size: 0;
  }
}
.block {
  display: block;
}
h3 {
  margin-top: 0.6rem;
}
</style>
