import type { Schemas } from '@/shared/api'
import { dayAt, showTime } from '@/shared/time'
import { TRAILER } from './words'

/** What a dispatcher wants to see of the board, kept by name: words, and fields that must agree where they are set. */
export interface BoardView {
  side: string
  words: string
  dispatcher: string
  terminal: string
  trailer: string
  day: string
}
export type Wish = Omit<BoardView, 'side'>

export const EVERYTHING: Wish = { words: '', dispatcher: '', terminal: '', trailer: '', day: '' }
/** Crews that nobody looks after. */
export const NOBODY = '–'
/** A crew without a trailer, a load that takes any. */
export const NO_TRAILER = 'none'

const has = (text: string, words: string) =>
  words
    .toLowerCase()
    .split(/\s+/)
    .every(word => text.toLowerCase().includes(word))
const agrees = (wished: string, value: string) => !wished || wished === value
const dayOf = (at: string | null, zone: string | null) => (at ? dayAt(Date.parse(at), zone ?? 'UTC') : '')

export function seesLoad(view: Wish, load: Schemas['OpenLoad']): boolean {
  return (
    has(
      `${load.number} ${load.origin} ${load.destination} ${load.customer} ${TRAILER[load.trailer_kind ?? ''] ?? ''} ${showTime(load.pickup_at, load.pickup_zone ?? 'UTC')}`,
      view.words,
    ) &&
    agrees(view.trailer, load.trailer_kind ?? NO_TRAILER) &&
    agrees(view.day, dayOf(load.pickup_at, load.pickup_zone))
  )
}

/** A crew shows on the day that it is free, and on every day after it. */
export function seesCrew(view: Wish, crew: Schemas['FreeCrew']): boolean {
  return (
    has(
      `${crew.name} ${crew.place} ${crew.terminal} ${crew.dispatcher ?? ''} ${crew.tractor ?? ''} ${crew.trailer ?? ''} ${showTime(crew.free_at, crew.zone)}`,
      view.words,
    ) &&
    agrees(view.dispatcher, crew.dispatcher ?? NOBODY) &&
    agrees(view.terminal, crew.terminal) &&
    agrees(view.trailer, crew.trailer_kind ?? NO_TRAILER) &&
    (!view.day || dayOf(crew.free_at, crew.zone) <= view.day)
  )
}

export interface Choice {
  value: string
  title: string
}
const distinct = (values: string[]) => [...new Set(values)].filter(Boolean).sort()
const trailers = (kinds: (string | null)[], none: string): Choice[] => [
  ...distinct(kinds.map(kind => kind ?? '')).map(value => ({ value, title: TRAILER[value] ?? value })),
  ...(kinds.includes(null) ? [{ value: NO_TRAILER, title: none }] : []),
]
const showDay = (day: string) =>
  new Date(`${day}T12:00:00Z`).toLocaleDateString('en-US', {
    timeZone: 'UTC',
    weekday: 'short',
    month: 'short',
    day: 'numeric',
  })

/** What can be wished for, from what there is. */
export function choicesOf(
  side: 'load' | 'crew',
  loads: readonly Schemas['OpenLoad'][],
  crews: readonly Schemas['FreeCrew'][],
) {
  const days =
    side === 'load'
      ? loads.map(load => dayOf(load.pickup_at, load.pickup_zone))
      : crews.map(crew => dayOf(crew.free_at, crew.zone))
  return {
    dispatcher: distinct(crews.map(crew => crew.dispatcher ?? NOBODY)).map(value => ({
      value,
      title: value === NOBODY ? 'Nobody' : value,
    })),
    terminal: distinct(crews.map(crew => crew.terminal)).map(value => ({ value, title: value })),
    trailer:
      side === 'load'
        ? trailers(
            loads.map(load => load.trailer_kind),
            'any trailer',
          )
        : trailers(
            crews.map(crew => crew.trailer_kind),
            'no trailer',
          ),
    day: distinct(days).map(value => ({ value, title: showDay(value) })),
  }
}

/** A view in a few words, as its button says. */
export const sayView = (view: Wish): string =>
  [
    view.words,
    view.dispatcher === NOBODY ? 'nobody’s' : view.dispatcher.split(' ')[0],
    view.terminal,
    view.trailer && (TRAILER[view.trailer] ?? 'no trailer'),
    view.day && showDay(view.day),
  ]
    .filter(Boolean)
    .join(', ')
