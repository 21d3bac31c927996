import { wallAt } from '@/shared/time'

const DAY_MS = 86_400_000
const iso = (ms: number) => new Date(ms).toISOString().slice(0, 10)

/** The week after the last one that has a run, or the week of today (Sunday to Saturday) when there is none. */
export function nextPeriod(ends: string[], now: number, zone: string): { from: string; to: string } {
  const today = wallAt(now, zone)
  const date = Date.UTC(today.year, today.month - 1, today.day)
  const sunday = date - new Date(date).getUTCDay() * DAY_MS
  const last = ends.length ? Math.max(...ends.map((end) => Date.parse(`${end}T00:00:00Z`))) : sunday - DAY_MS
  return { from: iso(last + DAY_MS), to: iso(last + 7 * DAY_MS) }
}
