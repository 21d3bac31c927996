import { instantOf, showTime, wallAt, type Wall } from '@/shared/time'

/** How typed times are read, in one place: the cases that they are held to stand in spec/typed/cases.json. */

/** What a field is for: what is planned lies ahead, what is told has happened. */
export type Purpose = 'plan' | 'told'
/** What was understood, `to` where a window was typed; or what to say at the field. */
export type Reading = { at: number; to?: number } | { wrong: string }
export interface Asked {
  zone: string
  now: number
  /** Where the one is who types: his today and tomorrow are meant, at the zone's clock. The zone's, where not said. */
  here?: string | undefined
  purpose: Purpose
  /** The instant that a time `until` belongs to. */
  from?: number | undefined
  /** May a window, or a day without its hours, be meant? */
  window?: boolean
}
interface Day {
  year: number
  month: number
  day: number
}
/** A day as typed: `sure` where it can only be that one. */
type TypedDay = Day & { sure: boolean; weekday?: boolean }
type Clock = { hour: number; minute: number }

const WEEKDAYS = ['sunday', 'monday', 'tuesday', 'wednesday', 'thursday', 'friday', 'saturday']
const DAY_MS = 86_400_000
/** Clocks of people and of ours differ by so much. */
const AHEAD_MS = 600_000
const LIKE = 'A time like 7a, tmrw 14 or 11/27 0800.'

function clockOf(text: string): Clock | undefined {
  if (text === 'noon') return { hour: 12, minute: 0 }
  if (text === 'midnight') return { hour: 0, minute: 0 }
  const match = /^(\d{1,2})(?:[:.h]?(\d{2}))?(?:([ap])m?|h)?$/.exec(text)
  if (!match) return
  let hour = Number(match[1])
  const minute = Number(match[2] ?? 0)
  if (match[3]) {
    if (hour < 1 || hour > 12) return
    hour = (hour % 12) + (match[3] === 'p' ? 12 : 0)
  }
  return hour < 24 && minute < 60 ? { hour, minute } : undefined
}

/** Minutes of the day of an hour as typed. */
export function readClock(text: string): number | undefined {
  const clock = clockOf(text.trim().toLowerCase())
  return clock && clock.hour * 60 + clock.minute
}

function shifted(day: Day, days: number): Day {
  const date = new Date(Date.UTC(day.year, day.month - 1, day.day + days))
  return { year: date.getUTCFullYear(), month: date.getUTCMonth() + 1, day: date.getUTCDate() }
}
const weekdayOf = ({ year, month, day }: Day) => new Date(Date.UTC(year, month - 1, day)).getUTCDay()
const real = (day: Day) => {
  const date = new Date(Date.UTC(day.year, day.month - 1, day.day))
  return date.getUTCMonth() + 1 === day.month && date.getUTCDate() === day.day
}

/**
 * A weekday is the next of its name in what is planned, today among them, and the last in what is told; `until`
 * counts from the day of its `from`.
 */
function dayOf(text: string, today: Wall, base: Wall, purpose: Purpose): TypedDay | undefined {
  const words: Record<string, number> = { today: 0, tod: 0, tonight: 0 }
  for (const word of ['tmrw', 'tomorrow', 'tom', 'tmr']) words[word] = 1
  for (const word of ['yest', 'yesterday', 'yday']) words[word] = -1
  if (text in words) return { ...shifted(today, words[text]!), sure: words[text]! >= 0 }
  const weekday = text.length >= 3 ? WEEKDAYS.findIndex(name => name.startsWith(text)) : -1
  if (weekday >= 0) {
    const ahead = (weekday - weekdayOf(base) + 7) % 7
    return { ...shifted(base, purpose === 'plan' || !ahead ? ahead : ahead - 7), sure: false, weekday: true }
  }
  const iso = /^(\d{4})-(\d{1,2})-(\d{1,2})$/.exec(text)
  const american = /^(\d{1,2})[/-](\d{1,2})(?:[/-](\d{2}|\d{4}))?$/.exec(text)
  const parts = iso ? iso.slice(1) : american && [american[3]?.padStart(4, '20'), american[1], american[2]]
  if (!parts) return
  const [month, day] = [Number(parts[1]), Number(parts[2])]
  if (parts[0]) {
    const found = { year: Number(parts[0]), month, day }
    return real(found) ? { ...found, sure: true } : undefined
  }
  // Without its year the nearest one: half a year back at most in what is planned, none ahead in what is told.
  const gone = purpose === 'plan' && month < base.month - 6
  const ahead = purpose === 'told' && (month > base.month || (month === base.month && day > base.day))
  const year = base.year + Number(gone) - Number(ahead)
  const found = { year, month, day }
  return real(found) ? { ...found, sure: false } : undefined
}

