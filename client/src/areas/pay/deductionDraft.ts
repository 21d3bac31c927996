import type { Schemas } from '@/shared/api'
import { parseDollars } from '@/shared/measure'
import { BASIS, TAG } from './words'

type Deduction = Schemas['Deduction']
export interface OwnAmount {
  driver_id: number
  own_amount: string
  left_out: boolean
}
/** A deduction as it is typed. */
export interface DeductionDraft {
  label: string
  basis: string
  per: string
  amount: string
  priority: string
  if_short: string
  goal: string
  tag: string
  prorated: boolean
  escrow: boolean
  everyone: boolean
  from_on: string
  to_on: string
  paused: boolean
  drivers: OwnAmount[]
}

export const draftOf = (was: Deduction | undefined, today: string): DeductionDraft => ({
  label: was?.label ?? '',
  basis: was?.basis ?? 'flat',
  per: was?.per ?? 'period',
  amount: was?.amount ?? '',
  priority: String(was?.priority ?? 5),
  if_short: was?.if_short ?? 'carry',
  goal: was?.goal ?? '',
  tag: was?.tag ?? 'leased_trailer',
  prorated: was?.prorated ?? false,
  escrow: was?.escrow ?? false,
  everyone: was?.everyone ?? true,
  from_on: was?.from_on ?? today,
  to_on: was?.to_on ?? '',
  paused: was?.paused ?? false,
  drivers: (was?.drivers ?? []).map(({ driver_id, own_amount, left_out }) => ({
    driver_id,
    own_amount: own_amount ?? '',
    left_out,
  })),
})

/** What the server takes; nothing where something is missing or cannot be read. */
export function inputOf(
  draft: DeductionDraft,
  version: number | undefined,
): Omit<Schemas['DeductionInput'], 'key'> | undefined {
  const amount = draft.amount.trim() ? parseDollars(draft.amount) : null
  const goal = draft.goal.trim() ? parseDollars(draft.goal) : null
  if (
    !draft.label.trim() ||
    amount === undefined ||
    goal === undefined ||
    (amount === null && draft.basis !== 'per_unit') ||
    !draft.from_on ||
    !/^\d{1,2}$/.test(draft.priority) ||
    draft.drivers.some(({ own_amount }) => own_amount.trim() && !parseDollars(own_amount))
  )
    return
  return {
    ...(version === undefined ? {} : { version }),
    label: draft.label.trim(),
    basis: draft.basis as 'flat',
    per: draft.basis === 'flat' ? (draft.per as 'period') : 'period',
    amount,
    priority: Number(draft.priority),
    if_short: draft.if_short as 'carry',
    goal,
    tag: draft.basis === 'per_unit' ? (draft.tag as 'trailer') : null,
    prorated: draft.basis === 'per_unit' && draft.prorated,
    escrow: draft.escrow,
    everyone: draft.everyone,
    from_on: draft.from_on,
    to_on: draft.to_on || null,
    paused: draft.paused,
    drivers: draft.drivers.map(({ driver_id, own_amount, left_out }) => ({
      driver_id,
      left_out,
      own_amount: own_amount.trim() ? (parseDollars(own_amount) ?? null) : null,
    })),
  }
}

export const IF_SHORT: Record<string, string> = { carry: 'Carry it', skip: 'Drop it' }
const LABELS: Record<keyof DeductionDraft, string> = {
  label: 'Name on the statement',
  basis: 'How',
  per: 'Per',
  amount: 'Amount',
  priority: 'Order',
  if_short: 'If there is not enough',
  goal: 'Until, $',
  tag: 'Of units',
  prorated: 'By the days it was active',
  escrow: 'Kept for the driver (escrow)',
  everyone: 'All drivers',
  from_on: 'From',
  to_on: 'To',
  paused: 'Paused',
  drivers: 'Drivers of their own',
}
/** A driver's own amount is one field. */
export const isLine = (value: Record<string, unknown>) => 'own_amount' in value
export const labelOf = ([name, i]: readonly (string | number)[]) =>
  `${LABELS[name as 'label'] ?? ''}${typeof i === 'number' ? `, line ${i + 1}` : ''}`
export function shownOf(value: unknown, nameOf: (id: number) => string): string {
  if (typeof value === 'boolean') return value ? 'yes' : 'no'
  if (Array.isArray(value)) return value.map(one => shownOf(one, nameOf)).join('; ')
  if (typeof value === 'object' && value !== null) {
    const { driver_id, own_amount, left_out } = value as OwnAmount
    return `${nameOf(driver_id)} ${left_out ? 'left out' : own_amount && `$${own_amount}`}`.trim()
  }
  const text = String(value ?? '')
  return { ...BASIS, ...TAG, ...IF_SHORT }[text] ?? text
}
