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

/** `similarity` to one picture, for many others. */
export function similarityTo(one: SrgbRgba8): (other: SrgbRgba8) => number {
  const luma = lumaOf(one)
  return (other) => similarityOf(luma, lumaOf(other), one)
}

function similarityOf(a: Float32Array, b: Float32Array, { width, height }: Size): number {
  const across = Math.floor(width / STEP)
  const down = Math.floor(height / STEP)
  // A window is two blocks by two, and each block is summed once for the four that it is in.
  let above = new Float64Array(across * SUMS)
  let below = new Float64Array(across * SUMS)
  const means = new Float64Array(SUMS)
  let sum = 0
  let count = 0
  for (let row = 0; row < down; row++) {
    sumBlocks(a, b, width, row, below)
    for (let x = 0; row > 0 && x + 1 < across; x++) {
      const [left, right] = [x * SUMS, (x + 1) * SUMS]
      for (let k = 0; k < SUMS; k++)
        means[k] =
          (above[left + k]! + above[right + k]! + below[left + k]! + below[right + k]!) / PIXELS
      const ma = means[0]!
      const mb = means[1]!
      const varA = means[2]! - ma * ma
      const varB = means[3]! - mb * mb
      if (varA < PLAIN && varB < PLAIN) continue
      const cov = means[4]! - ma * mb
      sum += ((2 * ma * mb + C1) * (2 * cov + C2)) / ((ma * ma + mb * mb + C1) * (varA + varB + C2))
      count++
    }
    ;[above, below] = [below, above]
  }
  return count === 0 ? 1 : sum / count
}

/** Sums of a block: of both pictures, of their squares, and of their product. */
const SUMS = 5

/** Sums each block of a row of blocks, `STEP` pixels on a side. */
function sumBlocks(
  a: Float32Array,
  b: Float32Array,
  width: number,
  row: number,
  out: Float64Array,
): void {
  out.fill(0)
  const across = out.length / SUMS
  for (let y = row * STEP; y < (row + 1) * STEP; y++)
    for (let x = 0, i = y * width; x < across; x++) {
      const at = x * SUMS
      for (const end = i + STEP; i < end; i++) {
        const va = a[i]!
        const vb = b[i]!
        out[at] = out[at]! + va
        out[at + 1] = out[at + 1]! + vb
        out[at + 2] = out[at + 2]! + va * va
        out[at + 3] = out[at + 3]! + vb * vb
        out[at + 4] = out[at + 4]! + va * vb
      }
    }
}

/** Variance of luma below which a window is plain. */
const PLAIN = 0.05

/** Luma of a picture as it is seen on white. */
function lumaOf({ width, height, data }: SrgbRgba8): Float32Array {
  const luma = new Float32Array(width * height)
  for (let i = 0, p = 0; i < luma.length; i++, p += 4) {
    const v = 0.299 * data[p]! + 0.587 * data[p + 1]! + 0.114 * data[p + 2]!
    const alpha = data[p + 3]!
    luma[i] = alpha === 255 ? v : (alpha * v + (255 - alpha) * 255) / 255
  }
  return luma
}