/** Splits what is typed into its day, where there is one, and its one or two clocks. */
function parts(text: string) {
  const plain = text
    .trim()
    .toLowerCase()
    .replace(/^(until|till|til|by|at|from)\s+/, '')
    .replace(/(\d)\s+([ap])\.?(m\.?)?(?=\s|,|-|–|$)/g, '$1$2')
    .replace(/\s*(–|—)\s*/g, '–')
    .replace(/\s+(-|to)\s+/g, '–')
  const words = plain.split(/[\s,]+/).filter(Boolean)
  if (words.length < 1 || words.length > 2) return
  const clocks = words.map(word => clocksOf(word))
  const at = clocks.findIndex(found => found)
  if (words.length === 1) return { day: at < 0 ? words[0]! : '', clocks: clocks[0] ?? [] }
  if (at < 0 || (clocks[0] && clocks[1])) {
    // `11/27 8` and `8 11/27`: what has a slash is the day; `12-1 8` reads as a window and a clock.
    const day = words.findIndex(word => /^\d{1,4}[/-]\d/.test(word))
    return day < 0 || !clocks[1 - day] ? undefined : { day: words[day]!, clocks: clocks[1 - day]! }
  }
  return { day: words[1 - at]!, clocks: clocks[at]! }
}
function clocksOf(word: string): Clock[] | undefined {
  const found = word.split(/[-–]/).map(clockOf)
  return found.length <= 2 && found.every(clock => clock) ? (found as Clock[]) : undefined
}

/** Reads what is typed. What two days could be meant by is asked back, naming both. */
export function readTime(text: string, asked: Asked): Reading {
  const { zone, now, here = zone, purpose, from, window = false } = asked
  const today = wallAt(now, here)
  const base = wallAt(from ?? now, zone)
  const typed = parts(text)
  if (!typed) return { wrong: LIKE }
  const day = typed.day ? dayOf(typed.day, today, base, purpose) : { ...base, sure: false }
  if (!day) return { wrong: LIKE }
  if (!typed.clocks.length)
    return window ? whole(day, zone, from) : { wrong: `At what time? Write ${typed.day} 7a.` }
  if (typed.clocks.length === 2 && !window) return { wrong: 'One time, not two.' }
  const [first, second] = typed.clocks as [Clock, Clock?]
  const at = instantOf({ ...day, ...first }, zone)
  if (from !== undefined) {
    const until = typed.day || at >= from ? at : instantOf({ ...shifted(day, 1), ...first }, zone)
    return purpose === 'told' && until > now + AHEAD_MS ? toCome(until, zone) : { at: until }
  }
  if (!second) return typed.day ? dated(at, day, first, asked) : { at: bare(at, day, first, asked) }
  const end = instantOf({ ...(after(second, first) ? day : shifted(day, 1)), ...second }, zone)
  // A window that is still open is today's.
  if (typed.day || end > now) return { at, to: end }
  return { at: at + DAY_MS, to: end + DAY_MS }
}
const after = (one: Clock, other: Clock) => one.hour * 60 + one.minute > other.hour * 60 + other.minute

const toCome = (at: number, zone: string, more = '') => ({
  wrong: `${showTime(at, zone)} is still to come.${more}`,
})

/** All of a day. */
function whole(day: Day, zone: string, from: number | undefined): Reading {
  const to = instantOf({ ...day, hour: 23, minute: 59 }, zone)
  return from === undefined ? { at: instantOf({ ...day, hour: 0, minute: 0 }, zone), to } : { at: to }
}

/** A clock alone is the next time that it is shown, or, of what is told, the last. */
function bare(at: number, day: Day, clock: Clock, { zone, now, purpose }: Asked): number {
  if (purpose === 'plan') return at < now ? instantOf({ ...shifted(day, 1), ...clock }, zone) : at
  return at > now + AHEAD_MS ? instantOf({ ...shifted(day, -1), ...clock }, zone) : at
}

function dated(at: number, day: TypedDay, clock: Clock, { zone, now, purpose }: Asked): Reading {
  const written = (one: Day) =>
    `${one.month}/${one.day}/${one.year} ${clock.hour}:${String(clock.minute).padStart(2, '0')}`
  if (purpose === 'told') {
    if (at <= now + AHEAD_MS) return { at }
    const before = day.weekday ? ` Write ${written(shifted(day, -7))} for the one before.` : ''
    return toCome(at, zone, before)
  }
  if (at >= now || day.sure) return { at }
  const next = day.weekday ? ` Write ${written(shifted(day, 7))} for the next one.` : ''
  return { wrong: `${showTime(at, zone)} is past: write ${written(day)} if it is meant.${next}` }
}
