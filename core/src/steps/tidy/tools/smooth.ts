import {
  fitInside,
  LINEAR,
  linearRaster,
  resampleLinear,
  softenInterleaved,
  wholeOf,
  type LinearRgba,
} from '../../../raster'

/** Blurs a surface in place, about like a Gaussian of this spread. */
export function blurred(surface: LinearRgba, spreadPx: number): void {
  const scratch = new Float32Array(surface.data.length)
  // (2r + 1)² − 1 = 12 σ² / 3 passes.
  const radius = Math.round((Math.sqrt(4 * spreadPx * spreadPx + 1) - 1) / 2)
  softenInterleaved(surface.data, surface.width, surface.height, 4, Math.max(1, radius), scratch)
}

/**
 * A surface reduced until a spread is about `spread` pixels of it; what is finer is averaged.
 *
 * @returns itself where it is no larger.
 */
export function reducedFor(surface: LinearRgba, spreadPx: number, spread: number): LinearRgba {
  const scale = Math.min(1, spread / spreadPx)
  if (scale > 0.7) return surface
  const side = Math.max(2, Math.round(Math.max(surface.width, surface.height) * scale))
  const size = fitInside(surface, side)
  return resampleLinear(surface, wholeOf(surface), linearRaster(size), LINEAR)
}

/** Adds to a surface by what one reduced picture differs from another: what is finer than they are stays. */
export function addDifference(surface: LinearRgba, after: LinearRgba, before: LinearRgba): void {
  const off = linearRaster(after)
  for (let i = 0; i < off.data.length; i++) off.data[i] = after.data[i]! - before.data[i]!
  const wide =
    off.width === surface.width && off.height === surface.height
      ? off
      : resampleLinear(off, wholeOf(off), linearRaster(surface), LINEAR)
  for (let p = 0; p < surface.data.length; p += 4)
    for (let c = 0; c < 3; c++)
      surface.data[p + c] = Math.max(0, surface.data[p + c]! + wide.data[p + c]!)
}
