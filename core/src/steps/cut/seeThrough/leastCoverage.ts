import { assertSameSize, planeF32, type LinearRgba, type PlaneF32 } from '../../../raster'

/** Light of a backdrop, and room above it, below which a small step would say too much. */
const LEAST_LIGHT = 0.05
const LEAST_ROOM = 0.25
/** Step, in square roots of linear light, that is unevenness of the paper whatever its noise. */
const LEAST_STEP = 0.02
/**
 * The share of the backdrop's light that glass itself gives back at least. With none, its colours would be as dark and as
 * saturated as there is, and a dark lid a little see-through.
 */
const GIVEN_BACK = 0.2

/**
 * The least share of each pixel that must be product for it to look as it does before a backdrop that is known:
 * what is left of the backdrop's light is seen through the product. Mixed with the backdrop again it is the pixel, but for
 * reflections on a backdrop that is nearly white itself: they cover less, or its grain would become white dots.
 *
 * @param picture opaque, in linear light.
 * @param plate the bare backdrop at the same size.
 * @param noise step, in square roots of linear light, up to which a pixel is the backdrop's; at least 0.02 are.
 * @returns 0…1.
 * Source: the mixing equation of Porter & Duff 1984, Compositing digital images, solved for the least alpha at which
 * the foreground is a colour.
 */
export function leastCoverage(picture: LinearRgba, plate: LinearRgba, noise: number): PlaneF32 {
  assertSameSize(picture, plate)
  const coverage = planeF32(picture)
  for (let i = 0, p = 0; i < coverage.data.length; i++, p += 4) {
    let most = 0
    for (let c = 0; c < 3; c++) {
      const behind = Math.min(1, Math.max(0, plate.data[p + c]!))
      const seen = beyondNoise(picture.data[p + c]!, behind, Math.max(noise, LEAST_STEP))
      const share =
        seen < behind
          ? (behind - seen) / Math.max(LEAST_LIGHT, behind) / (1 - GIVEN_BACK)
          : (seen - behind) / Math.max(LEAST_ROOM, 1 - behind)
      if (share > most) most = share
    }
    coverage.data[i] = Math.min(1, most)
  }
  return coverage
}

/** A value as it is where it is twice the noise away from what is behind it; what is nearer counts for less. */
function beyondNoise(value: number, behind: number, noise: number): number {
  const root = Math.sqrt(behind)
  const step = Math.sqrt(Math.max(0, value)) - root
  const size = Math.abs(step)
  if (size >= 2 * noise) return value
  return size <= noise ? behind : (root + Math.sign(step) * 2 * (size - noise)) ** 2
}
