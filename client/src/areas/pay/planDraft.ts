import type { Schemas } from '@/shared/api'
import { parseDollars } from '@/shared/measure'
import { HOURS, MILES_BY, PAID_BY } from './words'

type Plan = Schemas['PayPlan']
export const FIGURES = [
  'loaded_mile_rate',
  'empty_mile_rate',
  'percent',
  'hourly_rate',
  'per_load',
  'per_ton',
  'extra_stop',
  'detention_hourly',
  'layover_daily',
  'tarp',
  'per_diem_mile_rate',
  'per_diem_daily',
  'day_minimum',
  'period_minimum',
  'minimum_net',
  'overtime_after_hours',
] as const
export type Figure = (typeof FIGURES)[number]
export interface Band {
  to_miles: string
  rate: string
}
export interface HourRate {
  activity: string
  rate: string
}
/** A driver's rates as they are typed: every figure a text. */
export interface PlanDraft {
  basis: Plan['basis']
  miles_by: Plan['miles_by']
  percent_of_fuel: boolean
  percent_of: string[]
  stops_included: string
  free: string
  step: string
  figures: Record<Figure, string>
  bands: Band[]
  hours: HourRate[]
}

export function draftOf(plan?: Plan): PlanDraft {
  const was: Partial<Record<Figure, string | null>> = plan ?? {}
  const figures = FIGURES.map(name => [name, was[name] && Number(was[name]) ? was[name] : ''])
  return {
    basis: plan?.basis ?? 'per_mile',
    miles_by: plan?.miles_by ?? 'route',
    percent_of_fuel: plan?.percent_of_fuel ?? false,
    percent_of: [...(plan?.percent_of ?? [])],
    stops_included: String(plan?.stops_included ?? 2),
    free: String(plan?.detention_free_minutes ?? 120),
    step: String(plan?.detention_step_minutes ?? 15),
    figures: Object.fromEntries(figures) as Record<Figure, string>,
    bands: (plan?.haul_bands ?? []).map(({ to_miles, rate }) => ({ to_miles: String(to_miles), rate })),
    hours: (plan?.activity_rates ?? []).map(({ activity, rate }) => ({ activity, rate })),
  }
}

/** What the server takes; nothing where something cannot be read. */
export function inputOf(
  draft: PlanDraft,
): Omit<Schemas['PayPlanInput'], 'key' | 'in_force_from'> | undefined {
  const { figures, bands, hours } = draft
  const whole = /^\d{1,4}$/
  const unread =
    FIGURES.some(name => figures[name].trim() && !parseDollars(figures[name])) ||
    bands.some(({ to_miles, rate }) => !whole.test(to_miles) || !parseDollars(rate)) ||
    hours.some(({ rate }) => !parseDollars(rate)) ||
    ![draft.stops_included, draft.free, draft.step].every(text => whole.test(text))
  if (unread) return
  const given = FIGURES.flatMap(name => {
    const rate = figures[name].trim() && parseDollars(figures[name])
    return rate ? [[name, rate]] : []
  })
  return {
    basis: draft.basis,
    miles_by: draft.miles_by,
    percent_of_fuel: draft.percent_of_fuel,
    percent_of: draft.percent_of,
    stops_included: Number(draft.stops_included),
    detention_free_minutes: Number(draft.free),
    detention_step_minutes: Number(draft.step),
    ...Object.fromEntries(given),
    haul_bands:
      draft.basis === 'per_mile'
        ? bands.map(({ to_miles, rate }) => ({ to_miles: Number(to_miles), rate: parseDollars(rate) ?? '' }))
        : [],
    activity_rates:
      draft.basis === 'hourly'
        ? hours.map(({ activity, rate }) => ({
            activity: activity as 'driving',
            rate: parseDollars(rate) ?? '',
          }))
        : [],
  }
}

/** What each field is called, on the form and where two versions stand beside each other. */
export const LABELS: Record<Figure | Exclude<keyof PlanDraft, 'figures'>, string> = {
  basis: 'Paid by',
  miles_by: 'Miles by',
  percent_of_fuel: 'And of the fuel surcharge',
  percent_of: 'And of accessorials that begin with',
  stops_included: 'Stops included',
  free: 'Detention after, min',
  step: 'Detention in steps of, min',
  bands: 'By length of haul',
  hours: 'Other rates by what is done',
  loaded_mile_rate: 'Loaded mile, $',
  empty_mile_rate: 'Empty mile, $',
  percent: 'Percent of line haul',
  hourly_rate: 'An hour, $',
  per_load: 'A load, $',
  per_ton: 'A ton, $',
  extra_stop: 'Extra stop, $',
  detention_hourly: 'Detention an hour, $',
  layover_daily: 'Layover a day, $',
  tarp: 'Tarp, $',
  per_diem_mile_rate: 'Of that per diem, $ a mile',
  per_diem_daily: 'Per diem at most, $ a day',
  day_minimum: 'Earns at least a day, $',
  period_minimum: 'Earns at least a period, $',
  minimum_net: 'Is left at least, $',
  overtime_after_hours: 'Time and a half after hours a week, none for never',
}
/** A length of haul, and a rate by what is done, are one field each. */
export const isLine = (value: Record<string, unknown>) => 'rate' in value
export function labelOf(path: readonly (string | number)[]): string {
  const [first, second] = path
  if (first === 'figures') return LABELS[second as Figure]
  const label = LABELS[first as 'bands']
  return typeof second === 'number' ? `${label}, line ${second + 1}` : label
}
export function shownOf(value: unknown): string {
  if (Array.isArray(value)) return value.map(shownOf).join('; ')
  if (typeof value === 'boolean') return value ? 'yes' : 'no'
  if (typeof value === 'object' && value !== null) {
    const { to_miles, activity, rate } = value as Partial<Band & HourRate>
    return to_miles === undefined
      ? `${HOURS[activity as keyof typeof HOURS] ?? ''} $${rate}`
      : `up to ${to_miles} miles $${rate}`
  }
  const text = String(value ?? '')
  return { ...PAID_BY, ...MILES_BY }[text as keyof typeof PAID_BY] ?? text
}
