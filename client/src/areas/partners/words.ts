import type { Schemas } from '@/shared/api'

export type Partner = Schemas['Partner']
export type OfLoad = Schemas['LoadPartners']
export type Offer = Schemas['TenderOffer']

export const INSURANCES: Record<Schemas['InsuranceKind'], string> = {
  auto_liability: 'Auto liability',
  cargo: 'Cargo',
  general_liability: 'General liability',
}
export const COSTS: Record<Schemas['PartnerCostCode'], string> = {
  line_haul: 'Line haul',
  fuel: 'Fuel surcharge',
  detention: 'Detention',
  layover: 'Layover',
  lumper: 'Lumper',
  tarps: 'Tarps',
  stop_off: 'Extra stop',
  not_used: 'Truck ordered, not used',
  other: 'Other',
}
/** What has become of an offer, as dispatch says it. */
export const OFFERED: Record<Offer['status'], string> = {
  waiting: 'Not asked yet',
  sent: 'Asked',
  countered: 'Wants another price',
  accepted: 'Said yes',
  refused: 'Said no',
  expired: 'Did not answer in time',
  withdrawn: 'Taken back',
  lost: 'Somebody else was first',
}
export const BILLED: Record<Schemas['PartnerBill']['status'], string> = {
  differs: 'More than agreed',
  approved: 'To be paid',
  refused: 'Refused',
  paid: 'Paid',
}
export const TRAILERS = [
  { value: 'dry_van', title: 'Dry van' },
  { value: 'reefer', title: 'Reefer' },
  { value: 'flatbed', title: 'Flatbed' },
  { value: 'step_deck', title: 'Step deck' },
  { value: 'lowboy', title: 'Lowboy' },
]
export const items = <T extends string>(words: Record<T, string>) =>
  (Object.entries(words) as [T, string][]).map(([value, title]) => ({ value, title }))

type Findings = readonly Schemas['PartnerFinding'][]
export const blocked = (findings: Findings) => findings.some(({ effect }) => effect === 'block')
/** Whether nothing is found, something to look at twice, or something that forbids it. */
export function standing(findings: Findings): 'fits' | 'tight' | 'blocked' {
  if (blocked(findings)) return 'blocked'
  return findings.length ? 'tight' : 'fits'
}

export const FOUND = { fits: 'Clear', tight: 'Look twice', blocked: 'Blocked' } as const

/** What they did for us, in a line; empty where nothing is known. */
export function scored(score: Schemas['PartnerScore']): string {
  const above = score.above_lane_percent
  return [
    score.trips ? `${score.trips} hauled` : 'none hauled yet',
    score.on_time_percent === null ? '' : `${score.on_time_percent} of 100 stops on time`,
    score.accepted_percent === null ? '' : `takes ${score.accepted_percent} of 100 offers`,
    score.claims ? `${score.claims} claims` : '',
    above === null ? '' : lane(above),
  ]
    .filter(Boolean)
    .join(' • ')
}
function lane(above: number): string {
  if (above === 0) return 'at the price of its lanes'
  return `${Math.abs(above)}% ${above > 0 ? 'above' : 'below'} its lanes`
}
