import { linearToSrgb, srgbToLinear, type LinearRgba, type PlaneF32 } from '../../raster'
import type { Pass } from '../pass'

/** How much of the difference to its surroundings a pixel gains at 100 %. */
const GAIN = 1.1
/** A pixel goes at most this far beyond the lightest and darkest of its neighbours, on the sRGB curve. */
const OVERSHOOT = 0.02
/** Alpha from which a pixel is wholly product: nearer its rim nothing is sharpened. */
const WHOLE = 0.999

/**
 * Sharpens for the output size: an unsharp mask over the nearest neighbours, in lightness alone, on the
 * sRGB curve. What goes beyond the neighbours is held back, so that no halo is drawn; where a product was
 * cut out, its rim and the ground stay as they are.
 */
export const sharpenPass = (sharpenPct: number): Pass => ({
  layer: 'finish',
  paint: (picture, place) => sharpen(picture, (sharpenPct / 100) * GAIN, place.alpha()),
})

/** Changes the picture: opaque pixels of linear light. */
export function sharpen(picture: LinearRgba, gain: number, alpha: PlaneF32 | null): void {
  const { width, height, data } = picture
  const light = new Float32Array(width * height)
  for (let i = 0, p = 0; i < light.length; i++, p += 4)
    light[i] = linearToSrgb(
      Math.max(0, 0.2126 * data[p]! + 0.7152 * data[p + 1]! + 0.0722 * data[p + 2]!),
    )
  for (let y = 1; y < height - 1; y++)
    for (let x = 1; x < width - 1; x++) {
      const i = y * width + x
      if (alpha && !isInside(alpha.data, i, width)) continue
      const [n, s, w, e] = [light[i - width]!, light[i + width]!, light[i - 1]!, light[i + 1]!]
      const corners =
        light[i - width - 1]! +
        light[i - width + 1]! +
        light[i + width - 1]! +
        light[i + width + 1]!
      const here = light[i]!
      const around = (2 * (n + s + w + e) + corners) / 12
      const wanted = here + gain * (here - around)
      const low = Math.min(here, n, s, w, e) - OVERSHOOT
      const high = Math.max(here, n, s, w, e) + OVERSHOOT
      const next = Math.min(high, Math.max(low, wanted))
      const before = srgbToLinear(here)
      if (before < 1e-6) continue
      // All channels go alike, so that the colour stays.
      const factor = srgbToLinear(Math.max(0, next)) / before
      const p = i * 4
      for (let c = 0; c < 3; c++) data[p + c]! *= factor
    }
}

/** Whether a pixel and its neighbours are wholly product. */
const isInside = (alpha: Float32Array, i: number, width: number): boolean =>
  alpha[i]! >= WHOLE &&
  alpha[i - 1]! >= WHOLE &&
  alpha[i + 1]! >= WHOLE &&
  alpha[i - width]! >= WHOLE &&
  alpha[i + width]! >= WHOLE
