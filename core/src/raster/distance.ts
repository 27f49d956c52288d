import { planeF32, type PlaneF32, type PlaneU8 } from './raster'

/** Beyond any squared distance of a raster, yet finite, so that the sums below stay numbers. */
const FAR = 1e12

/**
 * Squared Euclidean distance (px²) from every pixel to the nearest pixel where `mask` is not zero;
 * 1e12 throughout when the mask is empty.
 *
 * Two passes, O(width·height); whole numbers are exact up to 2²⁴.
 * Source: Felzenszwalb & Huttenlocher 2012, Distance transforms of sampled functions.
 */
export function squaredDistance(mask: PlaneU8): PlaneF32 {
  const { width, height } = mask
  const out = planeF32(mask)
  const d = out.data
  for (let i = 0; i < d.length; i++) d[i] = mask.data[i] ? 0 : FAR
  const longest = Math.max(width, height)
  const line = new Float64Array(longest)
  const result = new Float64Array(longest)
  const hull = new Int32Array(longest)
  const bounds = new Float64Array(longest + 1)
  for (let x = 0; x < width; x++) {
    for (let y = 0; y < height; y++) line[y] = d[y * width + x]!
    lowerEnvelope(line, height, result, hull, bounds)
    for (let y = 0; y < height; y++) d[y * width + x] = result[y]!
  }
  for (let y = 0; y < height; y++) {
    for (let x = 0; x < width; x++) line[x] = d[y * width + x]!
    lowerEnvelope(line, width, result, hull, bounds)
    for (let x = 0; x < width; x++) d[y * width + x] = result[x]!
  }
  return out
}

function lowerEnvelope(
  f: Float64Array,
  n: number,
  out: Float64Array,
  hull: Int32Array,
  bounds: Float64Array,
): void {
  let k = 0
  hull[0] = 0
  bounds[0] = -Infinity
  bounds[1] = Infinity
  for (let q = 1; q < n; q++) {
    let s = crossing(f, hull[k]!, q)
    while (s <= bounds[k]!) {
      k--
      s = crossing(f, hull[k]!, q)
    }
    k++
    hull[k] = q
    bounds[k] = s
    bounds[k + 1] = Infinity
  }
  k = 0
  for (let q = 0; q < n; q++) {
    while (bounds[k + 1]! < q) k++
    const at = hull[k]!
    out[q] = Math.min(FAR, (q - at) * (q - at) + f[at]!)
  }
}

const crossing = (f: Float64Array, p: number, q: number): number =>
  (f[q]! + q * q - f[p]! - p * p) / (2 * q - 2 * p)
