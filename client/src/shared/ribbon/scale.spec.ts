import { describe, expect, it } from 'vitest'
import { scaleFor } from './scale'

const at = (iso: string) => Date.parse(iso)

describe('a ruler', () => {
  it('holds what it is fitted around, with air on both sides', () => {
    const scale = scaleFor([at('2026-11-23T14:00:00Z'), at('2026-11-24T20:00:00Z')], 800, 'America/Boise')
    expect([scale.x(at('2026-11-23T14:00:00Z')) > 0, scale.x(at('2026-11-24T20:00:00Z')) < 800]).toEqual([
      true,
      true,
    ])
  })

  it('has ticks that stand apart, the days at the midnights of the zone', () => {
    const scale = scaleFor([at('2026-11-23T14:00:00Z'), at('2026-11-25T20:00:00Z')], 800, 'America/Boise')
    const gaps = scale.ticks.slice(1).map((tick, i) => scale.x(tick.at) - scale.x(scale.ticks[i]!.at))
    expect(Math.min(...gaps)).toBeGreaterThanOrEqual(50)
    expect(
      scale.ticks.filter(({ day }) => day).map(tick => [tick.label, new Date(tick.at).toISOString()]),
    ).toEqual([
      ['Tue 11/24', '2026-11-24T07:00:00.000Z'],
      ['Wed 11/25', '2026-11-25T07:00:00.000Z'],
    ])
  })

  it('counts 25 hours on the day the clocks go back', () => {
    const scale = scaleFor([at('2026-10-31T18:00:00Z'), at('2026-11-02T18:00:00Z')], 800, 'America/Boise')
    const days = scale.ticks.filter(({ day }) => day)
    expect((days[1]!.at - days[0]!.at) / 3_600_000).toBe(25)
  })
})
