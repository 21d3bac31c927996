import { describe, expect, it } from 'vitest'
import { project, projection, sizeOf, type Corners } from './photo'

const CORNERS: Corners = [
  { x: 100, y: 80 },
  { x: 900, y: 120 },
  { x: 940, y: 1200 },
  { x: 60, y: 1150 },
]

describe('straightening a paper', () => {
  it('puts the corners of the paper into the corners of the picture', () => {
    const h = projection(CORNERS, 800, 1000)
    const seen = [
      [0, 0],
      [800, 0],
      [800, 1000],
      [0, 1000],
    ].map(([x, y]) => project(h, x!, y!))
    seen.forEach((spot, i) => {
      expect(spot.x).toBeCloseTo(CORNERS[i]!.x, 6)
      expect(spot.y).toBeCloseTo(CORNERS[i]!.y, 6)
    })
  })
  it('keeps straight lines straight: the middle lies where the diagonals of the paper cross', () => {
    const middle = project(projection(CORNERS, 800, 1000), 400, 500)
    const [a, b, c, d] = CORNERS
    const cross = (p: typeof a, q: typeof a, r: typeof a) =>
      (q.x - p.x) * (r.y - p.y) - (q.y - p.y) * (r.x - p.x)
    expect(cross(a, c, middle)).toBeCloseTo(0, 3)
    expect(cross(b, d, middle)).toBeCloseTo(0, 3)
  })
  it('is no larger than is needed to read it', () => {
    expect(
      sizeOf([
        { x: 0, y: 0 },
        { x: 3400, y: 0 },
        { x: 3400, y: 2000 },
        { x: 0, y: 2000 },
      ]),
    ).toEqual({ width: 1700, height: 1000 })
    expect(
      sizeOf([
        { x: 0, y: 0 },
        { x: 600, y: 0 },
        { x: 600, y: 800 },
        { x: 0, y: 800 },
      ]),
    ).toEqual({ width: 600, height: 800 })
  })
})
