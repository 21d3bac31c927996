import { del, get, keys, set } from 'idb-keyval'
import type { Schemas } from '@/shared/api'

/** The permits of the driver's trips, kept on the phone: an inspector asks for them where there is no signal. */
const STORE = 'crew-ledger-cab-permits-'
type Kept = Record<number, Blob>
const idsOf = (trip: Schemas['CabTrip']) => (trip.permits ?? []).flatMap(({ paper_id }) => paper_id ?? [])

/** What is kept of a trip's permits; what is not kept yet is fetched, what no longer is the trip's goes. */
export async function keepPermits(
  trip: Schemas['CabTrip'],
  fetched: (path: string) => Promise<Blob | undefined>,
): Promise<Kept> {
  const store = STORE + trip.id
  const kept = (await get<Kept>(store).catch(() => undefined)) ?? {}
  const now: Kept = {}
  for (const id of idsOf(trip)) {
    const blob = kept[id] ?? (await fetched(`/api/cab/papers/${id}`))
    if (blob) now[id] = blob
  }
  if (Object.keys(now).join() !== Object.keys(kept).join()) await set(store, now).catch(() => undefined)
  return now
}

/** Of all trips at hand, also those that nobody has opened yet; what belongs to trips that are gone is let go. */
export async function keepAll(
  trips: Schemas['CabTrip'][],
  fetched: (path: string) => Promise<Blob | undefined>,
) {
  const mine = trips.filter(trip => idsOf(trip).length)
  for (const trip of mine) await keepPermits(trip, fetched)
  const there = (await keys<string>().catch(() => [])).filter(key => String(key).startsWith(STORE))
  for (const key of there)
    if (!mine.some(({ id }) => key === STORE + id)) await del(key).catch(() => undefined)
}
