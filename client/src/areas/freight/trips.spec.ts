import { describe, expect, it } from 'vitest'
import type { Schemas } from '@/shared/api'
import { gapOf, inOrder, isRelayed } from './trips'

const trip = (id: number, status: Schemas['Trip']['status'], begins: string, ...kinds: string[]) =>
  ({
    id,
    status,
    begins_at: begins,
    stops: kinds.map((kind, i) => ({ kind, stop_id: id * 10 + i, town: `${kind} ${id}` })),
  }) as unknown as Schemas['Trip']

const first = trip(1, 'rolling', '2026-11-16T08:00:00Z', 'pickup', 'swap')
const second = trip(2, 'sent', '2026-11-17T08:00:00Z', 'swap', 'delivery')
const declined = trip(3, 'declined', '2026-11-15T08:00:00Z', 'swap', 'delivery')

describe('the trips of a load', () => {
  it('stand in the order they are driven, those that came to nothing apart', () => {
    const { live, over } = inOrder([second, declined, first])
    expect([live.map(({ id }) => id), over.map(({ id }) => id)]).toEqual([[1, 2], [3]])
  })

  it('are a relay where a swap is among their stops', () => {
    expect([isRelayed([first, second]), isRelayed([trip(4, 'sent', '', 'pickup', 'delivery')])]).toEqual([
      true,
      false,
    ])
  })

  it('leave a gap where nobody drives on from the swap with what is left of the load', () => {
    expect(gapOf([first], [10, 21])?.town).toBe('swap 1')
    expect(gapOf([first, second], [10, 21])).toBeUndefined()
    expect(gapOf([first], [10])).toBeUndefined()
    expect(gapOf([trip(4, 'sent', '', 'pickup', 'delivery')], [40, 41])).toBeUndefined()
    expect(gapOf([], [10])).toBeUndefined()
  })
})
