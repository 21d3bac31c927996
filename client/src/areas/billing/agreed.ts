import { api, type Schemas } from '@/shared/api'
import { showDollars } from '@/shared/measure'

export type Agreed = Schemas['AgreedPrices']
export type Scale = Schemas['FuelScale']

export const agreedPrices = () => api.GET('/api/agreed-prices')

export const COUNTING: { value: Scale['counting']; title: string }[] = [
  { value: 'begun', title: 'Each step that is begun' },
  { value: 'full', title: 'Each step that is full' },
  { value: 'exact', title: 'In proportion' },
]

/** What a scale says: `1 cent a mile for each $0.06 begun above $1.20`. */
export function scaleSaid(scale: Pick<Scale, 'kind' | 'each' | 'step' | 'base' | 'counting'>): string {
  const each =
    scale.kind === 'percent' ? `${Number(scale.each)} percent` : `${showDollars(scale.each)} a mile`
  const counted = { begun: ' begun', full: ' full', exact: '' }[scale.counting]
  return `${each} for each $${scale.step}${counted} above $${scale.base}`
}

export const PRICED = {
  flat: 'flat',
  per_mile: 'a mile',
  per_hundredweight: 'a hundredweight',
  per_ton: 'a ton',
} as const
