import type { Schemas } from '@/shared/api'
import type { Waiting } from './queue'
import { readOdometer } from './told'

type Step = Schemas['Step']

/** A trip's steps with what waits on the phone, as if it had arrived: the driver goes on without a signal. */
export function withWaiting(steps: readonly Step[], waiting: readonly Waiting[]): Step[] {
  return waiting.reduce<Step[]>(
    (told, { event, key }) => {
      if (!event) return told
      if (event.kind === 'corrected')
        return told.map(step => (step.key === event.corrects ? { ...step, done_at: event.done_at } : step))
      if (event.kind === 'withdrawn')
        return told.map(step => (step.key === event.corrects ? { ...step, done_at: null, key: null } : step))
      return told.map(step =>
        step.kind === event.kind && step.stop_id === event.stop_id && !step.done_at
          ? { ...step, done_at: event.done_at, key }
          : step,
      )
    },
    [...steps],
  )
}

/** A trip with what the answer to a tap says of it: what a tap cannot change is as it was. */
export function withTold(trip: Schemas['CabTrip'], told: Schemas['CabTold']): Schemas['CabTrip'] {
  const stops = new Map(told.stops.map(stop => [stop.id, stop]))
  return { ...trip, ...told, stops: trip.stops.map(stop => ({ ...stop, ...stops.get(stop.id) })) }
}

/** The driver's one next step: the one after the last that is done. */
export function nextOf(steps: readonly Step[]): Step | undefined {
  return steps[steps.findLastIndex(step => step.done_at) + 1]
}

/** The key of the words for a step's button, and what is put in. */
export function wordsOf(step: Step, stop: Schemas['CabStop'] | undefined): [string, Record<string, string>] {
  const parts = { place: stop?.name ?? '', unit: stop?.unit ?? '' }
  if (step.kind === 'begun') return [`step.begun_${stop?.kind ?? 'pickup'}`, parts]
  if ((step.kind === 'loaded' || step.kind === 'delivered') && stop?.handling === 'drop_hook')
    return ['step.changed', parts]
  return [`step.${step.kind}`, parts]
}

export interface Odometer {
  before: number | null
  routed: number
}
export type OdometerTrouble =
  | { code: 'number' }
  | { code: 'backwards'; n: number }
  | { code: 'far'; driven: number; routed: number }
  | undefined

/** What a typed odometer says against what is known; `far` is asked back, the others are refused. The server checks the same. */
export function odometerTrouble(text: string, { before, routed }: Odometer, end: boolean): OdometerTrouble {
  const now = readOdometer(text)
  if (now === undefined) return { code: 'number' }
  if (before === null) return
  if (now < before) return { code: 'backwards', n: before }
  const driven = now - before
  if (end && Math.abs(driven - routed) > Math.max(25, routed / 10)) return { code: 'far', driven, routed }
}

export type Doubt =
  | { code: 'fast'; place: string; before: string; miles: number; minutes: number }
  | { code: 'away'; place: string; miles: number }
  | undefined
interface Spot {
  latitude: number
  longitude: number
}
// As Core::Tracking::Doubts has them, which marks for the office what is told all the same.
const FASTEST_MPH = 85
const NEAR_MILES = 5
const FAR_MILES = 30
const EARTH_MILES = 3958.8

function milesBetween(one: Spot, other: Spot): number {
  const rad = (degrees: number) => (degrees * Math.PI) / 180
  const half =
    Math.sin(rad(other.latitude - one.latitude) / 2) ** 2 +
    Math.cos(rad(one.latitude)) *
      Math.cos(rad(other.latitude)) *
      Math.sin(rad(other.longitude - one.longitude) / 2) ** 2
  return 2 * EARTH_MILES * Math.asin(Math.sqrt(Math.min(half, 1)))
}

/** What of a step cannot be as it is told now and here; asked about before it goes out, never refused. */
export function doubtOf(step: Step, trip: Schemas['CabTrip'], at: number, spot: Spot | undefined): Doubt {
  const here = trip.stops.findIndex(({ id }) => id === step.stop_id)
  const stop = trip.stops[here]
  if (!stop) return
  const told = trip.steps.findLast(one => one.done_at && one.stop_id !== null)
  const before = trip.stops.findIndex(({ id }) => id === told?.stop_id)
  if (told?.done_at && before >= 0 && before < here) {
    const miles = trip.stops.slice(before + 1, here + 1).reduce((sum, one) => sum + Number(one.miles ?? 0), 0)
    const minutes = Math.max((at - Date.parse(told.done_at)) / 60_000, 0)
    if (miles > NEAR_MILES && miles * 60 > FASTEST_MPH * minutes)
      return {
        code: 'fast',
        place: stop.name,
        before: trip.stops[before]!.name,
        miles: Math.round(miles),
        minutes: Math.floor(minutes),
      }
  }
  if (!spot || stop.latitude == null || stop.longitude == null) return
  const miles = milesBetween(spot, { latitude: stop.latitude, longitude: stop.longitude })
  if (miles > FAR_MILES) return { code: 'away', place: stop.name, miles: Math.round(miles) }
}

/** The step that a time which is put right would stand on the wrong side of. */
export function outOfOrder(steps: readonly Step[], step: Step, at: number): Step | undefined {
  const i = steps.findIndex(one => one.kind === step.kind && one.stop_id === step.stop_id)
  const before = steps.slice(0, i).findLast(one => one.done_at && one.stop_id !== null)
  const after = steps.slice(i + 1).find(one => one.done_at)
  if (before?.done_at && at < Date.parse(before.done_at)) return before
  if (after?.done_at && at > Date.parse(after.done_at)) return after
}

/** The stop that a paper most likely is of: the delivery of what still wants one, else where the truck was last. */
export function stopOfPaper(trip: Schemas['CabTrip']): Schemas['CabStop'] | undefined {
  const freight = trip.stops.filter(({ kind }) => kind === 'pickup' || kind === 'delivery')
  const been = freight.filter(stop => trip.steps.some(step => step.stop_id === stop.id && step.done_at))
  const wanted = been.findLast(
    stop => stop.kind === 'delivery' && trip.papers_missing && trip.papers_wanted?.includes(stop.load ?? ''),
  )
  return (been.length === freight.length ? wanted : undefined) ?? been.at(-1) ?? freight[0]
}
