<script setup lang="ts">
import L from 'leaflet'
import 'leaflet/dist/leaflet.css'
import { onBeforeUnmount, onMounted, ref, watch } from 'vue'
import { drawBase, type Spot } from '@/areas/roads/baseMap'
import { escaped, pin, useMapColours } from '@/areas/roads/useBaseMap'
import { api, ask, type Schemas } from '@/shared/api'
import { showTime } from '@/shared/time'
import { VERDICT } from './words'

/** All trucks on one map; of the chosen one the planned way, its whole track, and what was said where. */
const { trips, chosen } = defineProps<{ trips: readonly Schemas['RoadTrip'][]; chosen: number | undefined }>()
const emit = defineEmits<{ choose: [id: number] }>()
const { theme, colour, ink } = useMapColours()
const box = ref<HTMLElement>()
const failed = ref(false)
const track = ref<Schemas['Track']>()
let map: L.Map | undefined
let trucks: L.LayerGroup | undefined
let way: L.LayerGroup | undefined
let redraw: (() => void) | undefined

const SIGN = { on_time: '●', tight: '◐', late: '△', unknown: '▬' } as const
const spotOf = (one: { latitude: number; longitude: number }): Spot => [one.latitude, one.longitude]

function drawTrucks() {
  if (!map) return
  trucks?.remove()
  trucks = L.layerGroup().addTo(map)
  for (const trip of trips) {
    if (!trip.spot) continue
    const words = `${escaped(trip.drivers)}, ${VERDICT[trip.verdict].word.toLowerCase()}, ${showTime(trip.spot.at, trip.zone)}`
    L.marker(spotOf(trip.spot), {
      icon: pin(
        `lorry ${trip.verdict} ${trip.id === chosen ? 'here' : ''}`,
        `<b>${SIGN[trip.verdict]}</b>${escaped(trip.drivers.split(' ').at(-1) ?? '')}`,
      ),
      alt: words,
      title: words,
      zIndexOffset: trip.id === chosen ? 900 : 500,
    })
      .on('click', () => emit('choose', trip.id))
      .addTo(trucks)
  }
}
function drawWay(found: Schemas['Track'] | undefined) {
  if (!map) return
  way?.remove()
  way = L.layerGroup().addTo(map)
  if (!found) return
  for (const line of found.way)
    L.polyline(
      line.map(([longitude, latitude]): Spot => [latitude!, longitude!]),
      { color: colour('primary'), weight: 4, opacity: 0.7, interactive: false },
    ).addTo(way)
  if (found.spots.length > 1)
    L.polyline(found.spots.map(spotOf), {
      color: colour('on-surface'),
      weight: 2,
      dashArray: '1 5',
      interactive: false,
    }).addTo(way)
  for (const one of found.spots)
    L.circleMarker(spotOf(one), {
      radius: 3,
      color: colour('on-surface'),
      weight: 1,
      fillColor: colour('surface'),
      fillOpacity: 1,
    })
      .bindTooltip(showTime(one.at, found.stops[0]?.zone ?? 'UTC'))
      .addTo(way)
  for (const one of found.marks ?? [])
    L.circleMarker(spotOf(one), {
      radius: 6,
      color: colour('primary'),
      weight: 2,
      fillColor: colour('surface'),
      fillOpacity: 1,
    })
      .bindTooltip(`${escaped(one.text)}, ${showTime(one.at, found.stops[0]?.zone ?? 'UTC')}`)
      .addTo(way)
  found.stops.forEach((stop, i) =>
    L.marker(spotOf(stop), {
      icon: pin(`stop ${stop.kind}`, `<b>${i + 1}</b>${escaped(stop.name)}`),
      alt: `Stop ${i + 1}, ${stop.name}`,
      keyboard: false,
    }).addTo(way!),
  )
}
function fit() {
  const spots: Spot[] = [
    ...trips.flatMap(trip => (trip.spot ? [spotOf(trip.spot)] : [])),
    ...(track.value?.stops ?? []).map(spotOf),
  ]
  if (spots.length) map?.fitBounds(L.latLngBounds(spots), { padding: [46, 46], maxZoom: 9, animate: false })
}

async function follow(id: number | undefined) {
  const answer = id ? await ask(api.GET('/api/trips/{id}/track', { params: { path: { id } } })) : undefined
  if (id !== chosen) return
  track.value = answer?.data
  drawWay(track.value)
  drawTrucks()
  fit()
}
onMounted(async () => {
  map = L.map(box.value!, { attributionControl: false, minZoom: 3, maxZoom: 12, zoomSnap: 0.5 }).setView(
    [44, -114],
    5,
  )
  drawTrucks()
  void follow(chosen)
  try {
    redraw = await drawBase(map, ink)
  } catch {
    failed.value = true
  }
})
onBeforeUnmount(() => map?.remove())
watch(
  () => chosen,
  id => void follow(id),
)
watch(() => trips, drawTrucks)
watch(
  () => theme.global.name.value,
  () => {
    redraw?.()
    drawWay(track.value)
    drawTrucks()
  },
)
</script>

<template>
  <section class="panel map" aria-label="Map of the trucks">
    <div ref="box" class="canvas tall" role="application" aria-label="Map of the trucks" />
    <p v-if="!trips.some(({ spot }) => spot)" class="small problem" role="status">
      No truck has told where it is yet. Positions come from devices, and from phones whose drivers agree.
    </p>
    <p v-else-if="failed" class="small problem" role="status">
      The map could not be drawn: the server is out of reach.
    </p>
  </section>
</template>

<style>
@import '../roads/map.css';
.map .canvas.tall {
  height: calc(100vh - 112px);
}
.map .pin.lorry {
  min-height: 26px;
  min-width: 26px;
  pointer-events: auto;
  cursor: pointer;
  border-color: rgb(var(--v-theme-primary));
}
.map .pin.lorry b {
  background: rgb(var(--v-theme-primary));
  color: rgb(var(--v-theme-on-primary));
}
.map .pin.lorry.late {
  border-color: rgb(var(--v-theme-late));
}
.map .pin.lorry.late b {
  background: rgb(var(--v-theme-late));
}
.map .pin.lorry.tight b {
  background: rgb(var(--v-theme-tight));
}
.map .pin.lorry.here {
  outline: 3px solid rgb(var(--v-theme-primary), 0.5);
}
@media (max-width: 1000px) {
  .map .canvas.tall {
    height: 60vh;
  }
}
</style>
