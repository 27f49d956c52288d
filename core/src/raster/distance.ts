import { planeF32, type PlaneF32, type PlaneU8 } from './raster'

/** Beyond any squared distance of a raster, yet finite, so that the sums below stay numbers. */
const FAR = 1e12

/**
 * Squared Euclidean distance (px²) from every pixel to the nearest pixel where `mask` is not zero;
 * 1e12 throughout when the mask is empty.
 *
 * Two passes, O(width·height); whole numbers are exact up to 2²⁴.
 * Source: Meijster, Roerdink & Hesselink 2000, A general algorithm for computing distance transforms in linear time.
 */
export function squaredDistance(mask: PlaneU8): PlaneF32 {
  const { width, height } = mask
  const out = planeF32(mask)
  if (!mask.data.some((value) => value !== 0)) {
    out.data.fill(FAR)
    return out
  }
  const down = distanceAlongColumns(mask)
  const squares = new Float64Array(width)
  const hull = new Int32Array(width)
  const starts = new Int32Array(width)
  for (let y = 0; y < height; y++) {
    const row = y * width
    for (let x = 0; x < width; x++) squares[x] = down[row + x]! * down[row + x]!
    distanceAlongRow(squares, hull, starts, out.data.subarray(row, row + width))
  }
  return out
}

/** Distance (px) of each pixel from the nearest marked one of its column; beyond both sides where there is none. */
function distanceAlongColumns({ width, height, data }: PlaneU8): Int32Array {
  const down = new Int32Array(width * height)
  const beyond = width + height
  for (let x = 0; x < width; x++) down[x] = data[x] ? 0 : beyond
  for (let i = width; i < down.length; i++)
    down[i] = data[i] ? 0 : Math.min(beyond, down[i - width]! + 1)
  for (let i = down.length - width - 1; i >= 0; i--)
    if (down[i + width]! + 1 < down[i]!) down[i] = down[i + width]! + 1
  return down
}

/** The lower envelope of the parabolas that stand on a row's squares. */
function distanceAlongRow(
  squares: Float64Array,
  hull: Int32Array,
  starts: Int32Array,
  out: Float32Array,
): void {
  const { length } = squares
  let k = 0
  hull[0] = 0
  starts[0] = 0
  for (let x = 1; x < length; x++) {
    while (k >= 0 && heightAt(starts[k]!, hull[k]!, squares) > heightAt(starts[k]!, x, squares)) k--
    if (k < 0) {
      k = 0
      hull[0] = x
      continue
    }
    const at = hull[k]!
    const start = 1 + Math.floor((x * x - at * at + squares[x]! - squares[at]!) / (2 * (x - at)))
    if (start >= length) continue
    k++
    hull[k] = x
    starts[k] = start
  }
  for (let x = length - 1; x >= 0; x--) {
    out[x] = heightAt(x, hull[k]!, squares)
    if (x === starts[k]) k--
  }
}

const heightAt = (x: number, foot: number, squares: Float64Array): number =>
  (x - foot) * (x - foot) + squares[foot]!
