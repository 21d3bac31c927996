<script setup lang="ts">
import { computed, ref } from 'vue'
import { useI18n } from 'vue-i18n'
import type { Schemas } from '@/shared/api'
import { showTime, showWindow } from '@/shared/time'
import PutRight from './PutRight.vue'
import type { Cab } from './useCab'

/** The road ahead, upright: what is done is dimmed, each told step can be put right. */
const { trip, nextStop, cab } = defineProps<{ trip: Schemas['CabTrip']; nextStop: number | null; cab: Cab }>()
const { t } = useI18n()
const long = (minutes: number) =>
  minutes < 60 ? `${minutes} min` : `${Math.floor(minutes / 60)} h ${minutes % 60} min`
const righting = ref<Schemas['Step']>()
const steps = (stop: Schemas['CabStop']) =>
  trip.steps.filter(step => step.stop_id === stop.id && step.done_at && step.key)
const done = (stop: Schemas['CabStop']) =>
  trip.steps.filter(step => step.stop_id === stop.id).every(step => step.done_at)
const address = (stop: Schemas['CabStop']) =>
  [stop.address, `${stop.town}, ${stop.state} ${stop.zip}`].filter(Boolean).join(', ')
/** Opens the phone's own map: its own scheme on an iPhone, RFC 5870's on the others. */
const scheme = /iPhone|iPad|iPod/.test(navigator.userAgent) ? 'maps:?q=' : 'geo:0,0?q='
const map = (stop: Schemas['CabStop']) => `${scheme}${encodeURIComponent(address(stop))}`

/** A paper that was sent for another stop than it is of. */
const moving = ref<number>()
const freight = computed(() => trip.stops.filter(({ kind }) => kind === 'pickup' || kind === 'delivery'))
function move(paper: { id: number; kind: string }, stopId: number) {
  moving.value = undefined
  void cab.movePaper(paper.id, trip.id, stopId, t(`paper.${paper.kind}`))
}
</script>

