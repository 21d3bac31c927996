import { describe, expect, it } from 'vitest'
import { nextPeriod } from './period'

describe('the next pay period', () => {
  const monday = Date.parse('2026-11-23T07:30:00-07:00')
  it('is the week of today, Sunday to Saturday, when there was none', () => expect(nextPeriod([], monday, 'America/Boise')).toEqual({ from: '2026-11-22', to: '2026-11-28' }))
  it('follows the last one without a gap', () => expect(nextPeriod(['2026-11-14', '2026-11-21'], monday, 'America/Boise')).toEqual({ from: '2026-11-22', to: '2026-11-28' }))
  it('goes by the day of the zone', () => expect(nextPeriod([], Date.parse('2026-11-22T03:00:00Z'), 'America/Boise')).toEqual({ from: '2026-11-15', to: '2026-11-21' }))
})
