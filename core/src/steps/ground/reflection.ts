import { linearRaster, softenInterleaved, type LinearRgba, type PlaneF32 } from '../../raster'
import { standingOf } from './standing'

/** The widest blur, against the product's height. */
const WIDEST = 0.04

/** How the ground mirrors; shares are 0…1. */
export interface Mirror {
  readonly strength: number
  /** How far down it goes, against the product's height. */
  readonly reach: number
  readonly blur: number
}

/**
 * What the ground mirrors of a product: it upside down below the line on which it stands, column by column,
 * so that a round foot meets its reflection all along; fading with the distance from there.
 *
 * @param picture the product alone, linear light, premultiplied.
 * @param alpha share of product, 0…1, at the same size.
 */
export function reflectionOf(picture: LinearRgba, alpha: PlaneF32, mirror: Mirror): LinearRgba {
  const { width, height, data } = picture
  const result = linearRaster(picture)
  const standing = standingOf(alpha)
  if (!standing) return result
  const { base } = standing
  const reach = mirror.reach * (standing.bottom - standing.top)
  for (let y = 0; y < height; y++)
    for (let x = 0; x < width; x++) {
      const below = y + 0.5 - base[x]!
      if (below <= -1 || below >= reach) continue
      const from = base[x]! - Math.max(0, below) - 0.5
      const y0 = Math.floor(from)
      if (y0 < 0 || y0 + 1 >= height) continue
      const t = from - y0
      const weight = mirror.strength * (1 - Math.max(0, below) / reach) ** 1.5
      for (let c = 0; c < 4; c++) {
        const upper = data[(y0 * width + x) * 4 + c]!
        const lower = data[((y0 + 1) * width + x) * 4 + c]!
        result.data[(y * width + x) * 4 + c] = weight * (upper * (1 - t) + lower * t)
      }
    }
  const radius = WIDEST * mirror.blur * (standing.bottom - standing.top)
  // Above the foot there is nothing to blur.
  const first = Math.max(0, Math.floor(base.reduce((least, y) => Math.min(least, y))) - 2)
  const below = result.data.subarray(first * width * 4)
  softenInterleaved(below, width, height - first, 4, radius, new Float32Array(below.length))
  return result
}
