<script setup lang="ts">
import { computed, ref } from 'vue'
import { useI18n } from 'vue-i18n'
import { showTime, showWindow } from '@/shared/time'
import TripView from './TripView.vue'
import type { Cab } from './useCab'

/** What is coming, and what is done with its papers. */
const { cab, underWay } = defineProps<{ cab: Cab; underWay: boolean }>()
const { t } = useI18n()
const open = ref<number>()
const coming = computed(() =>
  cab.trips.value.slice(1).filter(({ status, ended }) => status !== 'delivered' && !ended),
)
const waiting = computed(() =>
  cab.trips.value.find(trip => trip.id === open.value && trip.status === 'delivered'),
)
const done = computed(() => cab.cab.value?.done ?? [])
async function report(id: number) {
  const url = await cab.file(`/api/cab/trips/${id}/report`)
  if (url) window.open(url, '_blank')
}
</script>

<template>
  <h2>{{ t('work.coming') }}</h2>
  <p v-if="!coming.length" class="quiet">{{ t('work.nothing') }}</p>
  <template v-for="trip in coming" :key="trip.id">
    <trip-view v-if="open === trip.id" :trip="trip" :cab="cab" :under-way="underWay" />
    <button v-else type="button" class="card row" @click="open = trip.id">
      <span class="spread"
        ><strong>{{ trip.stops[0]?.town }} → {{ trip.stops.at(-1)?.town }}</strong
        ><span class="quiet little">{{ trip.number }}</span></span
      ><span class="little">{{
        trip.stops[0] ? showWindow(trip.stops[0].from, trip.stops[0].to, trip.stops[0].zone) : ''
      }}</span>
    </button>
  </template>
  <h2>{{ t('work.done') }}</h2>
  <p v-if="!done.length" class="quiet">{{ t('work.nothingDone') }}</p>
  <trip-view v-if="waiting" :key="waiting.id" :trip="waiting" :cab="cab" :under-way="underWay" />
  <button
    v-for="trip in done"
    :key="trip.id"
    type="button"
    class="card row"
    @click="trip.papers_missing ? (open = trip.id) : report(trip.id)"
  >
    <span class="spread"
      ><strong>{{ trip.way }}</strong
      ><span class="quiet little">{{ trip.number }}</span></span
    ><span class="little"
      >{{ trip.delivered_at ? showTime(trip.delivered_at, trip.zone ?? 'UTC') : '' }} •
      <template v-if="trip.papers_missing"
        ><strong class="missing">{{ t('work.missing') }}</strong></template
      ><template v-else>{{
        [...new Set(trip.papers)].map(kind => t(`paper.${kind}`)).join(', ')
      }}</template></span
    >
  </button>
</template>

<style scoped>
.missing {
  color: var(--warn);
}
</style>
