import type { Schemas } from '@/shared/api'

export type Status = Schemas['DutyStatus']

export const STATUS: Record<Status, string> = {
  off_duty: 'Off duty', sleeper: 'Sleeper', driving: 'Driving', on_duty: 'On duty', yard_move: 'Yard move', personal_use: 'Personal use',
}
export const LIMIT: Record<string, string> = { drive: 'Driving', window: 'Shift window', break: 'Until a break', cycle: 'Cycle' }

/** `3:05` for minutes; nothing where there is no such limit. */
export function showMinutes(minutes: number | null | undefined): string {
  if (minutes === null || minutes === undefined) return ''
  return `${Math.floor(minutes / 60)}:${String(minutes % 60).padStart(2, '0')}`
}

/** `3 h 05 min`, to read out. */
export function sayMinutes(minutes: number): string {
  const [hours, rest] = [Math.floor(minutes / 60), minutes % 60]
  return [hours ? `${hours} h` : '', rest || !hours ? `${rest} min` : ''].filter(Boolean).join(' ')
}

/** Of the four limits the one that ends the driving first. */
export function tightest(remaining: Schemas['Remaining']): string {
  const known = Object.entries(remaining).filter((entry): entry is [string, number] => entry[1] !== null)
  return known.reduce((least, entry) => (entry[1] < least[1] ? entry : least))[0]
}
