import type { Schemas } from '@/shared/api'
import { showDollars } from '@/shared/measure'

export type Find = Schemas['Find']

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
export function whoAndWhy(find: Find): string {
  const line = inShort(find)
  return line.startsWith(find.poster.name) ? line : `${find.poster.name}. ${line}`
}

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

/** How a price lies to what the lane was posted at, in hundredths. */
export function besideLane(find: Find): number | undefined {
  if (!find.lane || !find.per_loaded_mile || !Number(find.lane.median)) return undefined
  return Math.round((Number(find.per_loaded_mile) / Number(find.lane.median) - 1) * 100)
}

export function laneWords(find: Find): string {
  const lane = find.lane
  if (!lane) return 'No prices on this lane yet'
  const [middle, low, high] = [lane.median, lane.low, lane.high].map(showDollars)
  const count = lane.count.toLocaleString('en-US')
  return `${middle} a mile in the middle, ${low} to ${high}, ${count} posted in 15 days`
}

/** Minutes since it was posted, as people say them. */
export function ageWords(postedAt: string, now: number): string {
  const minutes = Math.max(0, Math.round((now - Date.parse(postedAt)) / 60_000))
  if (minutes < 60) return `${minutes} min old`
  return minutes < 1440 ? `${Math.floor(minutes / 60)} h old` : `${Math.floor(minutes / 1440)} d old`
}
