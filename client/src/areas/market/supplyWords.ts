import type { Schemas } from '@/shared/api'

type Row = Schemas['SupplyOfState']
/** What it means for getting out of a state. */
export const SUPPLY: Record<Row['supply'], string> = {
  short_of_trucks: 'Short of trucks: easy to get out',
  even: 'Even',
  short_of_freight: 'Short of freight: trucks wait',
}
export const KINDS: readonly { value: Schemas['PostedKind']; title: string }[] = [
  { value: 'dry_van', title: 'Dry van' },
  { value: 'reefer', title: 'Reefer' },
  { value: 'flatbed', title: 'Flatbed' },
  { value: 'step_deck', title: 'Step deck' },
]

/** Postings for each truck that is posted there. */
export function perTruck({ leaving, trucks }: Pick<Row, 'leaving' | 'trucks'>): string {
  if (trucks === null) return '–'
  if (trucks) return (leaving / trucks).toFixed(1)
  return leaving ? 'no trucks' : '–'
}
