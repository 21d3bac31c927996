import { describe, expect, it } from 'vitest'
import { instantOf, showTime, showWindow, typedTime } from './time'
import { readTime } from './typed/times'

const BOISE = 'America/Boise'
const now = Date.parse('2026-11-23T07:30:00-07:00') // a Monday

// Clock changes of 2026 in the United States: 8 March and 1 November (15 U.S.C. 260a)
describe('when clocks change', () => {
  it('takes the first of two 1:30s in autumn', () =>
    expect(instantOf({ year: 2026, month: 11, day: 1, hour: 1, minute: 30 }, BOISE)).toBe(
      Date.parse('2026-11-01T01:30:00-06:00'),
    ))
  it('goes on by an hour where 2:30 does not exist', () =>
    expect(instantOf({ year: 2026, month: 3, day: 8, hour: 2, minute: 30 }, BOISE)).toBe(
      Date.parse('2026-03-08T03:30:00-06:00'),
    ))
})

describe('times as shown', () => {
  it('carry the zone of the place', () =>
    expect(showTime('2026-11-23T14:30:00Z', BOISE)).toBe('Mon 11/23 7:30 MST'))
  it('say the day of a window once', () =>
    expect(showWindow('2026-11-23T14:00:00Z', '2026-11-23T16:00:00Z', BOISE)).toBe(
      'Mon 11/23 7:00 – 9:00 MST',
    ))
  it('read back to the same instant', () =>
    expect(readTime(typedTime('2026-11-27T01:05:00Z', BOISE), { zone: BOISE, now, purpose: 'plan' })).toEqual(
      {
        at: Date.parse('2026-11-27T01:05:00Z'),
      },
    ))
})
