import type { Schemas } from '@/shared/api'
import { showTime, showWindow } from '@/shared/time'

export type WindowLoad = Schemas['WindowLoad']
export type Stage = Schemas['Stage']
export type Right = Schemas['Right']
export type Rules = Schemas['WindowRules']

/** How far a load is, as a customer says it; `step` of four. */
export const STAGES: Record<Stage, { label: string; step: number }> = {
  booked: { label: 'Booked', step: 1 },
  crewed: { label: 'Truck assigned', step: 2 },
  rolling: { label: 'On the way', step: 3 },
  delivered: { label: 'Delivered', step: 4 },
  cancelled: { label: 'Cancelled', step: 0 },
}
export const RIGHTS: Record<Right, string> = {
  request: 'ask for loads',
  pay: 'see bills',
  invite: 'invite others',
}
export const SHOWN_PAPERS: Record<Schemas['ShownPaper'], string> = {
  bol: 'Bill of lading',
  pod: 'Proof of delivery',
  scale_ticket: 'Scale ticket',
  lumper_receipt: 'Lumper receipt',
  temperature_record: 'Temperature record',
}
export const POSITIONS: Record<Rules['position'], string> = {
  exact: 'exactly',
  town: 'by the nearest town',
  none: 'not at all',
}

/** What is expected next, or what has happened, as a sentence. */
export function expected(load: WindowLoad): string {
  const { next, foreseen, stage } = load
  if (stage === 'delivered')
    return load.delivered_at && load.delivery_zone
      ? `Delivered ${showTime(load.delivered_at, load.delivery_zone)}`
      : 'Delivered'
  if (stage === 'cancelled') return 'Cancelled'
  if (!next) return ''
  const what = next.kind === 'pickup' ? 'Pickup' : 'Delivery'
  if (next.arrived_at) return `At ${next.town} since ${showTime(next.arrived_at, next.zone)}`
  if (foreseen) {
    const chance = foreseen.chance === null ? '' : `, ${foreseen.chance} of 100 on time`
    return `${what} in ${next.town} ${showWindow(foreseen.from, foreseen.to, next.zone)}${chance}`
  }
  return next.from
    ? `${what} in ${next.town} ${showTime(next.from, next.zone)}`
    : `${what} in ${next.town}: no time is agreed yet`
}

/** Where a link to one load leads; what opens it stands behind the #, so that it is in nobody's log. */
export const linkOf = (token: string) => `${location.origin}/passed-on#${token}`

export const HEARD_OF: Record<Schemas['HeardOf'], string> = {
  pickup: 'picked up',
  delay: 'late',
  delivery: 'delivered',
}
export const TRAILERS = [
  { value: null, title: 'As you think best' },
  { value: 'dry_van', title: 'Dry van' },
  { value: 'reefer', title: 'Reefer' },
  { value: 'flatbed', title: 'Flatbed' },
  { value: 'step_deck', title: 'Step deck' },
  { value: 'lowboy', title: 'Lowboy' },
]

/** What is asked for, in a line: `Payette, ID Tue 11/24 8:00 PST → 97801`. */
export const asked = ({ stops }: Schemas['LoadRequest']) =>
  stops
    .map(({ where, name, from, zone }) =>
      [name || where, from && showTime(from, zone)].filter(Boolean).join(' '),
    )
    .join(' → ')
