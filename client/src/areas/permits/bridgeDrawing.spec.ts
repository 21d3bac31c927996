import { describe, expect, it } from 'vitest'
import { draw } from './bridgeDrawing'
import { sayAxles } from './words'

describe('the figure of the axles', () => {
  const groups = [{ axles: [1, 2, 3] }, { axles: [2, 3] }, { axles: [4, 5] }, { axles: [1, 2, 3, 4, 5] }]
  const drawn = draw([0, 12, 4, 30, 4], groups, 568, 34)

  it('is to scale from the first axle to the last', () => expect(drawn.x).toEqual([34, 154, 194, 494, 534]))
  it('lays brackets that touch on levels of their own', () => expect(drawn.levels).toEqual([0, 1, 0, 2]))
  it('lowers a weight whose neighbour is too near', () =>
    expect(drawn.low).toEqual([false, false, true, false, true]))
  it('stands for a single axle', () => expect(draw([0], [], 568).x).toEqual([34]))
  it('names a group as people do', () =>
    expect([[3], [2, 3], [1, 2, 3]].map(sayAxles)).toEqual(['3', '2 and 3', '1 to 3']))
})