<template>
  <p v-if="!trip.ended" class="little">
    <button
      type="button"
      class="press small"
      @click="cab.open(`/api/cab/trips/${trip.id}/way.gpx`, `${trip.number}.gpx`)"
    >
      {{ t('trip.gpx') }}
    </button>
  </p>
  <ol class="road">
    <li v-for="stop in trip.stops" :key="stop.id" :class="{ done: done(stop), next: stop.id === nextStop }">
      <svg class="mark" width="22" height="22" aria-hidden="true">
        <circle v-if="done(stop)" cx="11" cy="11" r="8" class="full" />
        <path v-else-if="stop.kind === 'pickup' || stop.kind === 'hook'" d="M11 2 20 19H2z" class="open" />
        <path v-else d="M2 4h18L11 20z" class="open" />
      </svg>
      <div class="what">
        <strong
          >{{ t(`stop.${stop.kind}`) }}{{ stop.unit ? ` ${stop.unit}` : ''
          }}<template v-if="stop.handling === 'drop_hook' && !stop.unit"> ({{ t('stop.dropHook') }})</template
          >: {{ stop.name }}</strong
        >
        <p>
          {{ showWindow(stop.from, stop.to, stop.zone) }}
          <span v-if="stop.miles !== '0.0'" class="quiet"
            >• {{ t('trip.fromBefore', { n: Math.round(Number(stop.miles)) }) }}</span
          >
        </p>
        <p v-if="stop.forecast_at && !stop.arrived_at" class="little" :class="{ late: stop.late_minutes }">
          {{ t('trip.expected', { at: showTime(stop.forecast_at, stop.zone) })
          }}<template v-if="stop.late_minutes"
            >, {{ t('trip.late', { time: long(stop.late_minutes) }) }}</template
          >
        </p>
        <p v-if="stop.address || stop.zip" class="little">
          <a :href="map(stop)">{{ address(stop) }}</a>
        </p>
        <p v-if="stop.driver_notes" class="rules little">{{ stop.driver_notes }}</p>
        <p v-if="stop.reference" class="rules little">
          <strong>{{ stop.reference }}</strong>
        </p>
        <p v-if="stop.notes" class="rules little">{{ stop.notes }}</p>
        <p v-if="stop.phone">
          <a :href="`tel:${stop.phone}`">{{ [stop.contact, stop.phone].filter(Boolean).join(' ') }}</a>
        </p>
        <ul v-if="steps(stop).length" class="steps little">
          <li v-for="step in steps(stop)" :key="step.kind">
            <button type="button" class="told" :disabled="!step.key || !!trip.ended" @click="righting = step">
              {{ t(`done.${step.kind}`) }}
              {{ showTime(step.done_at!, stop.zone, { day: false, letters: false }) }}
            </button>
          </li>
        </ul>
        <ul v-if="stop.papers?.length" class="steps little" :aria-label="t('trip.papers')">
          <li v-for="paper in stop.papers" :key="paper.id">
            <button
              type="button"
              class="told"
              :disabled="freight.length < 2 || !!trip.ended"
              :aria-expanded="moving === paper.id"
              @click="moving = moving === paper.id ? undefined : paper.id"
            >
              {{ t(`paper.${paper.kind}`) }}
            </button>
            <label v-if="moving === paper.id" class="field"
              >{{ t('paper.belongs')
              }}<select
                :value="stop.id"
                @change="move(paper, Number(($event.target as HTMLSelectElement).value))"
              >
                <option v-for="one in freight" :key="one.id" :value="one.id">
                  {{ t(`stop.${one.kind}`) }}: {{ one.name }}
                </option>
              </select></label
            >
          </li>
        </ul>
        <put-right
          v-if="righting?.stop_id === stop.id && righting.key"
          :step="righting"
          :steps="trip.steps"
          :zone="stop.zone"
          @close="righting = undefined"
          @right="
            (at, why, sure) => {
              void cab.checkIn(trip.id, 'corrected', t('trip.putRight'), {
                corrects: righting!.key!,
                done_at: at,
                note: why,
                ...(sure ? { sure } : {}),
              })
              righting = undefined
            }
          "
          @back="
            why => {
              void cab.checkIn(trip.id, 'withdrawn', t('trip.takeBack'), {
                corrects: righting!.key!,
                note: why,
              })
              righting = undefined
            }
          "
        />
      </div>
    </li>
  </ol>
</template>

<style scoped>
.road > li {
  display: grid;
  grid-template-columns: 26px 1fr;
  gap: 0.55rem;
  padding-bottom: 1rem;
  position: relative;
}
.road > li:last-child {
  padding-bottom: 0;
}
.road > li:not(:last-child)::before {
  content: '';
  position: absolute;
  left: 10px;
  top: 26px;
  bottom: 0;
  border-left: 2px solid var(--line);
}
.what {
  display: grid;
  gap: 0.15rem;
}
.full {
  fill: var(--accent);
}
.open {
  fill: none;
  stroke: var(--ink);
  stroke-width: 2.4;
}
.next .open {
  fill: var(--accent);
  fill-opacity: 0.35;
}
.done > .what > strong {
  color: var(--quiet);
}
.rules {
  border-left: 5px solid var(--warn);
  padding-left: 0.5rem;
}
.steps {
  display: flex;
  flex-wrap: wrap;
  gap: 0.3rem;
  margin-top: 0.2rem;
}
.told {
  min-height: 40px;
  padding: 0.1rem 0.6rem;
  border: 1px solid var(--line);
  border-radius: 8px;
  background: var(--paper);
  cursor: pointer;
}
.told:disabled {
  cursor: default;
}
.late {
  color: var(--bad);
  font-weight: 700;
}
a {
  display: inline-block;
  padding: 0.35rem 0;
}
</style>
