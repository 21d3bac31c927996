import { api, type Schemas } from '@/shared/api'
import { showDollars } from '@/shared/measure'

export type InvoiceRow = Schemas['InvoiceRow']
export type Unbilled = Schemas['Unbilled']

/** How old what is owed is, by days beyond the day it was due. */
export const BUCKETS = [
  ['current', 'Not due'],
  ['to_30', '1 to 30'],
  ['to_60', '31 to 60'],
  ['to_90', '61 to 90'],
  ['over_90', 'Over 90'],
] as const satisfies readonly (readonly [keyof Schemas['Ageing'], string])[]

export const WHOSE: Record<Schemas['BillWait']['whose'], string> = {
  driver: 'The driver’s move',
  dispatcher: 'Dispatch’s move',
  biller: 'Your move',
}

/** What a customer owes, the oldest due first. */
export const invoicesOf = (id: number) =>
  api.GET('/api/customers/{id}/open-invoices', { params: { path: { id } } })

/** Where an invoice stands, in a word. */
export const STANDING: Record<InvoiceRow['standing'], string> = {
  open: 'Open',
  overdue: 'Overdue',
  paid: 'Paid',
  taken_back: 'Taken back',
  credit_note: 'Credit note',
}

/** How a line came about: `612.0 miles at $2.85`; nothing where it is a sum. */
export function worked({ unit, quantity, rate }: Schemas['BillLine']): string {
  if (!unit || rate === null) return ''
  if (unit === 'percent') return `${rate} percent of the line haul`
  return `${quantity ?? '?'} ${unit}s at ${showDollars(rate)}`
}

/** Dollars of several, added up exactly. */
export const sumOf = (amounts: readonly string[]) =>
  (amounts.reduce((cents, amount) => cents + Math.round(Number(amount) * 100), 0) / 100).toFixed(2)

/** Loads of one customer, each customer once, in the order in which they stand. */
export function byCustomer(loads: readonly Unbilled[]): [string, Unbilled[]][] {
  const found = new Map<number, Unbilled[]>()
  for (const load of loads) found.set(load.customer_id, [...(found.get(load.customer_id) ?? []), load])
  return [...found.values()].map(list => [list[0]!.customer, list])
}
