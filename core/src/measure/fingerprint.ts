import type { PlaneF32 } from '../raster'

const COLUMNS = 16
const ROWS = 16

/**
 * A fingerprint of 256 bits, in hex, by which pictures of the same thing are told: for each cell of a
 * grid, whether it is lighter than the one to its left. Survives scaling, encoding and exposure.
 *
 * @param lightness L* of any size from 17 × 16.
 * Source: the difference hash; Zauner 2010, Implementation and benchmarking of perceptual image hash
 * functions, surveys its kind.
 */
export function fingerprint(lightness: PlaneF32): string {
  const means = cellMeans(lightness, COLUMNS + 1, ROWS)
  let hex = ''
  for (let y = 0; y < ROWS; y++)
    for (let x = 0; x < COLUMNS; x += 4) {
      let digit = 0
      for (let k = 0; k < 4; k++) {
        const i = y * (COLUMNS + 1) + x + k
        digit = digit * 2 + (means[i + 1]! > means[i]! ? 1 : 0)
      }
      hex += digit.toString(16)
    }
  return hex
}

/** Number of bits (0…256) in which two fingerprints differ. */
export function fingerprintDistance(a: string, b: string): number {
  let distance = 0
  for (let i = 0; i < a.length; i++) {
    let bits = Number.parseInt(a[i]!, 16) ^ Number.parseInt(b[i]!, 16)
    for (; bits > 0; bits >>= 1) distance += bits & 1
  }
  return distance
}

function cellMeans({ width, height, data }: PlaneF32, columns: number, rows: number): Float64Array {
  const sums = new Float64Array(columns * rows)
  const counts = new Float64Array(columns * rows)
  for (let y = 0, i = 0; y < height; y++)
    for (let x = 0; x < width; x++, i++) {
      const cell = Math.floor((y * rows) / height) * columns + Math.floor((x * columns) / width)
      sums[cell]! += data[i]!
      counts[cell]!++
    }
  return sums.map((sum, cell) => sum / Math.max(1, counts[cell]!))
}
