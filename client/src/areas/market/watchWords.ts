import type { Schemas } from '@/shared/api'
import { showDollars } from '@/shared/measure'
import { showTime } from '@/shared/time'

/** What a watch looks for, in one line. */
export type Wished = Pick<
  Schemas['Watch'],
  | 'radius_miles'
  | 'to'
  | 'avoid'
  | 'partials'
  | 'exactly'
  | 'pickup_from'
  | 'pickup_to'
  | 'ends_at'
  | 'ends_miles'
  | 'least_profit'
>

const where = ({ to, ends_at, ends_miles }: Wished) => {
  if (ends_at) return `to within ${ends_miles} mi of ${ends_at}${to.length ? ` in ${to.join(', ')}` : ''}`
  return to.length ? `to ${to.join(', ')}` : 'to anywhere'
}

export function wishWords(watch: Wished, zone: string): string {
  return [
    `${watch.radius_miles} empty miles at most`,
    where(watch),
    watch.avoid.length ? `not ${watch.avoid.join(', ')}` : '',
    watch.pickup_from ? `pickup after ${showTime(watch.pickup_from, zone)}` : '',
    watch.pickup_to ? `pickup before ${showTime(watch.pickup_to, zone)}` : '',
    watch.exactly ? 'only its own kind of trailer' : '',
    watch.partials ? 'partials too' : '',
    watch.least_profit ? `leaving ${showDollars(watch.least_profit)} or more` : '',
  ]
    .filter(Boolean)
    .join(', ')
}
