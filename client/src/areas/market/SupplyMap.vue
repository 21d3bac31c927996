<script setup lang="ts">
import L from 'leaflet'
import { onMounted, ref, shallowRef } from 'vue'
import { stateRings, type Spot } from '@/areas/roads/baseMap'
import { pin, useBaseMap } from '@/areas/roads/useBaseMap'
import type { Schemas } from '@/shared/api'
import { SUPPLY, perTruck } from './supplyWords'

/** States by how freight and trucks stand in them: shaded, with postings for each truck. */
const { rows } = defineProps<{ rows: readonly Schemas['SupplyOfState'][] }>()
const box = ref<HTMLElement>()
const rings = shallowRef(new Map<string, Spot[][]>())
onMounted(async () => {
  rings.value = await stateRings().catch(() => new Map())
})
const COLOUR = { short_of_trucks: 'primary', even: 'line', short_of_freight: 'tight' } as const
/** The middle of the greatest of some rings. */
const middle = (all: Spot[][]) => {
  const greatest = all.reduce((best, ring) => (ring.length > best.length ? ring : best))
  return L.latLngBounds(greatest).getCenter()
}
const { failed } = useBaseMap(
  box,
  () => [rows, rings.value],
  ({ layer, colour }) => {
    for (const row of rows) {
      const shape = rings.value.get(row.state)
      if (!shape?.length) continue
      L.polygon(shape, {
        stroke: false,
        fillColor: colour(COLOUR[row.supply]),
        fillOpacity: row.supply === 'even' ? 0.35 : 0.45,
        interactive: false,
      }).addTo(layer)
      L.marker(middle(shape), {
        icon: pin('share', `<b>${row.state}</b>${perTruck(row)}`),
        alt: `${row.state}: ${SUPPLY[row.supply]}, ${perTruck(row)} postings for each truck`,
        keyboard: false,
      }).addTo(layer)
    }
    return []
  },
)
</script>

<template>
  <section class="panel map" aria-label="Freight and trucks on the map">
    <div ref="box" class="canvas supply" role="application" aria-label="Freight and trucks by state" />
    <p class="legend small">
      <span v-for="(words, kind) in SUPPLY" :key="kind"
        ><i :style="{ background: `rgb(var(--v-theme-${COLOUR[kind]}))` }" />{{ words }}</span
      >
    </p>
    <p v-if="failed" class="small problem" role="status">
      The map could not be drawn: the server is out of reach.
    </p>
  </section>
</template>

<style>
@import '../roads/map.css';
.map .canvas.supply {
  height: 430px;
}
</style>
<style scoped>
.legend {
  display: flex;
  flex-wrap: wrap;
  gap: 0.3rem 1.2rem;
  margin: 0;
  padding: 0.4rem 0.85rem;
}
.legend i {
  display: inline-block;
  width: 0.8rem;
  height: 0.8rem;
  margin-right: 0.35rem;
  opacity: 0.6;
  vertical-align: -0.05rem;
}
</style>
