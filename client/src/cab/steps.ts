import type { Schemas } from '@/shared/api'
import type { Waiting } from './queue'

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
  if (!/^\d{1,7}$/.test(text.replaceAll(/[,\s]/g, ''))) return { code: 'number' }
  const now = Number(text.replaceAll(/[,\s]/g, ''))
  if (before === null) return
  if (now < before) return { code: 'backwards', n: before }
  const driven = now - before
  if (end && Math.abs(driven - routed) > Math.max(25, routed / 10)) return { code: 'far', driven, routed }
}
