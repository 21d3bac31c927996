import { actsOf } from '@/shared/acts'
import type { Schemas } from '@/shared/api'

type Trip = Schemas['Trip']
const over = ({ status }: Trip) => status === 'declined' || status === 'cancelled'

/** The trips that carry a load, in the order they are driven, then those that came to nothing. */
export function inOrder(trips: readonly Trip[]): { live: Trip[]; over: Trip[] } {
  const live = trips
    .filter(trip => !over(trip))
    .sort((a, b) => (a.begins_at ?? '').localeCompare(b.begins_at ?? ''))
  return { live, over: trips.filter(over) }
}
export const isRelayed = (live: readonly Trip[]) =>
  live.some(({ stops }) => stops.some(({ kind }) => kind === 'swap'))

/** The swap after which nobody drives: whoever was to take over declined. stops - ids of all stops of the load */
export function gapOf(live: readonly Trip[], stops: readonly number[]): Schemas['TripStop'] | undefined {
  const made = new Set(live.flatMap(trip => trip.stops.map(({ stop_id }) => stop_id)))
  const last = live.at(-1)?.stops.at(-1)
  return last?.kind === 'swap' && stops.some(id => !made.has(id)) ? last : undefined
}

/** Whether its way may be bent: that of its trip, or before anybody has it, its own. */
export function mayBend(load: Schemas['Load']) {
  const [trip] = inOrder(load.trips).live
  return trip ? actsOf(trip.allowed_acts).may('reroute') : actsOf(load.allowed_acts).may('bend')
}
