<script setup lang="ts">
import L from 'leaflet'
import { ref } from 'vue'
import type { Spot } from '@/areas/roads/baseMap'
import { escaped, pin, useBaseMap } from '@/areas/roads/useBaseMap'
import type { Schemas } from '@/shared/api'

/** A chain as it goes: loaded parts drawn through, empty ones dashed, from town to town. */
const { start, links } = defineProps<{ start: Schemas['Spot']; links: readonly Schemas['ChainLink'][] }>()
const box = ref<HTMLElement>()
const at = ({ latitude, longitude }: Schemas['Spot']): Spot => [latitude, longitude]
const { failed } = useBaseMap(
  box,
  () => [start, links],
  ({ layer, colour }) => {
    let here = at(start)
    links.forEach((link, i) => {
      const [from, to] = [at(link.from), at(link.to)]
      L.polyline([here, from], {
        color: colour('on-surface'),
        weight: 2,
        dashArray: '3 6',
        interactive: false,
      }).addTo(layer)
      L.polyline([from, to], {
        color: colour('primary'),
        weight: 4,
        opacity: 0.75,
        interactive: false,
      }).addTo(layer)
      L.marker(from, {
        icon: pin('stop pickup', `<b>${i + 1}</b>${escaped(link.origin)}`),
        alt: `${i + 1}, pickup at ${link.origin}`,
        keyboard: false,
      }).addTo(layer)
      here = to
    })
    const last = links.at(-1)
    if (last)
      L.marker(here, {
        icon: pin('stop delivery', `<b>■</b>${escaped(last.destination)}`),
        alt: `Ends at ${last.destination}`,
        keyboard: false,
      }).addTo(layer)
    return [at(start), ...links.flatMap(({ from, to }) => [at(from), at(to)])]
  },
)
</script>

<template>
  <div class="map">
    <div ref="box" class="canvas low" role="application" aria-label="The chain on the map" />
    <p v-if="failed" class="small problem" role="status">
      The map could not be drawn: the server is out of reach.
    </p>
  </div>
</template>

<style>
@import '../roads/map.css';
.map .canvas.low {
  height: 260px;
}
</style>
