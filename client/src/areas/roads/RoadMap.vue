<script setup lang="ts">
import L from 'leaflet'
import 'leaflet/dist/leaflet.css'
import { onBeforeUnmount, onMounted, ref, watch } from 'vue'
import type { Schemas } from '@/shared/api'
import { showTime } from '@/shared/time'
import { drawBase, type Spot } from './baseMap'
import { escaped, pin, useMapColours } from './useBaseMap'

/**
 * The way on a map that needs no server but ours: the line by part, stops, the truck, what is in the way and what was
 * avoided, each a mark with a word. Where bending is allowed a part is dragged to where it should pass.
 */
const {
  way = undefined,
  stops,
  zone,
  bendable = false,
} = defineProps<{ way?: Schemas['Way']; stops: Schemas['Stop'][]; zone: string; bendable?: boolean }>()
const emit = defineEmits<{ bend: [stopId: number, via: Schemas['Spot'][]] }>()
const { theme, colour, ink } = useMapColours()
const box = ref<HTMLElement>()
const failed = ref(false)
let map: L.Map | undefined
let redraw: (() => void) | undefined
let layer: L.LayerGroup | undefined

type Part = Schemas['Way']['parts'][number]
const lineOf = (part: Part): Spot[] => part.line.map(([longitude, latitude]) => [latitude!, longitude!])

/** Where along a line a spot lies: the index of its nearest point. */
const along = (line: Spot[], spot: L.LatLng) =>
  line.reduce((best, point, i) => (spot.distanceTo(point) < spot.distanceTo(line[best]!) ? i : best), 0)

/** A new point among those that the part passes already, in the order of travel. */
function bent(part: Part, spot: L.LatLng, grabbed: number): Schemas['Spot'][] {
  const line = lineOf(part)
  const before = part.via.filter(via => along(line, L.latLng(via.latitude, via.longitude)) <= grabbed)
  const rounded = { latitude: Number(spot.lat.toFixed(4)), longitude: Number(spot.lng.toFixed(4)) }
  return [...before, rounded, ...part.via.filter(via => !before.includes(via))]
}

function grip(part: Part, line: L.Polyline) {
  if (!bendable || part.stop_id === undefined) return
  line.on('mousedown', (down: L.LeafletMouseEvent) => {
    const grabbed = along(lineOf(part), down.latlng)
    const ghost = L.circleMarker(down.latlng, {
      radius: 7,
      color: colour('primary'),
      fillColor: colour('surface'),
      fillOpacity: 1,
    }).addTo(map!)
    const move = (moved: L.LeafletMouseEvent) => ghost.setLatLng(moved.latlng)
    map!.dragging.disable()
    map!.on('mousemove', move)
    map!.once('mouseup', (up: L.LeafletMouseEvent) => {
      map!.off('mousemove', move)
      map!.dragging.enable()
      ghost.remove()
      if (up.containerPoint.distanceTo(map!.latLngToContainerPoint(down.latlng)) > 12)
        emit('bend', part.stop_id!, bent(part, up.latlng, grabbed))
    })
  })
}

function draw() {
  if (!map) return
  layer?.remove()
  layer = L.layerGroup().addTo(map)
  for (const part of way?.parts ?? []) {
    const line = lineOf(part)
    if (!line.length) continue
    L.polyline(line, { color: colour('surface'), weight: 8, opacity: 0.8, interactive: false }).addTo(layer)
    const drawn = L.polyline(line, {
      color: colour('primary'),
      weight: 4.5,
      dashArray: part.kind === 'deadhead' ? '2 9' : undefined,
      lineCap: 'round',
      className: bendable ? 'grip' : '',
    }).addTo(layer)
    grip(part, drawn)
    for (const via of part.via)
      L.marker([via.latitude, via.longitude], {
        icon: pin('via', `<b>via</b>${escaped(via.name ?? '')}`),
        keyboard: false,
      }).addTo(layer)
  }
  for (const one of way?.restrictions ?? []) {
    if (one.latitude === undefined || one.longitude === undefined) continue
    L.marker([one.latitude, one.longitude], {
      icon: pin(
        one.avoided ? 'barred' : 'obey',
        `<b>${one.avoided ? '⊘' : '!'}</b>${escaped(`${one.near}: ${one.said ?? one.kind}${one.avoided ? ', avoided' : ''}`)}`,
      ),
      keyboard: false,
    }).addTo(layer)
  }
  stops.forEach((stop, i) =>
    L.marker([stop.latitude, stop.longitude], {
      icon: pin(`stop ${stop.kind}`, `<b>${i + 1}</b>${escaped(stop.town)}`),
      alt: `Stop ${i + 1}, ${stop.town}`,
      keyboard: false,
      zIndexOffset: 500,
    }).addTo(layer!),
  )
  // Positions over time: a trail of dots, each with its time when pointed at.
  const past = way?.positions ?? []
  if (past.length > 1)
    L.polyline(
      past.map((one): Spot => [one.latitude, one.longitude]),
      { color: colour('on-surface'), weight: 1.5, dashArray: '1 5', interactive: false },
    ).addTo(layer)
  for (const one of past)
    L.circleMarker([one.latitude, one.longitude], {
      radius: 4,
      color: colour('on-surface'),
      weight: 1.5,
      fillColor: colour('surface'),
      fillOpacity: 1,
    })
      .bindTooltip(`${escaped(one.said)}, ${showTime(one.at, zone)}`)
      .addTo(layer)
  const truck = way?.truck
  if (truck)
    L.marker([truck.latitude, truck.longitude], {
      icon: pin('truck', `<b>▲</b>Truck, ${escaped(truck.said)}`),
      keyboard: false,
      zIndexOffset: 900,
    }).addTo(layer)
}

function fit() {
  const spots: Spot[] = [
    ...(way?.parts ?? []).flatMap(lineOf),
    ...stops.map((stop): Spot => [stop.latitude, stop.longitude]),
  ]
  if (spots.length) map?.fitBounds(L.latLngBounds(spots), { padding: [46, 46], maxZoom: 10, animate: false })
  else map?.setView([44, -114], 5)
}

onMounted(async () => {
  map = L.map(box.value!, {
    attributionControl: false,
    zoomControl: true,
    scrollWheelZoom: false,
    minZoom: 3,
    maxZoom: 12,
    zoomSnap: 0.5,
    worldCopyJump: false,
  })
  // The wheel belongs to the page until the map is clicked into.
  map.on('click focus', () => map?.scrollWheelZoom.enable())
  map.on('mouseout', () => map?.scrollWheelZoom.disable())
  fit()
  draw()
  try {
    redraw = await drawBase(map, ink)
  } catch {
    failed.value = true
  }
})
onBeforeUnmount(() => map?.remove())
watch(
  () => way,
  (_, before) => {
    draw()
    if (!before) fit()
  },
)
watch(() => stops, draw)
watch(
  () => theme.global.name.value,
  () => {
    redraw?.()
    draw()
  },
)
</script>

<template>
  <div class="map">
    <div ref="box" class="canvas" role="application" aria-label="Map of the route" />
    <p v-if="failed" class="small problem" role="status">
      The map could not be drawn: the server is out of reach.
    </p>
  </div>
</template>

<style>
@import './map.css';
</style>
