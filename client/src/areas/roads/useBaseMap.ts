import L from 'leaflet'
import 'leaflet/dist/leaflet.css'
import { onBeforeUnmount, onMounted, ref, watch, type Ref } from 'vue'
import { useTheme } from 'vuetify'
import { drawBase, type Spot } from './baseMap'

export interface Drawing {
  map: L.Map
  layer: L.LayerGroup
  colour: (name: string) => string
}

/** The colours of the theme, by name, and those that the base is drawn in. */
export function useMapColours() {
  const theme = useTheme()
  const colour = (name: string) => String(theme.current.value.colors[name] ?? '#000000')
  const ink = () => ({
    land: colour('surface'),
    border: colour('line'),
    road: theme.current.value.dark ? '#7b8790' : '#9a917c',
    minor: theme.current.value.dark ? '#4a555c' : '#d3ccbb',
  })
  return { theme, colour, ink }
}

/** A map of our own drawing in a box, with a layer that `draw` fills: anew when `source` or the theme changes. */
export function useBaseMap(
  box: Ref<HTMLElement | undefined>,
  source: () => unknown,
  draw: (on: Drawing) => readonly Spot[],
) {
  const { theme, colour, ink } = useMapColours()
  const failed = ref(false)
  let map: L.Map | undefined
  let layer: L.LayerGroup | undefined
  let redraw: (() => void) | undefined
  function fill() {
    if (!map) return
    layer?.remove()
    layer = L.layerGroup().addTo(map)
    const spots = draw({ map, layer, colour })
    if (spots.length)
      map.fitBounds(L.latLngBounds([...spots]), { padding: [40, 40], maxZoom: 9, animate: false })
  }
  onMounted(async () => {
    map = L.map(box.value!, { attributionControl: false, minZoom: 3, maxZoom: 12, zoomSnap: 0.5 }).setView(
      [44, -114],
      5,
    )
    fill()
    try {
      redraw = await drawBase(map, ink)
    } catch {
      failed.value = true
    }
  })
  onBeforeUnmount(() => map?.remove())
  watch(source, fill)
  watch(
    () => theme.global.name.value,
    () => {
      redraw?.()
      fill()
    },
  )
  return { failed }
}
export const escaped = (text: string) => text.replace(/[&<>"]/g, letter => `&#${letter.charCodeAt(0)};`)
export const pin = (className: string, html: string) =>
  L.divIcon({ className: `pin ${className}`, html, iconSize: undefined })
