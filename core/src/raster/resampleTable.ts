/**
 * For each destination pixel of one axis: which source pixels it takes, and how much of each.
 * `weights` holds `taps` numbers a destination pixel; the unused ones at the end of a row are 0.
 */
export interface ResampleTable {
  readonly taps: number
  readonly starts: Int32Array
  readonly weights: Float32Array
}

/** A filter kernel: its half width in source pixels at scale 1, and its value. */
export interface Kernel {
  readonly support: number
  readonly at: (distance: number) => number
  /** Whether it widens as the picture is reduced, so that every source pixel has its say. */
  readonly widens: boolean
}

/**
 * Cubic convolution with a = −½: interpolating, third-order exact, overshoot 7 % at a hard step.
 * Source: Keys 1981, Cubic convolution interpolation for digital image processing.
 */
export const CUBIC: Kernel = {
  support: 2,
  widens: true,
  at: (distance) => {
    const x = Math.abs(distance)
    if (x < 1) return (1.5 * x - 2.5) * x * x + 1
    return x < 2 ? ((-0.5 * x + 2.5) * x - 4) * x + 2 : 0
  },
}

/** Straight-line interpolation when enlarging; a triangle average, without overshoot, when reducing. */
export const LINEAR: Kernel = {
  support: 1,
  widens: true,
  at: (distance) => Math.max(0, 1 - Math.abs(distance)),
}

/** The pixel under the middle of each destination pixel, untouched: for counting and percentiles. */
export const POINT: Kernel = {
  support: 0.5,
  widens: false,
  at: (distance) => (distance > -0.5 && distance <= 0.5 ? 1 : 0),
}

/**
 * Weights that map `windowLength` source pixels from `windowStart` (both may be fractions) onto
 * `dstLength` pixels. When reducing, the kernel widens with the scale, so that nothing aliases.
 * Source pixels outside 0…`srcLength` count as the nearest one inside. Each row sums to one.
 */
export function resampleTable(
  srcLength: number,
  windowStart: number,
  windowLength: number,
  dstLength: number,
  kernel: Kernel,
): ResampleTable {
  const scale = windowLength / dstLength
  const stretch = kernel.widens ? Math.max(1, scale) : 1
  const reach = kernel.support * stretch
  const most = mostTaps(windowStart, scale, reach, dstLength)
  // In fours, as the kernels take them; a single one is left alone.
  const taps = Math.min(srcLength, most === 1 ? 1 : (most + 3) & ~3)
  const starts = new Int32Array(dstLength)
  const weights = new Float32Array(dstLength * taps)
  for (let d = 0; d < dstLength; d++) {
    const centre = windowStart + (d + 0.5) * scale - 0.5
    const first = Math.ceil(centre - reach)
    const last = Math.floor(centre + reach)
    const start = Math.min(Math.max(first, 0), srcLength - taps)
    starts[d] = start
    const row = weights.subarray(d * taps, (d + 1) * taps)
    let sum = 0
    for (let s = first; s <= last; s++) {
      const weight = kernel.at((s - centre) / stretch)
      const inside = Math.min(Math.max(s, 0), srcLength - 1)
      row[Math.min(Math.max(inside - start, 0), taps - 1)]! += weight
      sum += weight
    }
    for (let t = 0; t < taps; t++) row[t]! /= sum
  }
  return { taps, starts, weights }
}

/** The most source pixels that any destination pixel takes. */
function mostTaps(windowStart: number, scale: number, reach: number, dstLength: number): number {
  let most = 1
  for (let d = 0; d < dstLength; d++) {
    const centre = windowStart + (d + 0.5) * scale - 0.5
    most = Math.max(most, Math.floor(centre + reach) - Math.ceil(centre - reach) + 1)
  }
  return most
}
