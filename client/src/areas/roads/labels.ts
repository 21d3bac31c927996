/** How many people a town has at least to be named at a zoom. */
export const peopleAt = (zoom: number): number =>
  [9e9, 9e9, 9e9, 2e6, 6e5, 3e5, 1e5, 4e4, 1e4, 0][Math.min(Math.floor(zoom), 9)]!

/** Keeps labels apart: the first in a cell of the screen stays. */
export function thinned<T>(
  items: T[],
  at: (item: T) => { x: number; y: number },
  width = 84,
  height = 22,
): T[] {
  const taken = new Set<string>()
  return items.filter(item => {
    const { x, y } = at(item)
    const [column, row] = [Math.floor(x / width), Math.floor(y / height)]
    if (taken.has(`${column},${row}`)) return false
    for (const right of [-1, 0, 1])
      for (const down of [0, 1]) if (right === 0 || down === 0) taken.add(`${column + right},${row + down}`)
    return true
  })
}
