import { showMinutes } from '@/shared/measure'
import { describe, expect, it } from 'vitest'
import type { Schemas } from '@/shared/api'
import { leftInShort, leftWords, sayNames, showClockMinutes, tightest } from './words'

const row = (more: Partial<Schemas['HoursRow']>) =>
  ({
    zone: 'America/Boise',
    can_drive_minutes: 300,
    left_today_minutes: 300,
    available_at: null,
    remaining: { drive: 300, window: 500, break: 480, cycle: 900 },
    ...more,
  }) as Schemas['HoursRow']

describe('hours in words', () => {
  it('shows and says minutes', () => {
    expect([0, 5, 65, 600].map(showClockMinutes)).toEqual(['0:00', '0:05', '1:05', '10:00'])
    expect([0, 5, 60, 65].map(showMinutes)).toEqual(['0 min', '5 min', '1 h', '1 h 5 min'])
    expect(showClockMinutes(null)).toBe('')
  })
  it('names the limit that ends the driving first, passing over one that is lifted', () => {
    expect(tightest({ drive: 300, window: 200, break: null, cycle: 900 })).toBe('window')
  })

  it('says how long a driver may drive, and the break before that', () => {
    expect(leftWords(row({}), null)).toBe('May drive 5 h until the next long rest.')
    expect(leftWords(row({ can_drive_minutes: 90 }), null)).toBe(
      'May drive 5 h until the next long rest, with a break after 1 h 30 min.',
    )
  })
  it('says when he may again, and by what; or that it is not in sight', () => {
    const rested = row({ can_drive_minutes: 0, available_at: '2026-11-17T01:00:00Z' })
    expect(leftWords(rested, 'rest')).toBe(
      'May drive again Mon 11/16 18:00 MST, resting from now: the long rest is complete.',
    )
    expect(leftWords(rested, null)).toBe('May drive again Mon 11/16 18:00 MST, resting from now.')
    expect(leftWords(row({ can_drive_minutes: 0 }), null)).toBe('May not drive in the days to come.')
  })
  it('says the same in a line, with the cycle and what is used up', () => {
    expect(leftInShort(row({ can_drive_minutes: 90 }))).toBe(
      'may drive 5 h until the next long rest, a break after 1 h 30 min; cycle 15 h',
    )
    const out = row({
      can_drive_minutes: 0,
      available_at: '2026-11-17T01:00:00Z',
      remaining: { drive: 120, window: 0, break: 480, cycle: 900 },
    })
    expect(leftInShort(out)).toBe(
      'may not drive: shift window is used up; cycle 15 h; available Mon 11/16 18:00 MST',
    )
  })
})

describe('names', () => {
  it('are said, and counted where they are many', () => {
    expect(
      [['A'], ['A', 'B'], ['A', 'B', 'C'], ['A', 'B', 'C', 'D', 'E']].map(names => sayNames(names)),
    ).toEqual(['A', 'A and B', 'A, B and C', 'A, B, C and 2 more'])
  })
})
