import type { Schemas } from '@/shared/api'

export const RUN: Record<string, string> = { draft: 'Draft', approved: 'Locked', paid: 'Paid' }
export const REASON: Record<string, string> = {
  papers_missing: 'no bill of lading or proof of delivery',
  rates_missing: 'no rates',
  claimed_twice: 'claimed twice',
  held: 'held',
  miles_doubtful: 'miles are doubtful',
  detention_open: 'detention not agreed',
  to_approve: 'waits for a clerk',
}
export const PAID_BY: Record<string, string> = {
  per_mile: 'Miles',
  percent: 'Percent',
  hourly: 'Hours',
  per_load: 'Loads',
  per_ton: 'Tons',
}
export const MILES_BY: Record<string, string> = {
  route: 'the route',
  odometer: 'the odometer',
  agreed: 'what is agreed, else the route',
}
export const HOURS: Record<string, string> = {
  driving: 'Driving',
  loading: 'Loading',
  waiting_to_load: 'Waiting to load',
  unloading: 'Unloading',
  waiting_to_unload: 'Waiting to unload',
  chaining_up: 'Chaining up',
}
export const RECEIPT: Record<string, string> = {
  scale: 'Scale',
  toll: 'Toll',
  lumper: 'Lumper',
  parking: 'Parking',
  parts: 'Parts',
  washout: 'Washout',
  other: 'Other',
}
export const CARD: Record<string, string> = {
  fuel: 'Fuel',
  def: 'Exhaust fluid',
  reefer_fuel: 'Reefer fuel',
  toll: 'Toll',
  cash: 'Cash',
  fee: 'Fee',
  other: 'Other',
}
export const BASIS: Record<string, string> = {
  flat: 'Flat',
  percent_of_gross: 'Percent of gross',
  per_mile: 'By the mile',
  per_unit: 'By the unit',
}
export const TAG: Record<string, string> = {
  company_plates: 'with our plates',
  logging_device: 'with a logging device',
  leased_tractor: 'leased tractor',
  leased_trailer: 'leased trailer',
  tractor: 'tractor',
  trailer: 'trailer',
}

/** Dollars between two amounts, as `+$12.00` or `−$12.00`; nothing where they are alike. */
export function moved(before: string | null | undefined, now: string): string {
  if (before === null || before === undefined) return ''
  const cents = Math.round(Number(now) * 100) - Math.round(Number(before) * 100)
  if (!cents) return ''
  return `${cents > 0 ? '+' : '−'}$${(Math.abs(cents) / 100).toLocaleString('en-US', { minimumFractionDigits: 2 })}`
}

/** A plan of pay in a few words. */
export function planWords(plan: Schemas['PayPlan']): string {
  const some = (text: string | null | undefined) => (text && Number(text) ? text : undefined)
  // 72.00 reads 72, 12.50 stays 12.5
  const figure = (text: string | null | undefined) => String(Number(text ?? 0))
  const percent = [
    `${figure(plan.percent)} % of line haul`,
    plan.percent_of_fuel && 'fuel surcharge',
    ...(plan.percent_of ?? []).map(one => one.toLowerCase()),
  ]
    .filter(Boolean)
    .join(', ')
  const base = {
    per_mile: `$${plan.loaded_mile_rate} loaded, $${plan.empty_mile_rate} empty a mile`,
    percent,
    hourly: `$${plan.hourly_rate} an hour`,
    per_load: `$${plan.per_load} a load`,
    per_ton: `$${plan.per_ton} a ton`,
  }[plan.basis ?? 'per_mile']
  return [
    base,
    ...(plan.haul_bands ?? []).map(({ to_miles, rate }) => `$${rate} up to ${to_miles} mi`),
    plan.basis === 'per_mile' && plan.miles_by !== 'route' && `miles by ${MILES_BY[plan.miles_by ?? '']}`,
    some(plan.per_diem_mile_rate) && `$${plan.per_diem_mile_rate} of it per diem`,
    some(plan.overtime_after_hours) && `overtime after ${figure(plan.overtime_after_hours)} h`,
    some(plan.day_minimum) && `at least $${plan.day_minimum} a day`,
    some(plan.period_minimum) && `at least $${plan.period_minimum} a period`,
  ]
    .filter(Boolean)
    .join(', ')
}
