import type { PlaneF32 } from '../raster'

/** Length of the blur that a picture is compared with, in pixels. */
const TAPS = 9

/**
 * How blurred a picture is: 0 for perfectly sharp, 1 for wholly blurred. A blur changes a sharp picture
 * much and a blurred one little; the worse of both directions counts.
 *
 * @param lightness L*, at the scale at which the product fills about 800 px.
 * Source: Crete, Dolmiere, Ladret & Nicolas 2007, The blur effect: perception and estimation with a new
 * no-reference perceptual blur metric.
 */
export function measureBlur(lightness: PlaneF32): number {
  return Math.max(blurAlong(lightness, 1, lightness.width), blurAlong(lightness, lightness.width, 1))
}

/** Blur along one direction: `step` leads to the next pixel along it, `across` to the next line. */
function blurAlong({ width, height, data }: PlaneF32, step: number, across: number): number {
  const length = step === 1 ? width : height
  const lines = step === 1 ? height : width
  const half = TAPS >> 1
  let before = 0
  let kept = 0
  for (let line = 0; line < lines; line++) {
    const start = line * across
    let sum = 0
    for (let i = 0; i < TAPS && i < length; i++) sum += data[start + i * step]!
    let lastBlurred = sum / TAPS
    for (let i = half + 1; i < length - half; i++) {
      sum += data[start + (i + half) * step]! - data[start + (i - half - 1) * step]!
      const blurred = sum / TAPS
      const change = Math.abs(data[start + i * step]! - data[start + (i - 1) * step]!)
      before += change
      kept += Math.max(0, change - Math.abs(blurred - lastBlurred))
      lastBlurred = blurred
    }
  }
  return before > 0 ? (before - kept) / before : 1
}
