import { showMinutes } from '@/shared/measure'
import type { Schemas } from '@/shared/api'
import { showTime } from '@/shared/time'

export type Status = Schemas['DutyStatus']

export const STATUS: Record<Status, string> = {
  off_duty: 'Off duty',
  sleeper: 'Sleeper',
  driving: 'Driving',
  on_duty: 'On duty',
  yard_move: 'Yard move',
  personal_use: 'Personal use',
}
export const LIMIT: Record<string, string> = {
  drive: 'Driving',
  window: 'Shift window',
  break: 'Until a break',
  cycle: 'Cycle',
  duty: 'On duty',
  day_drive: 'Driving today',
  day_duty: 'On duty today',
  daily_rest: 'Until the daily rest',
  day_off: 'Until a day off',
  without_day_off: 'Work without a day off',
}
export const RULES: Record<string, string> = {
  us_property_70_8: '70 h in 8 days',
  us_property_60_7: '60 h in 7 days',
  canada_south_70_7: 'Canada, 70 h in 7 days',
  canada_south_120_14: 'Canada, 120 h in 14 days',
}

/** `3:05` for minutes; nothing where there is no such limit. */
export function showClockMinutes(minutes: number | null | undefined): string {
  if (minutes === null || minutes === undefined) return ''
  return `${Math.floor(minutes / 60)}:${String(minutes % 60).padStart(2, '0')}`
}

/** Of the four limits the one that ends the driving first. */
export function tightest(remaining: Schemas['Remaining']): string {
  const known = Object.entries(remaining).filter((entry): entry is [string, number] => entry[1] !== null)
  return known.reduce((least, entry) => (entry[1] < least[1] ? entry : least))[0]
}

/** What makes a driver available again. */
export const BY: Record<string, string> = {
  break: 'the break is taken',
  rest: 'the long rest is complete',
  split: 'a second rest completes the split',
  restart: 'the restart is complete',
  day: 'hours of the oldest day come back',
}

type Row = Schemas['HoursRow']
const breakFirst = (row: Row) =>
  row.can_drive_minutes < row.left_today_minutes ? showMinutes(row.can_drive_minutes) : undefined

/** What a driver may still do, as it stands on his page; by what more of it comes. */
export function leftWords(row: Row, by: string | null): string {
  if (row.can_drive_minutes) {
    const pause = breakFirst(row)
    return `May drive ${showMinutes(row.left_today_minutes)} until the next long rest${pause ? `, with a break after ${pause}` : ''}.`
  }
  if (!row.available_at) return 'May not drive in the days to come.'
  return `May drive again ${showTime(row.available_at, row.zone)}, resting from now${by ? `: ${BY[by]}` : ''}.`
}

/** The same in a line, beside the ribbons. */
export function leftInShort(row: Row): string {
  const pause = breakFirst(row)
  const left = row.can_drive_minutes
    ? `may drive ${showMinutes(row.left_today_minutes)} until the next long rest${pause ? `, a break after ${pause}` : ''}`
    : `may not drive: ${LIMIT[tightest(row.remaining)]!.toLowerCase()} is used up`
  const available = row.available_at ? `; available ${showTime(row.available_at, row.zone)}` : ''
  return `${left}; cycle ${showMinutes(row.remaining.cycle ?? 0)}${available}`
}

/** A few names, and how many more. */
export function sayNames(names: string[], most = 3): string {
  const said = names.slice(0, most)
  if (names.length > most) return `${said.join(', ')} and ${names.length - most} more`
  return said.length > 1 ? `${said.slice(0, -1).join(', ')} and ${said.at(-1)}` : (said[0] ?? '')
}
