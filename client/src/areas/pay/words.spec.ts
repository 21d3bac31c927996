import { describe, expect, it } from 'vitest'
import { moved, planWords } from './words'

describe('a plan of pay in words', () => {
  const plan = {
    version: 0,
    in_force_from: '2026-11-01',
    basis: 'per_mile' as const,
    loaded_mile_rate: '0.60',
    empty_mile_rate: '0.50',
    miles_by: 'route' as const,
    haul_bands: [],
    percent_of: [],
    activity_rates: [],
  }
  it.each([
    [plan, '$0.60 loaded, $0.50 empty a mile'],
    [
      {
        ...plan,
        miles_by: 'odometer' as const,
        haul_bands: [{ to_miles: 150, rate: '0.95' }],
        per_diem_mile_rate: '0.12',
      },
      '$0.60 loaded, $0.50 empty a mile, $0.95 up to 150 mi, miles by the odometer, $0.12 of it per diem',
    ],
    [
      {
        ...plan,
        basis: 'percent' as const,
        percent: '72.00',
        percent_of_fuel: true,
        percent_of: ['Detention'],
      },
      '72 % of line haul, fuel surcharge, detention',
    ],
    [
      {
        ...plan,
        basis: 'hourly' as const,
        hourly_rate: '27.50',
        overtime_after_hours: '40.00',
        day_minimum: '0.00',
        period_minimum: '900.00',
      },
      '$27.50 an hour, overtime after 40 h, at least $900.00 a period',
    ],
  ])('says %#', (given, words) => expect(planWords(given)).toBe(words))
})

describe('what moved', () => {
  it.each([
    ['10.00', '12.50', '+$2.50'],
    ['1234.56', '0.00', '−$1,234.56'],
    ['5.00', '5.00', ''],
    [null, '5.00', ''],
  ])('from %s to %s', (before, now, words) => expect(moved(before, now)).toBe(words))
})
