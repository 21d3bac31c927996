/** Times as people read them, always in a named zone; how they are typed stands in typed/times. */

export interface Wall {
  year: number
  month: number
  day: number
  hour: number
  minute: number
}

/** What stands between the figures, by language: the phone speaks its driver's. */
const WORDS = {
  en: { locale: 'en-US', none: 'no time yet', by: 'by' },
  es: { locale: 'es-US', none: 'sin hora todavía', by: 'antes de' },
} as const
let words: (typeof WORDS)[keyof typeof WORDS] = WORDS.en
export const speakTimes = (language: keyof typeof WORDS) => void (words = WORDS[language])

const formats = new Map<string, Intl.DateTimeFormat>()
function format(zone: string, options: Intl.DateTimeFormatOptions, locale = 'en-US'): Intl.DateTimeFormat {
  const key = locale + zone + JSON.stringify(options)
  let found = formats.get(key)
  if (!found) formats.set(key, (found = new Intl.DateTimeFormat(locale, { timeZone: zone, ...options })))
  return found
}

/** The wall clock of a zone at an instant. */
export function wallAt(instant: number, zone: string): Wall {
  const parts = Object.fromEntries(
    format(zone, {
      hourCycle: 'h23',
      year: 'numeric',
      month: 'numeric',
      day: 'numeric',
      hour: 'numeric',
      minute: 'numeric',
    })
      .formatToParts(instant)
      .map(({ type, value }) => [type, Number(value)]),
  )
  return { year: parts.year!, month: parts.month!, day: parts.day!, hour: parts.hour!, minute: parts.minute! }
}

/** The day that a zone's calendar shows at an instant, as YYYY-MM-DD. */
export function dayAt(instant: number, zone: string): string {
  const { year, month, day } = wallAt(instant, zone)
  return `${year}-${String(month).padStart(2, '0')}-${String(day).padStart(2, '0')}`
}

/** The instant at which a zone's wall clock shows this: the first of two when clocks go back, the next that exists when they go forward. */
export function instantOf(wall: Wall, zone: string): number {
  const asUtc = Date.UTC(wall.year, wall.month - 1, wall.day, wall.hour, wall.minute)
  const offset = (instant: number) => {
    const w = wallAt(instant, zone)
    return Date.UTC(w.year, w.month - 1, w.day, w.hour, w.minute) - Math.floor(instant / 60000) * 60000
  }
  // Before and after a clock change the offset differs; the larger one gives the earlier instant.
  const candidates = [...new Set([offset(asUtc - 86400000), offset(asUtc + 86400000)])]
    .sort((a, b) => b - a)
    .map(o => asUtc - o)
  return candidates.find(instant => instant + offset(instant) === asUtc) ?? candidates[candidates.length - 1]!
}

const weekday = (instant: number, zone: string) =>
  format(zone, { weekday: 'short' }, words.locale).format(instant)

/** `Mon 11/23 7:30 MST`: the day, the clock and the zone's letters. */
export function showTime(
  iso: string | number | null | undefined,
  zone: string,
  { letters = true, day = true } = {},
): string {
  if (iso === null || iso === undefined) return ''
  const instant = typeof iso === 'number' ? iso : Date.parse(iso)
  const parts = Object.fromEntries(
    format(zone, {
      hourCycle: 'h23',
      month: 'numeric',
      day: 'numeric',
      hour: 'numeric',
      minute: '2-digit',
      timeZoneName: 'short',
    })
      .formatToParts(instant)
      .map(({ type, value }) => [type, value]),
  )
  return [
    day && `${weekday(instant, zone)} ${parts.month}/${parts.day}`,
    `${Number(parts.hour)}:${parts.minute}`,
    letters && parts.timeZoneName,
  ]
    .filter(Boolean)
    .join(' ')
}

/** A window or an appointment in one line: the day once where both ends share it. */
export function showWindow(
  from: string | null | undefined,
  to: string | null | undefined,
  zone: string,
): string {
  if (!from && !to) return words.none
  if (!from) return `${words.by} ${showTime(to, zone)}`
  if (!to || to === from) return showTime(from, zone)
  const dayOf = (iso: string) => {
    const { year, month, day } = wallAt(Date.parse(iso), zone)
    return `${year} ${month} ${day}`
  }
  return `${showTime(from, zone, { letters: false })} – ${showTime(to, zone, { day: dayOf(from) !== dayOf(to) })}`
}

/** What the field shows again for an instant it holds: it reads back to the same. */
export function typedTime(iso: string, zone: string): string {
  const w = wallAt(Date.parse(iso), zone)
  return `${w.month}/${w.day}/${w.year} ${w.hour}:${String(w.minute).padStart(2, '0')}`
}

/** `Nov 15, 2026` for a day. */
export function showDay(day: string): string {
  return format('UTC', { month: 'short', day: 'numeric', year: 'numeric' }, words.locale).format(
    Date.parse(`${day}T00:00:00Z`),
  )
}

/** `Nov 2026` for a month by its first day. */
export const showMonth = (day: string) =>
  format('UTC', { month: 'short', year: 'numeric' }, words.locale).format(Date.parse(`${day}T00:00:00Z`))
