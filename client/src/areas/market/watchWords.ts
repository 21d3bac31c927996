import type { Schemas } from '@/shared/api'
import { showDollars } from '@/shared/measure'

/** What a watch looks for, in one line. */
export function wishWords(
  watch: Pick<Schemas['Watch'], 'radius_miles' | 'to' | 'avoid' | 'partials' | 'least_profit'>,
): string {
  return [
    `${watch.radius_miles} empty miles at most`,
    watch.to.length ? `to ${watch.to.join(', ')}` : 'to anywhere',
    watch.avoid.length ? `not ${watch.avoid.join(', ')}` : '',
    watch.partials ? 'partials too' : '',
    watch.least_profit ? `leaving ${showDollars(watch.least_profit)} or more` : '',
  ]
    .filter(Boolean)
    .join(', ')
}
