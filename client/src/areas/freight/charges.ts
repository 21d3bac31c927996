import type { Schemas } from '@/shared/api'

/** A charge beside the haul, as typed so far. */
export interface Charge {
  kind: Exclude<Schemas['ChargeInput']['kind'], undefined>
  label: string
  amount: string
}

/** What may be charged for, as people call it; without a code it is whatever is typed. */
export const CHARGES: readonly (readonly [Charge['kind'], string])[] = [
  ['lumper', 'Lumper'],
  ['layover', 'Layover'],
  ['detention', 'Detention'],
  ['extra_stop', 'Extra stop'],
  ['tarp', 'Tarps'],
  ['reconsignment', 'Re-consignment'],
  ['not_used', 'Truck ordered, not used'],
  [null, 'Other'],
]
