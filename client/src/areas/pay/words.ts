export const RUN: Record<string, string> = { draft: 'Draft', approved: 'Locked', paid: 'Paid' }
export const REASON: Record<string, string> = { papers_missing: 'no bill of lading or proof of delivery', held: 'held', to_approve: 'waits for a clerk' }
export const BASIS: Record<string, string> = { flat: 'Flat', percent_of_gross: 'Percent of gross', per_mile: 'By the mile', per_unit: 'By the unit' }
export const TAG: Record<string, string> = { company_plates: 'with our plates', logging_device: 'with a logging device', leased_tractor: 'leased tractor', leased_trailer: 'leased trailer', tractor: 'tractor', trailer: 'trailer' }

/** Dollars between two amounts, as `+12.00` or `−12.00`; nothing where they are alike. */
export function moved(before: string | null | undefined, now: string): string {
  if (before === null || before === undefined) return ''
  const cents = Math.round(Number(now) * 100) - Math.round(Number(before) * 100)
  if (!cents) return ''
  return `${cents > 0 ? '+' : '−'}${(Math.abs(cents) / 100).toLocaleString('en-US', { minimumFractionDigits: 2 })}`
}
