import { describe, expect, it } from 'vitest'
import type { Schemas } from '@/shared/api'
import * as deductions from './deductionDraft'
import * as plans from './planDraft'

const plan = {
  in_force_from: '2026-11-01',
  version: 2,
  basis: 'per_mile',
  loaded_mile_rate: '0.5800',
  empty_mile_rate: '0.5000',
  extra_stop: '0.00',
  percent_of: [],
  percent_of_fuel: false,
  miles_by: 'route',
  stops_included: 2,
  detention_free_minutes: 120,
  detention_step_minutes: 15,
  haul_bands: [{ to_miles: 250, rate: '0.72' }],
  activity_rates: [],
} as unknown as Schemas['PayPlan']

describe('rates as they are typed', () => {
  it('go back to the server as they came, with nothing for what was nothing', () => {
    expect(plans.inputOf(plans.draftOf(plan))).toMatchObject({
      basis: 'per_mile',
      loaded_mile_rate: '0.5800',
      haul_bands: [{ to_miles: 250, rate: '0.72' }],
      activity_rates: [],
      detention_free_minutes: 120,
    })
    expect(plans.inputOf(plans.draftOf(plan))).not.toHaveProperty('extra_stop')
  })

  it.each([
    [{ figures: { ...plans.draftOf(plan).figures, tarp: 'fifty' } }],
    [{ bands: [{ to_miles: 'far', rate: '0.7' }] }],
    [{ bands: [{ to_miles: '250', rate: 'more' }] }],
    [{ hours: [{ activity: 'driving', rate: '' }] }],
    [{ stops_included: 'two' }],
  ])('are not sent with %j in them', change => {
    expect(plans.inputOf({ ...plans.draftOf(plan), ...change })).toBeUndefined()
  })

  it('are named and said in words where two versions stand beside each other', () => {
    expect([['figures', 'tarp'], ['bands', 0], ['miles_by']].map(path => plans.labelOf(path))).toEqual([
      'Tarp, $',
      'By length of haul, line 1',
      'Miles by',
    ])
    expect(
      [[{ to_miles: '250', rate: '0.72' }], 'odometer', true, { activity: 'driving', rate: '21' }, ''].map(
        plans.shownOf,
      ),
    ).toEqual(['up to 250 miles $0.72', 'the odometer', 'yes', 'Driving $21', ''])
  })
})

const deduction = {
  id: 4,
  version: 7,
  label: 'Trailer rent',
  basis: 'per_unit',
  per: 'month',
  amount: null,
  tag: 'leased_trailer',
  prorated: true,
  priority: 3,
  if_short: 'carry',
  goal: '500.00',
  escrow: false,
  everyone: true,
  from_on: '2026-11-01',
  to_on: null,
  paused: false,
  drivers: [{ driver_id: 2, own_amount: '12.50', left_out: false }],
} as unknown as Schemas['Deduction']

describe('a deduction as it is typed', () => {
  const draft = deductions.draftOf(deduction, '2026-11-30')
  it('goes back to the server as it came, on the version that was seen', () => {
    expect(deductions.inputOf(draft, 7)).toMatchObject({
      version: 7,
      amount: null,
      tag: 'leased_trailer',
      per: 'period',
      to_on: null,
      drivers: [{ driver_id: 2, own_amount: '12.50', left_out: false }],
    })
    expect(deductions.inputOf(deductions.draftOf(undefined, '2026-11-30'), undefined)).toBeUndefined()
  })

  it.each([
    [{ label: ' ' }],
    [{ amount: 'ten' }],
    [{ basis: 'flat', amount: '' }],
    [{ goal: 'some' }],
    [{ priority: 'first' }],
    [{ from_on: '' }],
    [{ drivers: [{ driver_id: 2, own_amount: 'half', left_out: false }] }],
  ])('is not sent with %j', change => {
    expect(deductions.inputOf({ ...draft, ...change }, 7)).toBeUndefined()
  })

  it('says whose own amount it is', () => {
    expect(
      [draft.drivers, 'skip', false].map(value => deductions.shownOf(value, () => 'Wade Ferris')),
    ).toEqual(['Wade Ferris $12.50', 'Drop it', 'no'])
    expect(deductions.labelOf(['drivers', 0])).toBe('Drivers of their own, line 1')
  })
})
