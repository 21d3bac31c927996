import { describe, expect, it } from 'vitest'
import { moveTo } from './stopNumbers'

describe('numbering stops by hand', () => {
  it.each([
    [0, 2, ['b', 'c', 'a', 'd']],
    [3, 0, ['d', 'a', 'b', 'c']],
    [1, 9, ['a', 'c', 'd', 'b']],
    [1, -1, ['b', 'a', 'c', 'd']],
    [1, 1, undefined],
    [1, NaN, undefined],
    [1, 1.5, undefined],
    [7, 1, undefined],
  ])('puts the one at %s to %s', (from, to, then) => {
    expect(moveTo(['a', 'b', 'c', 'd'], from, to)).toEqual(then)
  })
})
