import { instantOf, wallAt } from '../time'

/** A ruler from one instant to another over a number of pixels. */
export interface Scale {
  from: number
  to: number
  x: (instant: number) => number
  ticks: { at: number; label: string; day: boolean }[]
}

const STEPS_HOURS = [1, 2, 3, 6, 12, 24, 48, 96, 168]
const MIN_TICK_PX = 72

/** Fits a ruler around instants, with a little air, its ticks at whole hours or midnights of the zone. */
export function scaleFor(instants: number[], width: number, zone: string): Scale {
  const first = Math.min(...instants)
  const last = Math.max(...instants)
  const air = Math.max((last - first) * 0.04, 1_800_000)
  return scaleBetween(first - air, last + air, width, zone)
}

/** The same from one instant to another exactly; many strips can share it. */
export function scaleBetween(from: number, to: number, width: number, zone: string): Scale {
  const x = (instant: number) => ((instant - from) / (to - from)) * width
  const hours = STEPS_HOURS.find(step => (step * 3_600_000 * width) / (to - from) >= MIN_TICK_PX) ?? 336
  return { from, to, x, ticks: ticks(from, to, hours, zone) }
}

function ticks(from: number, to: number, hours: number, zone: string) {
  const start = wallAt(from, zone)
  const midnight = { ...start, hour: 0, minute: 0 }
  const found: Scale['ticks'] = []
  for (let hour = 0; found.length < 40; hour += hours) {
    const date = new Date(Date.UTC(midnight.year, midnight.month - 1, midnight.day, hour))
    const wall = {
      year: date.getUTCFullYear(),
      month: date.getUTCMonth() + 1,
      day: date.getUTCDate(),
      hour: date.getUTCHours(),
      minute: 0,
    }
    const at = instantOf(wall, zone)
    if (at > to) break
    const day = wall.hour === 0
    if (at >= from)
      found.push({
        at,
        day,
        label: day
          ? `${date.toLocaleDateString('en-US', { weekday: 'short', timeZone: 'UTC' })} ${wall.month}/${wall.day}`
          : `${wall.hour}:00`,
      })
  }
  return found
}
