import { describe, expect, it } from 'vitest'
import { sayAct, sayField } from './trail'

const ZONE = 'America/Boise'
describe('the trail', () => {
  it('says check-ins in the words of the road, and what it does not know by its name', () =>
    expect([sayAct('book_load'), sayAct('check_in_arrived'), sayAct('turn_around')]).toEqual([
      'booked the load',
      'arrived',
      'turn around',
    ]))

  it.each([
    ['total', [null, '2350.0'], 'total: $2,350.00'],
    ['total', ['1850.0', '2350.5'], 'total: $1,850.00 → $2,350.50'],
    ['price_rate', ['2.85', '2.9'], 'rate: $2.85 → $2.90'],
    ['empty_miles', ['504.4', '663.6'], 'empty miles: 504.4 mi → 663.6 mi'],
    ['dwell_minutes', [null, 395], 'dwell: 6 h 35 min'],
    ['gross_lb', [null, 79500], 'gross: 79,500 lb'],
    ['inner_length_in', [null, 636], 'length inside: 53\'0"'],
    ['delivery_at', ['2026-11-23T14:30:00Z', null], 'delivery: Mon 11/23 7:30 MST → nothing'],
    [
      'Wasatch Cold dock: arrived_at',
      [null, '2026-11-23T14:30:00Z'],
      'Wasatch Cold dock: arrived: Mon 11/23 7:30 MST',
    ],
    ['paid_on', [null, '2026-11-27'], 'paid: Nov 27, 2026'],
    [
      'hours_rules',
      ['us_property_70_8', 'us_property_60_7'],
      'hours of service: United States, 70 hours in 8 days → United States, 60 hours in 7 days',
    ],
    ['trailer_kind', [null, 'dry_van'], 'trailer kind: dry van'],
    ['tarps', [false, true], 'tarps: no → yes'],
    ['dispatcher_id', [3, 7], 'another dispatcher'],
    ['rates from 2026-11-01', [null, 'percent 72'], 'rates from Nov 1, 2026: percent 72'],
    ['annual_inspection looked at', [null, 'Tobias Reyes'], 'annual inspection looked at: Tobias Reyes'],
    ['latitude', [null, '43.6'], ''],
    ['notes', ['', ''], ''],
    ['forbidden_states', [[], ['CA', 'NY']], 'does not go to: CA, NY'],
  ] as [string, [unknown, unknown], string][])('says %s %j', (field, pair, said) =>
    expect(sayField(field, pair, ZONE)).toBe(said),
  )
})
