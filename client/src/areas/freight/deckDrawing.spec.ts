import { describe, expect, it } from 'vitest'
import { deckDrawing } from './deckDrawing'

const DECK = { trailer: 'V-1', kind: 'dry_van', length_in: 630, width_in: 100, legs: [] }
const stack = (more: object) => ({
  load: 'L1',
  line: 1,
  what: 'Crates',
  x_in: 0,
  y_in: 0,
  length_in: 120,
  width_in: 48,
  layers: 1,
  ...more,
})
const leg = (...placed: ReturnType<typeof stack>[]) => ({
  from: 'Boise, ID',
  to: 'Ogden, UT',
  loads: ['L1', 'L2'],
  used_in: Math.max(...placed.map(one => one.x_in + one.length_in)),
  trouble: null,
  unmeasured: [],
  placed,
})

describe('drawing a deck', () => {
  it('labels what there is room for, tells the rest to who points at it', () => {
    const drawn = deckDrawing(
      DECK,
      leg(stack({}), stack({ x_in: 120, length_in: 40, layers: 2 }), stack({ x_in: 160, width_in: 12 })),
      'L1',
    )
    expect(drawn.stacks.map(({ label }) => label)).toEqual(['Crates', '×2', ''])
    expect(drawn.stacks[1]!.title).toBe('Crates, 2 high, 3\'4" by 4\'0"')
    expect(drawn.ticks).toEqual([120, 240, 360, 480, 600])
  })

  it('marks what goes over the end and what is of other loads, and shows it', () => {
    const drawn = deckDrawing(DECK, leg(stack({ load: 'L2' }), stack({ x_in: 540 })), 'L1')
    expect(drawn.stacks.map(({ other, over }) => [other, over])).toEqual([
      [true, false],
      [false, true],
    ])
    expect([drawn.box, drawn.legend]).toEqual(['-4 -6 668 112', 'a line each 10 ft; dashed: of other loads'])
    expect(drawn.said).toBe('2 stacks of 2 kinds take 55\'0" of 52\'6"')
  })
})
