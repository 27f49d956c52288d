import type { PlaneU8, Size } from './raster'

/** One connected piece of a mask: its label, its size in pixels, and its bounding box. */
export interface Component {
  readonly label: number
  readonly area: number
  readonly x0: number
  readonly y0: number
  /** Exclusive. */
  readonly x1: number
  /** Exclusive. */
  readonly y1: number
  readonly touchesBorder: boolean
}

export interface Components {
  /** For each pixel its piece's label, from 1; 0 outside the mask. */
  readonly labels: Int32Array
  readonly list: readonly Component[]
}

/**
 * Connected pieces (through edges; also through corners when `diagonal`) of the pixels for which
 * `inside` is not zero. Pieces come in the order in which a scan by rows meets them.
 */
export function components(inside: PlaneU8, diagonal = false): Components {
  const { width, height, data } = inside
  const labels = new Int32Array(width * height)
  const queue = new Int32Array(width * height)
  const list: Component[] = []
  for (let seed = 0; seed < data.length; seed++) {
    if (!data[seed] || labels[seed]) continue
    const label = list.length + 1
    let head = 0
    let tail = 0
    queue[tail++] = seed
    labels[seed] = label
    let x0 = width
    let y0 = height
    let x1 = 0
    let y1 = 0
    const visit = (i: number): void => {
      if (!data[i] || labels[i]) return
      labels[i] = label
      queue[tail++] = i
    }
    while (head < tail) {
      const i = queue[head++]!
      const y = (i / width) | 0
      const x = i - y * width
      if (x < x0) x0 = x
      if (x >= x1) x1 = x + 1
      if (y < y0) y0 = y
      if (y >= y1) y1 = y + 1
      const left = x > 0
      const right = x < width - 1
      if (left) visit(i - 1)
      if (right) visit(i + 1)
      if (y > 0) {
        visit(i - width)
        if (diagonal && left) visit(i - width - 1)
        if (diagonal && right) visit(i - width + 1)
      }
      if (y < height - 1) {
        visit(i + width)
        if (diagonal && left) visit(i + width - 1)
        if (diagonal && right) visit(i + width + 1)
      }
    }
    const touchesBorder = x0 === 0 || y0 === 0 || x1 === width || y1 === height
    list.push({ label, area: tail, x0, y0, x1, y1, touchesBorder })
  }
  return { labels, list }
}

/** The bounding box of all pixels above `threshold`, in pixels, or null when there are none. */
export function boxAbove(
  plane: Size & { readonly data: ArrayLike<number> },
  threshold: number,
): { x: number; y: number; width: number; height: number } | null {
  const { width, height, data } = plane
  let x0 = width
  let x1 = -1
  let y0 = height
  let y1 = -1
  for (let y = 0; y < height; y++)
    for (let x = 0, i = y * width; x < width; x++, i++)
      if (data[i]! > threshold) {
        if (x < x0) x0 = x
        if (x > x1) x1 = x
        if (y < y0) y0 = y
        y1 = y
      }
  return x1 < 0 ? null : { x: x0, y: y0, width: x1 - x0 + 1, height: y1 - y0 + 1 }
}
