import L from 'leaflet'
import { peopleAt, thinned } from './labels'

export type Spot = [latitude: number, longitude: number]
interface Base {
  states: { state: string; rings: Spot[][] }[]
  roads: {
    road: string
    state: string
    class: 'interstate' | 'us' | 'state'
    lines: Spot[][]
    shield: Spot
  }[]
  towns: [name: string, state: string, latitude: number, longitude: number, people: number][]
}

let loading: Promise<Base> | undefined
/** The drawing that ships with the application: fetched once, when the first map is opened. */
function base(): Promise<Base> {
  loading ??= fetch('/map/base.json')
    .then(response => response.json() as Promise<Base>)
    .catch((error: unknown) => {
      loading = undefined
      throw error
    })
  return loading
}

/** The outlines of the states, by their two letters. */
export const stateRings = async (): Promise<Map<string, Spot[][]>> =>
  new Map((await base()).states.map(({ state, rings }) => [state, rings]))

/** From which zoom a class of road is drawn, and its shield is. */
const SHOWN = {
  interstate: { from: 3, shield: 5, weight: 1.6 },
  us: { from: 6, shield: 7, weight: 1 },
  state: { from: 7, shield: 9, weight: 0.8 },
}
const escaped = (text: string) => text.replace(/[&<>"]/g, letter => `&#${letter.charCodeAt(0)};`)
const label = (className: string, html: string) => L.divIcon({ className, html, iconSize: undefined })

/**
 * Draws states, roads with shields and towns, all from our own data. What is named follows the zoom and the view.
 * Gives an act that draws anew in other colours.
 */
export async function drawBase(map: L.Map, ink: () => Record<'land' | 'border' | 'road' | 'minor', string>) {
  const { states, roads, towns } = await base()
  const renderer = L.canvas({ padding: 0.3 })
  const shapes = L.layerGroup().addTo(map)
  const names = L.layerGroup().addTo(map)

  function draw() {
    shapes.clearLayers()
    const colours = ink()
    const zoom = map.getZoom()
    for (const { rings } of states)
      L.polygon(rings, {
        renderer,
        stroke: true,
        color: colours.border,
        weight: 1,
        fillColor: colours.land,
        fillOpacity: 1,
        interactive: false,
      }).addTo(shapes)
    for (const kind of ['state', 'us', 'interstate'] as const) {
      if (zoom < SHOWN[kind].from) continue
      const lines = roads.filter(road => road.class === kind).flatMap(road => road.lines)
      L.polyline(lines, {
        renderer,
        color: kind === 'interstate' ? colours.road : colours.minor,
        weight: SHOWN[kind].weight * (zoom >= 8 ? 1.6 : 1),
        interactive: false,
      }).addTo(shapes)
    }
    shapes.eachLayer(layer => {
      ;(layer as L.Path).bringToBack()
    })
    for (const layer of shapes.getLayers().slice(0, states.length).reverse()) (layer as L.Path).bringToBack()
  }

  function name() {
    names.clearLayers()
    const zoom = map.getZoom()
    const view = map.getBounds()
    const screen = (spot: Spot) => map.latLngToContainerPoint(spot)
    // Rings and spurs have three digits and matter near by only.
    const shields = roads.filter(
      road =>
        zoom >= SHOWN[road.class].shield + (/^I-\d{3}/.test(road.road) ? 3 : 0) && view.contains(road.shield),
    )
    for (const road of thinned(shields, one => screen(one.shield), 60, 60)) {
      L.marker(road.shield, {
        icon: label(
          `shield ${road.class}`,
          `<b>${escaped(road.road.replace(/^(I|US|[A-Z]{2})-/, road.class === 'state' ? '$1 ' : ''))}</b>`,
        ),
        interactive: false,
        keyboard: false,
      }).addTo(names)
    }
    const least = peopleAt(zoom)
    const known = towns.filter(
      ([, , latitude, longitude, people]) => people >= least && view.contains([latitude, longitude]),
    )
    for (const [town, , latitude, longitude] of thinned(known, ([, , y, x]) => screen([y, x])).slice(
      0,
      120,
    )) {
      L.marker([latitude, longitude], {
        icon: label('town', `<i></i>${escaped(town)}`),
        interactive: false,
        keyboard: false,
      }).addTo(names)
    }
  }

  draw()
  name()
  map.on('zoomend', draw)
  map.on('moveend zoomend', name)
  return draw
}
