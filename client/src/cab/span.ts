import { instantOf, wallAt } from '@/shared/time'

const DAY_MS = 86400000
/** A time a little ahead still counts as now: clocks differ. */
const AHEAD_MS = 900000
export const minutesOf = (text: string) => {
  const [hour, minute] = text.split(':').map(Number)
  return (hour ?? 0) * 60 + (minute ?? 0)
}
export const clockOf = (at: number, zone: string) => {
  const { hour, minute } = wallAt(at, zone)
  return `${String(hour).padStart(2, '0')}:${String(minute).padStart(2, '0')}`
}

/** The latest such times of a zone's clock that are past, as a driver tells what has been; an end before its beginning is the day after. */
export function lastSpan(from: string, to: string, now: number, zone: string): [number, number] {
  const at = (text: string, ago: number) =>
    instantOf(
      {
        ...wallAt(now - ago * DAY_MS, zone),
        hour: Math.floor(minutesOf(text) / 60),
        minute: minutesOf(text) % 60,
      },
      zone,
    )
  const ago = at(to, 0) > now + AHEAD_MS ? 1 : 0
  return [at(from, ago + (minutesOf(to) < minutesOf(from) ? 1 : 0)), at(to, ago)]
}
