import { get, set } from 'idb-keyval'
import { onScopeDispose, watch, type Ref } from 'vue'

interface Point {
  at: string
  latitude: number
  longitude: number
  accuracy_m: number
}
const STORE = 'crew-ledger-cab-points'
const EVERY_MS = 120000
const MOST = 500

/** Follows where the phone is while `on` says so, and tells it in batches; without a signal the points wait. */
export function usePosition(
  on: Ref<boolean>,
  place: Ref<GeolocationPosition | undefined>,
  headers: () => Record<string, string>,
) {
  let watching: number | undefined
  let points: Point[] = []
  let told = 0

  async function tell() {
    if (!points.length) return
    const sent = points.slice(0, MOST)
    const response = await fetch('/api/cab/positions', {
      method: 'PUT',
      headers: { ...headers(), 'Content-Type': 'application/json' },
      body: JSON.stringify({ phone_at: new Date().toISOString(), points: sent }),
    }).catch(() => undefined)
    // What the server will never take (the trip is over by now) is not kept for ever.
    if (response && (response.ok || response.status === 422)) points = points.slice(sent.length)
    await set(STORE, points).catch(() => undefined)
  }
  function seen(position: GeolocationPosition) {
    place.value = position
    if (Date.now() - told < EVERY_MS) return
    told = Date.now()
    const { latitude, longitude, accuracy } = position.coords
    points.push({
      at: new Date(position.timestamp).toISOString(),
      latitude,
      longitude,
      accuracy_m: Math.min(Math.round(accuracy), 100000),
    })
    void tell()
  }
  function stop() {
    if (watching !== undefined) navigator.geolocation.clearWatch(watching)
    watching = undefined
    place.value = undefined
  }
  watch(
    on,
    async wanted => {
      stop()
      if (!wanted || !('geolocation' in navigator)) return
      points = (await get<Point[]>(STORE).catch(() => undefined)) ?? []
      watching = navigator.geolocation.watchPosition(seen, () => undefined, {
        enableHighAccuracy: false,
        maximumAge: 60000,
      })
    },
    { immediate: true },
  )
  onScopeDispose(stop)
}
