import { planeF32, type PlaneF32, type PlaneU8 } from '../../../raster'

/** Scans there and back; paths that turn more often than this come out a little long. */
const ROUNDS = 3

/**
 * The length of the shortest way from any seed to each pixel, where a step costs what the pixels on it cost;
 * Infinity where there is no way.
 *
 * @param cost ≥ 0 a pixel; Infinity where no way leads through.
 * Source: Toivanen 1996, New geodesic distance transforms for gray-scale images (raster scans).
 */
export function geodesicDistance(seeds: PlaneU8, cost: PlaneF32): PlaneF32 {
  const { width, height } = seeds
  const distance = planeF32(seeds)
  const d = distance.data
  for (let i = 0; i < d.length; i++) d[i] = seeds.data[i] ? 0 : Infinity
  let moved = true
  const relax = (i: number, j: number, length: number): void => {
    const way = d[j]! + (length * (cost.data[i]! + cost.data[j]!)) / 2
    if (way >= d[i]!) return
    d[i] = way
    moved = true
  }
  for (let round = 0; round < ROUNDS && moved; round++) {
    moved = false
    for (let y = 0; y < height; y++)
      for (let x = 0, i = y * width; x < width; x++, i++) {
        if (x > 0) relax(i, i - 1, 1)
        if (y === 0) continue
        relax(i, i - width, 1)
        if (x > 0) relax(i, i - width - 1, Math.SQRT2)
        if (x < width - 1) relax(i, i - width + 1, Math.SQRT2)
      }
    for (let y = height - 1; y >= 0; y--)
      for (let x = width - 1, i = y * width + x; x >= 0; x--, i--) {
        if (x < width - 1) relax(i, i + 1, 1)
        if (y === height - 1) continue
        relax(i, i + width, 1)
        if (x < width - 1) relax(i, i + width + 1, Math.SQRT2)
        if (x > 0) relax(i, i + width - 1, Math.SQRT2)
      }
  }
  return distance
}
