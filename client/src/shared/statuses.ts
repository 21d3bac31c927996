import type { Schemas } from './api'

export type LoadStatus = Schemas['LoadStatus']

/**
 * What a load's status is called, and the mark that tells it apart: how much of the way is done, and once it is delivered
 * whether it is paid for.
 */
export const STATUSES: Record<LoadStatus, { label: string; step: number; paid?: 'not' | 'asked' | 'paid' }> =
  {
    open: { label: 'Open', step: 0 },
    planned: { label: 'Planned', step: 1 },
    sent: { label: 'Sent', step: 2 },
    accepted: { label: 'Accepted', step: 3 },
    rolling: { label: 'Rolling', step: 4 },
    delivered: { label: 'Delivered', step: 5, paid: 'not' },
    papers_in: { label: 'Papers in', step: 5, paid: 'not' },
    billed: { label: 'Invoiced', step: 5, paid: 'asked' },
    closed: { label: 'Paid', step: 5, paid: 'paid' },
    cancelled: { label: 'Cancelled', step: -1 },
  }

export const CHECK_INS: Record<string, string> = {
  accepted: 'accepted the trip',
  pre_trip: 'did the pre-trip inspection',
  post_trip: 'did the post-trip inspection',
  begun: 'began',
  corrected: 'put a time right',
  withdrawn: 'took a step back',
  customer_note: 'wrote for the customer',
  declined: 'declined the trip',
  on_my_way: 'is on the way',
  arrived: 'arrived',
  loaded: 'is loaded',
  delivered: 'delivered',
  swapped: 'handed the load over',
  dropped: 'dropped the trailer',
  hooked: 'hooked the trailer',
  parked: 'parked',
  left: 'left',
  note: 'wrote',
  seen: 'has seen the change',
  confirmed: 'says that the report is right',
  paper: 'sent a paper',
}

/** What a stop of a trip is for. */
export const STOPS: Record<string, string> = {
  pickup: 'Pickup',
  delivery: 'Delivery',
  swap: 'Swap',
  drop: 'Drop trailer',
  hook: 'Hook trailer',
  yard: 'Yard',
}

export const PAPERS: Record<string, string> = {
  bol: 'Bill of lading',
  pod: 'Proof of delivery',
  rate_confirmation: 'Rate confirmation',
  scale_ticket: 'Scale ticket',
  lumper_receipt: 'Lumper receipt',
  temperature_record: 'Temperature record',
  permit: 'Permit',
  damage: 'Damage',
  signature: 'Signature',
  photo: 'Photo',
  other: 'Other paper',
}

/** Papers of units and drivers, each with a last day. */
export const CREDENTIALS: Record<'units' | 'drivers', Record<string, string>> = {
  units: {
    registration: 'Registration',
    annual_inspection: 'Annual inspection',
    insurance: 'Insurance',
    other: 'Other',
  },
  drivers: {
    licence: 'Licence',
    medical_card: 'Medical card',
    hazmat_endorsement: 'Hazmat endorsement',
    passport: 'Passport',
    other: 'Other',
  },
}
