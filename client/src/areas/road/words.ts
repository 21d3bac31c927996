import { showMinutes } from '@/shared/measure'
import type { Schemas } from '@/shared/api'
import { showTime } from '@/shared/time'

type Trip = Schemas['RoadTrip']
export const VERDICT: Record<Trip['verdict'], { mark: 'fits' | 'tight' | 'late' | 'blocked'; word: string }> =
  {
    on_time: { mark: 'fits', word: 'On time' },
    tight: { mark: 'tight', word: 'Tight' },
    late: { mark: 'late', word: 'Late' },
    unknown: { mark: 'blocked', word: 'No route' },
  }
export const ASKING: Record<string, string> = {
  on: 'Asked on a schedule',
  over: 'Asking is over',
  off: 'Asking is off',
  never: 'Not asked on a schedule',
}
export const SOURCE: Record<string, string> = {
  cab: 'phone page',
  text: 'text',
  dispatcher: 'dispatch',
  link: 'link',
  device: 'device',
  geofence: 'position',
  message: 'message',
  office: 'office',
  forecast: 'forecast',
}

export const nextStop = (trip: Trip) => trip.stops.find(stop => !stop.worked_at && !stop.left_at)

/** What to know of a trip now, in one line. */
export function inShort(trip: Trip): string {
  const stop = nextStop(trip)
  if (!stop) return 'All stops are made.'
  if (stop.arrived_at) return `At ${stop.name} since ${showTime(stop.arrived_at, stop.zone)}`
  const late = trip.stops.find(one => one.late_minutes && !one.arrived_at)
  const shown = late ?? stop
  if (!shown.forecast_at) return `To ${shown.name}: no legal plan is found.`
  const forecast = `${shown.town} ${showTime(shown.forecast_at, shown.zone)}`
  if (shown.late_minutes) return `${forecast}, ${showMinutes(shown.late_minutes)} late`
  return shown.chance_percent ? `${forecast}, ${shown.chance_percent}% it will be late` : forecast
}

/** Where and how long ago a driver was last heard, as a sentence without its stop. */
export const heard = (
  { heard_where, heard_at }: { heard_where?: string | null; heard_at?: string | null },
  now: number,
) =>
  heard_at ? `Last heard ${[heard_where, ago(heard_at, now)].filter(Boolean).join(', ')}` : 'Never heard yet'

/** How long ago, for what was last heard. */
export function ago(at: string | null | undefined, now: number): string {
  if (!at) return 'never heard'
  const minutes = Math.max(0, Math.round((now - Date.parse(at)) / 60000))
  if (minutes < 60) return `${minutes} min ago`
  return minutes < 2880
    ? `${Math.floor(minutes / 60)} h ${minutes % 60} min ago`
    : `${Math.floor(minutes / 1440)} days ago`
}
