/** Where each axle stands and which bracket of a failing group lies on which level, in pixels. */
export interface Group {
  axles: readonly number[]
}
export interface Drawing {
  x: number[]
  low: boolean[]
  levels: number[]
}

const MIN_LABEL_PX = 52

/** Axles to scale from the front, left to right; a weight goes to a second row where the one before is too near. */
export function draw(
  spacings: readonly number[],
  groups: readonly Group[],
  width: number,
  pad = 34,
): Drawing {
  const feet = spacings.reduce<number[]>((at, spacing, i) => [...at, i === 0 ? 0 : at[i - 1]! + spacing], [])
  const all = Math.max(feet[feet.length - 1] ?? 0, 1)
  const x = feet.map(at => pad + (at / all) * (width - 2 * pad))
  const low: boolean[] = []
  x.forEach((at, i) => low.push(i > 0 && at - x[i - 1]! < MIN_LABEL_PX && !low[i - 1]))
  return { x, low, levels: levels(groups) }
}

/** The lowest level for each bracket on which it touches no other. */
function levels(groups: readonly Group[]): number[] {
  const taken: [number, number][][] = []
  return groups.map(({ axles }) => {
    const [first, last] = [axles[0] ?? 0, axles[axles.length - 1] ?? 0]
    let level = 0
    while (taken[level]?.some(([from, to]) => first <= to && from <= last)) level++
    taken[level] = [...(taken[level] ?? []), [first, last]]
    return level
  })
}
