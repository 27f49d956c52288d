import type { Size, SrgbRgba8 } from '../../raster'

/** Side of a window, and the step from one to the next, in pixels: a window is two steps. */
const WINDOW = 8
const STEP = 4
const PIXELS = WINDOW * WINDOW
/** Constants of the measure for values of 0…255. */
const C1 = (0.01 * 255) ** 2
const C2 = (0.03 * 255) ** 2

/**
 * How like two pictures of one size are, 0…1: the mean over windows of their structural similarity in
 * luma (Wang, Bovik, Sheikh & Simoncelli 2004, Image quality assessment: from error visibility to structural
 * similarity), with even windows of 8 × 8. Windows in which neither has any structure, such as a ground of
 * one colour, do not count: they would make every picture with much ground look alike.
 */
export const similarity = (one: SrgbRgba8, other: SrgbRgba8): number => similarityTo(one)(other)

/** `similarity` to one picture, for many others: what can be known of the one alone is kept. */
export function similarityTo(one: SrgbRgba8): (other: SrgbRgba8) => number {
  const luma = lumaOf(one)
  const own = sumsOf(luma, one)
  return (other) => similarityOf(luma, own, other)
}

function similarityOf(a: Float32Array, own: Float64Array, other: SrgbRgba8): number {
  const across = Math.floor(other.width / STEP)
  const down = Math.floor(other.height / STEP)
  // A window is two blocks by two, and each block is summed once for the four that it is in.
  let above = new Float64Array(across * SUMS)
  let below = new Float64Array(across * SUMS)
  let sum = 0
  let count = 0
  for (let row = 0; row < down; row++) {
    sumBlocks(a, other, row, below)
    for (let x = 0; row > 0 && x + 1 < across; x++) {
      const [left, right] = [x * SUMS, (x + 1) * SUMS]
      const [up, at] = [((row - 1) * across + x) * OWN, (row * across + x) * OWN]
      const ma = (own[up]! + own[up + OWN]! + own[at]! + own[at + OWN]!) / PIXELS
      const aa = (own[up + 1]! + own[up + OWN + 1]! + own[at + 1]! + own[at + OWN + 1]!) / PIXELS
      const mb = (above[left]! + above[right]! + below[left]! + below[right]!) / PIXELS
      const bb =
        (above[left + 1]! + above[right + 1]! + below[left + 1]! + below[right + 1]!) / PIXELS
      const varA = aa - ma * ma
      const varB = bb - mb * mb
      if (varA < PLAIN && varB < PLAIN) continue
      const ab =
        (above[left + 2]! + above[right + 2]! + below[left + 2]! + below[right + 2]!) / PIXELS
      const cov = ab - ma * mb
      sum += ((2 * ma * mb + C1) * (2 * cov + C2)) / ((ma * ma + mb * mb + C1) * (varA + varB + C2))
      count++
    }
    ;[above, below] = [below, above]
  }
  return count === 0 ? 1 : sum / count
}

/** Sums of a block of the one picture: of its luma, and of the squares of that. */
const OWN = 2

function sumsOf(luma: Float32Array, { width, height }: Size): Float64Array {
  const across = Math.floor(width / STEP)
  const down = Math.floor(height / STEP)
  const sums = new Float64Array(across * down * OWN)
  for (let y = 0; y < down * STEP; y++)
    for (let x = 0; x < across * STEP; x++) {
      const at = (Math.floor(y / STEP) * across + Math.floor(x / STEP)) * OWN
      const v = luma[y * width + x]!
      sums[at] = sums[at]! + v
      sums[at + 1] = sums[at + 1]! + v * v
    }
  return sums
}

/** Sums of a block of the other picture: of its luma, of the squares of that, and of its product with the one's. */
const SUMS = 3

/** Sums each block of a row of blocks, `STEP` pixels on a side. */
function sumBlocks(
  a: Float32Array,
  { width, data }: SrgbRgba8,
  row: number,
  out: Float64Array,
): void {
  const across = out.length / SUMS
  for (let x = 0; x < across; x++) {
    let b = 0
    let bb = 0
    let ab = 0
    for (let y = 0; y < STEP; y++) {
      const start = (row * STEP + y) * width + x * STEP
      for (let i = start; i < start + STEP; i++) {
        const v = Math.fround(lumaAt(data, i * 4))
        b += v
        bb += v * v
        ab += v * a[i]!
      }
    }
    out[x * SUMS] = b
    out[x * SUMS + 1] = bb
    out[x * SUMS + 2] = ab
  }
}

/** Variance of luma below which a window is plain. */
const PLAIN = 0.05

/** Luma of a picture as it is seen on white. */
function lumaOf({ width, height, data }: SrgbRgba8): Float32Array {
  const luma = new Float32Array(width * height)
  for (let i = 0; i < luma.length; i++) luma[i] = lumaAt(data, i * 4)
  return luma
}

function lumaAt(data: SrgbRgba8['data'], p: number): number {
  const v = 0.299 * data[p]! + 0.587 * data[p + 1]! + 0.114 * data[p + 2]!
  const alpha = data[p + 3]!
  return alpha === 255 ? v : (alpha * v + (255 - alpha) * 255) / 255
}
