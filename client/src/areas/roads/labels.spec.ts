import { describe, expect, it } from 'vitest'
import { peopleAt, thinned } from './labels'

describe('what is named on the map', () => {
  it('names fewer and larger towns the farther out it is', () => {
    const zooms = [3, 4, 5, 6, 7, 8, 9, 12].map(peopleAt)
    expect(zooms).toEqual([...zooms].sort((a, b) => b - a))
    expect(peopleAt(12)).toBe(0)
  })

  it('keeps labels apart, the first of a crowd staying', () => {
    const spots = [
      { x: 10, y: 10 },
      { x: 12, y: 11 },
      { x: 400, y: 10 },
    ]
    expect(thinned(spots, spot => spot)).toEqual([spots[0], spots[2]])
  })
})
