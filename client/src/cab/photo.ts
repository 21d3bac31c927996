/** Turning a photo of a paper into a legible picture of it: straightened between four corners, sharpened, under a size. */
export interface Point {
  x: number
  y: number
}
export type Corners = [Point, Point, Point, Point]

/** What a paper is sent with at most: legible, and quick on a weak signal. */
export const MOST_BYTES = 1_000_000
const LONGEST = 1700
const QUALITIES = [0.85, 0.75, 0.65, 0.55, 0.45]

/** The eight numbers that map the unit square's pixels of an output onto the four corners (a projective map), by Gaussian elimination. */
export function projection(corners: Corners, width: number, height: number): number[] {
  const target: Corners = [
    { x: 0, y: 0 },
    { x: width, y: 0 },
    { x: width, y: height },
    { x: 0, y: height },
  ]
  const rows = target.flatMap(({ x, y }, i) => {
    const { x: u, y: v } = corners[i]!
    return [
      [x, y, 1, 0, 0, 0, -x * u, -y * u, u],
      [0, 0, 0, x, y, 1, -x * v, -y * v, v],
    ]
  })
  for (let column = 0; column < 8; column++) {
    const pivot = rows
      .slice(column)
      .reduce(
        (best, row, i) => (Math.abs(row[column]!) > Math.abs(rows[best]![column]!) ? column + i : best),
        column,
      )
    ;[rows[column], rows[pivot]] = [rows[pivot]!, rows[column]!]
    const lead = rows[column]!
    for (let i = 0; i < 8; i++) {
      if (i === column) continue
      const factor = rows[i]![column]! / lead[column]!
      rows[i] = rows[i]!.map((value, j) => value - factor * lead[j]!)
    }
  }
  return rows.map((row, i) => row[8]! / row[i]!)
}

/** Where a pixel of the output lies in the photo. */
export function project(h: readonly number[], x: number, y: number): Point {
  const w = h[6]! * x + h[7]! * y + 1
  return { x: (h[0]! * x + h[1]! * y + h[2]!) / w, y: (h[3]! * x + h[4]! * y + h[5]!) / w }
}

const far = (a: Point, b: Point) => Math.hypot(a.x - b.x, a.y - b.y)
/** The size of the paper by its longer edges, no larger than is needed to read it. */
export function sizeOf([a, b, c, d]: Corners): { width: number; height: number } {
  const [width, height] = [Math.max(far(a, b), far(d, c)), Math.max(far(b, c), far(a, d))]
  const scale = Math.min(1, LONGEST / Math.max(width, height))
  return { width: Math.max(1, Math.round(width * scale)), height: Math.max(1, Math.round(height * scale)) }
}

/** The paper between four corners of a photo, seen from straight above. */
export function straighten(photo: ImageData, corners: Corners, sharper: boolean): ImageData {
  const { width, height } = sizeOf(corners)
  const h = projection(corners, width, height)
  const out = new ImageData(width, height)
  const [from, to] = [photo.data, out.data]
  for (let y = 0; y < height; y++) {
    for (let x = 0; x < width; x++) {
      const spot = project(h, x + 0.5, y + 0.5)
      const [left, top] = [
        Math.min(Math.max(spot.x - 0.5, 0), photo.width - 1.001),
        Math.min(Math.max(spot.y - 0.5, 0), photo.height - 1.001),
      ]
      const [column, row] = [Math.floor(left), Math.floor(top)]
      const [dx, dy] = [left - column, top - row]
      const at = (row * photo.width + column) * 4
      const below = at + photo.width * 4
      const target = (y * width + x) * 4
      for (let channel = 0; channel < 3; channel++)
        to[target + channel] =
          (from[at + channel]! * (1 - dx) + from[at + 4 + channel]! * dx) * (1 - dy) +
          (from[below + channel]! * (1 - dx) + from[below + 4 + channel]! * dx) * dy
      to[target + 3] = 255
    }
  }
  return sharper ? stretched(out) : out
}

/** Grey, with paper white and ink black: the darkest and lightest twentieths are clipped. */
export function stretched(image: ImageData): ImageData {
  const counts = new Uint32Array(256)
  const grey = (i: number) =>
    Math.round(image.data[i]! * 0.299 + image.data[i + 1]! * 0.587 + image.data[i + 2]! * 0.114)
  for (let i = 0; i < image.data.length; i += 4) counts[grey(i)]!++
  const edge = (image.data.length / 4) * 0.05
  const reach = (from: number, step: number) => {
    let sum = 0
    let level = from
    while (level > 0 && level < 255 && sum + counts[level]! < edge) {
      sum += counts[level]!
      level += step
    }
    return level
  }
  const [dark, light] = [reach(1, 1), reach(254, -1)]
  const span = Math.max(light - dark, 1)
  for (let i = 0; i < image.data.length; i += 4) {
    const value = ((grey(i) - dark) * 255) / span
    image.data[i] = image.data[i + 1] = image.data[i + 2] = Math.min(Math.max(value, 0), 255)
  }
  return image
}

/** As JPEG, in the best quality that stays under the size. */
export async function shrunk(canvas: HTMLCanvasElement): Promise<Blob> {
  let blob: Blob | undefined
  for (const quality of QUALITIES) {
    blob = await new Promise<Blob>((resolve, reject) => {
      canvas.toBlob(made => (made ? resolve(made) : reject(new Error('no picture'))), 'image/jpeg', quality)
    })
    if (blob.size <= MOST_BYTES) return blob
  }
  return blob!
}
