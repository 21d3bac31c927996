<script setup lang="ts">
import { showMinutes } from '@/shared/measure'
import { useElementSize } from '@vueuse/core'
import { computed, ref } from 'vue'
import type { Schemas } from '@/shared/api'
import FitMark from '@/shared/FitMark.vue'
import DutyRuler from '@/shared/ribbon/DutyRuler.vue'
import { scaleBetween } from '@/shared/ribbon/scale'
import TripRibbon from '@/shared/ribbon/TripRibbon.vue'
import { useSession } from '@/shared/session'
import { ago, inShort, VERDICT } from './words'

/** Trips under way, the most at risk first, on one ruler: promised, done and foreseen. */
const { trips, asOf, chosen } = defineProps<{
  trips: readonly Schemas['RoadTrip'][]
  asOf: string
  chosen: number | undefined
}>()
const emit = defineEmits<{ choose: [id: number] }>()
const session = useSession()
const [BEFORE, AHEAD] = [18 * 3600000, 42 * 3600000]
const box = ref<HTMLElement>()
// Its own padding, and the bar by which the list scrolls.
const BESIDE = 36
const { width } = useElementSize(box)
const now = computed(() => Date.parse(asOf))
const scale = computed(() =>
  scaleBetween(now.value - BEFORE, now.value + AHEAD, Math.max(width.value - BESIDE, 200), session.zone),
)
</script>

<template>
  <div ref="box" class="list">
    <div class="ruler"><duty-ruler :scale="scale" :now="now" /></div>
    <v-virtual-scroll
      :items="trips as Schemas['RoadTrip'][]"
      :item-height="94"
      class="rows"
      role="listbox"
      aria-label="Trips, most at risk first"
    >
      <template #default="{ item: trip }">
        <div
          class="item"
          :class="{ here: trip.id === chosen }"
          role="option"
          tabindex="0"
          :aria-selected="trip.id === chosen"
          @click="emit('choose', trip.id)"
          @keydown.enter.self="emit('choose', trip.id)"
        >
          <div class="line">
            <fit-mark :verdict="VERDICT[trip.verdict].mark" :word="VERDICT[trip.verdict].word" /><strong
              class="clip"
              >{{ trip.drivers }}</strong
            ><span class="clip">{{ trip.way }}</span
            ><span class="quiet small clip"
              >{{ trip.load ?? trip.number }}{{ trip.customer ? `, ${trip.customer}` : '' }}</span
            ><strong v-if="trip.unread" class="unread" :title="`${trip.unread} unread`">{{
              trip.unread
            }}</strong>
          </div>
          <div class="line small">
            <span class="clip" :class="{ late: trip.verdict === 'late' }">{{ inShort(trip) }}</span><span
              v-if="trip.standing && trip.standing.minutes > 0"
              class="late whole"
              >Detention {{ showMinutes(trip.standing.minutes) }}</span
            ><span class="clip right" :class="trip.silent ? 'late' : 'quiet'"
              >{{ trip.silent ? 'Silent: ' : ''
              }}{{ [trip.heard_where, ago(trip.heard_at, now)].filter(Boolean).join(', ') }}</span
            >
          </div>
          <trip-ribbon :stops="trip.stops" :scale="scale" :now="now" />
        </div>
      </template>
    </v-virtual-scroll>
  </div>
</template>

<style scoped>
.ruler {
  padding: 0.3rem 10px 0;
  border-bottom: 1px solid rgb(var(--v-theme-line));
}
.rows {
  max-height: calc(100vh - 148px);
  min-height: 120px;
}
.item {
  display: grid;
  align-content: center;
  gap: 0.1rem;
  height: 94px;
  padding: 0.25rem 10px;
  border-bottom: 1px solid rgb(var(--v-theme-line), 0.7);
  cursor: pointer;
}
.item:hover {
  background: rgb(var(--v-theme-surface-variant), 0.5);
}
.item.here {
  background: rgb(var(--v-theme-surface-variant));
  box-shadow: inset 3px 0 rgb(var(--v-theme-primary));
}
.item:focus-visible {
  outline-offset: -2px;
}
.line {
  display: flex;
  gap: 0.6rem;
  align-items: baseline;
  min-width: 0;
}
.line > :first-child {
  flex: none;
}
.line > .clip {
  min-width: 0;
}
.line.small > :first-child {
  flex: 0 1 auto;
}
.right {
  margin-left: auto;
  text-align: right;
}
.whole {
  white-space: nowrap;
  flex: none;
}
.late {
  color: rgb(var(--v-theme-late));
  font-weight: 600;
}
.unread {
  margin-left: auto;
  padding: 0 0.4rem;
  border-radius: 1rem;
  background: rgb(var(--v-theme-primary));
  color: rgb(var(--v-theme-on-primary));
  font-size: 0.8rem;
}
</style>
