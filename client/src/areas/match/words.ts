import type { Schemas } from '@/shared/api'
import { showDollars, showMiles, showMinutes } from '@/shared/measure'

export const TRAILER: Record<string, string> = {
  dry_van: 'dry van',
  reefer: 'reefer',
  flatbed: 'flatbed',
  step_deck: 'step deck',
  lowboy: 'lowboy',
}

/** The one thing to know of a fit: what blocks it, how late, how much to spare. */
export function inShort(fit: Schemas['FitRow']): string {
  const first = fit.reasons[0]
  if (first) return first.text
  return fit.slack_minutes === null
    ? 'Nothing stands against it.'
    : `${fit.at_least ? 'At least ' : ''}${showMinutes(fit.slack_minutes)} to spare.`
}

/** The instants that fits in full are drawn between. */
export const spanOf = (fits: readonly Pick<Schemas['ComparedFit'], 'recorded' | 'planned'>[]) =>
  fits.flatMap(fit =>
    [...fit.recorded, ...fit.planned].flatMap(({ from, to }) => [Date.parse(from), Date.parse(to)]),
  )

const MONEY = [
  ['revenue', 'Revenue'],
  ['fuel', 'Fuel'],
  ['tolls', 'Tolls'],
  ['pay', 'Driver’s pay'],
  ['other', 'Other cost'],
  ['profit', 'Profit'],
] as const
/** What a run earns and costs, line by line: what is taken away with its minus. */
export const moneyLines = ({ money }: Schemas['FitRow']) =>
  MONEY.map(([name, label]) => {
    const taken = name !== 'revenue' && name !== 'profit' && Number(money[name]) !== 0
    return { name, label, amount: `${taken ? '−' : ''}${showDollars(money[name])}` }
  })

export const named = (fit: Schemas['FitRow'], side: 'load' | 'crew') =>
  side === 'load' ? fit.crew.name : `${fit.load.number} ${fit.load.origin} → ${fit.load.destination}`
export const keyOf = (fit: Schemas['FitRow']) =>
  `${fit.load.id} ${fit.crew.id}${fit.joins ? ` on ${fit.joins.trip_id}` : ''}`

/** The empty miles of a fit, and by way of what. */
export const emptyWay = (fit: Schemas['FitRow']) =>
  [
    `${showMiles(fit.deadhead_miles)} empty, ${showMinutes(fit.deadhead_minutes)}`,
    fit.fetched_at && `, by way of ${fit.trailer?.number} in ${fit.fetched_at}`,
  ]
    .filter(Boolean)
    .join('')

/** What the server says in the middle of a sentence, as one of its own. */
export const sentence = (text: string) => `${text.charAt(0).toUpperCase()}${text.slice(1)}.`
