<script setup lang="ts">
import { computed } from 'vue'
import { useRoute, useRouter } from 'vue-router'
import { api, ask } from '@/shared/api'
import { useFetched } from '@/shared/fetched'
import { useKeys } from '@/shared/keys'
import ViewTabs from '@/shared/ViewTabs.vue'
import Waiting from '@/shared/Waiting.vue'
import MessagesDesk from './MessagesDesk.vue'
import RoadList from './RoadList.vue'
import TripDetail from './TripDetail.vue'
import TrucksMap from './TrucksMap.vue'
import WeekView from './WeekView.vue'

/** Trips in motion: the most at risk first, each on its ribbon; the map, the messages, the week. */
const VIEWS = [
  ['trips', 'Trips'],
  ['map', 'Map'],
  ['messages', 'Messages'],
  ['week', 'Week'],
] as const
const route = useRoute()
const router = useRouter()
const view = computed(() => VIEWS.map(([name]) => name).find(name => name === route.query.view) ?? 'trips')
const {
  data: road,
  problem,
  load,
} = useFetched(
  () => 0,
  () => ask(api.GET('/api/road')),
  change => ['trip', 'load', 'position', 'message', 'hours'].includes(change.kind),
)
const trips = computed(() => road.value?.trips ?? [])
const chosen = computed(() => Number(route.query.trip ?? 0) || trips.value[0]?.id)
const trip = computed(() => trips.value.find(({ id }) => id === chosen.value))
const choose = (id: number) => router.replace({ query: { ...route.query, trip: id } })
const step = (by: number) => {
  const at = trips.value.findIndex(({ id }) => id === chosen.value)
  const next = trips.value[Math.min(Math.max(at + by, 0), trips.value.length - 1)]
  if (next) void choose(next.id)
}
useKeys([
  { key: 'j', label: 'Next trip', run: () => step(1) },
  { key: 'k', label: 'Trip before', run: () => step(-1) },
])
</script>

<template>
  <div class="stack">
    <view-tabs
      :views="VIEWS"
      :view="view"
      @choose="name => router.replace({ query: { ...route.query, view: name } })"
      ><template #trips
        ><template v-if="road"> ({{ trips.length }})</template></template
      ><template #messages
        ><strong v-if="road?.unread" class="unread">{{ road.unread }}</strong></template
      ></view-tabs
    >
    <h1 v-if="view !== 'trips' || !chosen" class="sr-only">
      Road: {{ VIEWS.find(([name]) => name === view)?.[1] }}
    </h1>
    <messages-desk v-if="view === 'messages'" :driver-id="trip?.driver_id" />
    <week-view v-else-if="view === 'week'" />
    <div v-else class="road">
      <section class="panel side" aria-label="Trips under way">
        <waiting v-slot="{ data }" :data="road" :problem="problem" :empty="!trips.length" @again="load">
          <road-list :trips="data.trips" :as-of="data.as_of" :chosen="chosen" @choose="choose" />
        </waiting>
        <p v-if="road && !trips.length" class="pa-4 quiet">Nobody is on the road at the moment.</p>
      </section>
      <trucks-map v-if="view === 'map'" :trips="trips" :chosen="chosen" @choose="choose" />
      <trip-detail v-else-if="chosen" :key="chosen" :trip-id="chosen" :trip="trip" />
    </div>
  </div>
</template>

<style scoped>
.unread {
  margin-left: 0.35rem;
  padding: 0 0.4rem;
  border-radius: 1rem;
  background: rgb(var(--v-theme-primary));
  color: rgb(var(--v-theme-on-primary));
}
.road {
  display: grid;
  grid-template-columns: minmax(0, 1.35fr) minmax(0, 1fr);
  gap: 0.75rem;
  align-items: start;
}
.side {
  min-width: 0;
  overflow: hidden;
}
@media (max-width: 1000px) {
  .road {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
