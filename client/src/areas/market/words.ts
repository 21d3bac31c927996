import type { Schemas } from '@/shared/api'
import { showDollars, showMinutes } from '@/shared/measure'

export type Find = Schemas['Find']
/** What is posted, whether it was judged for a truck or not. */
export type Posted = Omit<Find, 'fit' | 'onward' | 'with_next'>

export const STATE: Record<Schemas['Offer']['state'], string> = {
  sent: 'Sent',
  accepted: 'Accepted',
  countered: 'Countered',
  lost: 'Lost',
  withdrawn: 'Withdrawn',
  booked: 'Booked',
}

/** What a find lacks or has against it, in one line: our own offer first, then the fit, then the poster. */
export function inShort(find: Find): string {
  if (find.offer) return `${find.offer.made_by} offered ${showDollars(find.offer.amount)}.`
  return find.fit.reasons[0]?.text ?? find.reasons[0]?.text ?? 'Nothing stands against it.'
}

/** Who posts it, and that line; a line that names him says who by itself. */
export const whoAndWhy = (find: Find) => named(find, inShort(find))

/** The same of a posting that was judged for no truck: nothing stands against most. */
export function whoAndWarning(posted: Posted): string {
  const { offer, reasons, poster } = posted
  if (offer) return named(posted, `${offer.made_by} offered ${showDollars(offer.amount)}.`)
  return reasons[0] ? named(posted, reasons[0].text) : poster.name
}

const named = ({ poster }: Posted, line: string) =>
  line.startsWith(poster.name) ? line : `${poster.name}. ${line}`

/** A price as it is typed: dollars, and cents where there are any; nothing for another. */
export const readPrice = (text: string) => {
  const plain = text
    .trim()
    .replace(/^\$/, '')
    .replace(/(\d),(?=\d{3}\b)/g, '$1')
  return /^\d{1,7}(\.\d{1,2})?$/.test(plain) && Number(plain) > 0 ? plain : undefined
}

export const isBlocked = (find: Find) =>
  find.fit.verdict === 'blocked' || find.reasons.some(({ effect }) => effect === 'block')

/** The lane by what was posted lately; by the longer time where that is all there is. */
const lately = (find: Posted) => find.lanes[0]

/** How a price lies to what the lane was posted at, in hundredths. */
export function besideLane(find: Posted): number | undefined {
  const lane = lately(find)
  if (!lane || !find.per_loaded_mile || !Number(lane.median)) return undefined
  return Math.round((Number(find.per_loaded_mile) / Number(lane.median) - 1) * 100)
}

/** The same in words. */
export function besideWords(posted: Posted): string {
  const share = besideLane(posted)
  if (share === undefined) return 'no lane price'
  return share === 0 ? 'at the lane’s middle' : `${Math.abs(share)}% ${share > 0 ? 'over' : 'under'} the lane`
}

/** What a lane was posted at, and how much of that is borrowed from wider lanes where it is thin. */
export function laneWords(lane: Schemas['Lane']): string {
  const [middle, low, high] = [lane.median, lane.low, lane.high].map(showDollars)
  const count = lane.count.toLocaleString('en-US')
  const borrowed = lane.thin ? `, ${lane.borrowed_percent}% of it after wider lanes` : ''
  return `${middle} a mile in the middle, ${low} to ${high}; ${count} posted in ${lane.days} days${borrowed}`
}

/** What the place where it ends is worth beside the usual one. */
export function onwardWords({ worth, a_day, own, net, wait_minutes }: Schemas['Onward']): string {
  const sum = Math.round(Number(worth))
  const than =
    sum === 0 ? 'as good as the usual place' : `${dollars(sum)} ${sum > 0 ? 'better' : 'worse'} than usual`
  const leaves = `${a_day.toLocaleString('en-US')} a day leave within 75 mi for such a trailer`
  const ours = own ? `, ${own} of our own open loads too` : ''
  const next = `the next leaves about ${dollars(Number(net))} after about ${showMinutes(wait_minutes)}`
  return `${than}: ${leaves}${ours}; ${next}`
}
const dollars = (sum: number) => `$${Math.abs(Math.round(sum)).toLocaleString('en-US')}`

export const showPoster = (find: Find) => `${find.poster.name}, ${find.reference}`

/** What became of our offers to who posts a find. */
export function recordWords(record: Posted['record']): string {
  const { called_off, paid_after, ...offers } = record
  const sum = Object.values(offers).reduce((all, count) => all + count, 0)
  if (!sum) return 'nothing offered yet'
  const parts = Object.entries(offers).map(
    ([state, count]) => `${count} ${STATE[state as keyof typeof STATE].toLowerCase()}`,
  )
  return [
    `${sum} ${sum === 1 ? 'offer' : 'offers'}: ${parts.join(', ')}`,
    called_off ? `${called_off} called off after booking` : '',
    paid_after === undefined ? '' : `paid after ${paid_after} days`,
  ]
    .filter(Boolean)
    .join('; ')
}

/** What finds are compared by. The blocked stay last, and what has no price comes after what has one. */
export const SORTS = [
  ['profit', 'Profit'],
  ['onward', 'Profit and what follows'],
  ['day', 'Profit a day'],
  ['loaded', 'Posted a loaded mile'],
  ['all_in', 'Posted a mile, all in'],
  ['empty', 'Fewest empty miles'],
  ['age', 'Newest'],
] as const
export type Sort = (typeof SORTS)[number][0]

const NONE = -1e9
const WORTH: Record<Sort, (find: Find) => number> = {
  profit: find => Number(find.fit.money.profit),
  onward: find => Number(find.with_next ?? NONE),
  day: find => Number(find.fit.money.per_day ?? NONE),
  loaded: find => Number(find.per_loaded_mile ?? NONE),
  all_in: find => Number(find.per_mile ?? NONE),
  empty: find => -Number(find.fit.deadhead_miles),
  age: find => Date.parse(find.posted_at),
}

export function sorted(finds: readonly Find[], by: Sort): Find[] {
  const last = (find: Find) => Number(isBlocked(find)) * 2 + Number(!find.rate)
  return [...finds].sort((a, b) => last(a) - last(b) || WORTH[by](b) - WORTH[by](a))
}

/** Minutes since it was posted, as people say them. */
export function ageWords(postedAt: string, now: number): string {
  const minutes = Math.max(0, Math.round((now - Date.parse(postedAt)) / 60_000))
  if (minutes < 60) return `${minutes} min old`
  return minutes < 1440 ? `${Math.floor(minutes / 60)} h old` : `${Math.floor(minutes / 1440)} d old`
}
