<script setup lang="ts">
import L from 'leaflet'
import { computed, ref } from 'vue'
import { escaped, pin, useBaseMap } from '@/areas/roads/useBaseMap'
import type { Spot } from '@/areas/roads/baseMap'
import type { Schemas } from '@/shared/api'
import { showPounds } from '@/shared/measure'
import { showTime, showWindow } from '@/shared/time'
import StageMark from './StageMark.vue'
import { expected } from './words'

/** One load as somebody outside sees it: what is expected in a sentence, its stops, and where it is. */
const { found } = defineProps<{ found: Schemas['WindowLoadInFull'] }>()
const load = computed(() => found.load)
const zone = computed(() => load.value.next?.zone ?? load.value.delivery_zone ?? 'UTC')
const box = ref<HTMLElement>()
const spotOf = (one: { latitude: number; longitude: number }): Spot => [one.latitude, one.longitude]
useBaseMap(
  box,
  () => found,
  ({ layer, colour }) => {
    found.stops.forEach((stop, i) =>
      L.marker(spotOf(stop), {
        icon: pin(`stop ${stop.kind}`, `<b>${i + 1}</b>${escaped(stop.town)}`),
        alt: `Stop ${i + 1}, ${stop.town}`,
        keyboard: false,
      }).addTo(layer),
    )
    if (found.spot)
      L.circleMarker(spotOf(found.spot), {
        radius: 9,
        color: colour('surface'),
        weight: 2,
        fillColor: colour('primary'),
        fillOpacity: 1,
      })
        .bindTooltip(`Near ${escaped(found.spot.near ?? '')}`)
        .addTo(layer)
    return [...found.stops.map(spotOf), ...(found.spot ? [spotOf(found.spot)] : [])]
  },
)
const KIND: Record<string, string> = { pickup: 'Pickup', delivery: 'Delivery' }
function told(stop: Schemas['WindowStop']): string {
  if (stop.left_at)
    return `there ${showTime(stop.arrived_at ?? stop.left_at, stop.zone)}, left ${showTime(stop.left_at, stop.zone)}`
  if (stop.worked_at) return `done ${showTime(stop.worked_at, stop.zone)}`
  return stop.arrived_at ? `there since ${showTime(stop.arrived_at, stop.zone)}` : ''
}
</script>

<template>
  <section class="panel pad stack" aria-label="Load">
    <div class="spread wrap">
      <h1>{{ load.number }}</h1>
      <stage-mark :stage="load.stage" />
    </div>
    <p class="says" role="status">{{ expected(load) }}.</p>
    <p v-if="found.spot" class="small">
      Last near {{ found.spot.near ?? 'where the map shows' }}, {{ showTime(found.spot.at, zone)
      }}<template v-if="found.drivers.length">, with {{ found.drivers.join(' and ') }}</template
      >.
    </p>
    <p v-else-if="found.drivers.length && load.stage !== 'delivered'" class="small">
      With {{ found.drivers.join(' and ') }}.
    </p>
    <ol class="stops">
      <li v-for="stop in found.stops" :key="stop.id" :class="{ done: stop.worked_at || stop.left_at }">
        <strong>{{ KIND[stop.kind] ?? 'Stop' }}: {{ stop.name }}</strong>
        <div class="small">
          {{ [stop.address, `${stop.town}, ${stop.state} ${stop.zip}`].filter(Boolean).join(', ') }}
        </div>
        <div class="small quiet">
          {{ stop.from ? showWindow(stop.from, stop.to, stop.zone) : 'No time is agreed'
          }}<template v-if="told(stop)">; {{ told(stop) }}</template>
        </div>
      </li>
    </ol>
    <dl class="facts small">
      <template v-for="line in found.freight" :key="line.what">
        <dt>Freight</dt>
        <dd>
          {{ line.what }}<template v-if="line.pieces">, {{ line.pieces }} {{ line.unit }}</template
          ><template v-if="line.weight_lb">, {{ showPounds(line.weight_lb) }}</template>
        </dd>
      </template>
      <template v-for="one in found.references" :key="one.value">
        <dt>{{ one.kind === 'po' ? 'PO' : one.kind.replaceAll('_', ' ') }}</dt>
        <dd>{{ one.value }}</dd>
      </template>
    </dl>
  </section>
  <section class="panel map" aria-label="Map">
    <div ref="box" class="canvas" role="application" aria-label="Map of the load" />
  </section>
</template>

<style>
@import '../roads/map.css';
</style>
<style scoped>
.pad {
  padding: 0.8rem 1rem;
}
.wrap {
  flex-wrap: wrap;
}
.says {
  font-size: 1.15rem;
  font-weight: 600;
}
.stops {
  padding-left: 1.2rem;
  display: grid;
  gap: 0.6rem;
}
.stops .done strong {
  font-weight: 400;
}
.facts {
  display: grid;
  grid-template-columns: max-content 1fr;
  gap: 0.2rem 0.8rem;
}
dt {
  color: rgb(var(--v-theme-quiet));
  text-transform: capitalize;
}
dd {
  margin: 0;
}
.canvas {
  height: 22rem;
  background: rgb(var(--v-theme-background));
}
</style>
