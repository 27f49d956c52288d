import { bytesAt, floatsAt, kernels, reserve } from '../kernels'
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
  const { length } = out.data
  if (!mask.data.some((value) => value !== 0)) {
    out.data.fill(FAR)
    return out
  }
  const [from, to, squares, hull] = reserve(length, length * 4, width * 8, width * 8) as [
    number,
    number,
    number,
    number,
  ] // one offset for each length
  bytesAt(from, length).set(mask.data)
  kernels.squaredDistances(from, width, height, to, squares, hull)
  out.data.set(floatsAt(to, length))
  return out
}
