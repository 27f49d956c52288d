import type { Rgb } from './colour'

const RADIANS = Math.PI / 180
const POW25_7 = 25 ** 7

const hueOf = (a: number, b: number): number => {
  if (a === 0 && b === 0) return 0
  const degrees = Math.atan2(b, a) / RADIANS
  return degrees < 0 ? degrees + 360 : degrees
}

/**
 * CIEDE2000 colour difference of two CIE L*a*b* colours, with all weights 1. About 1 is just noticeable.
 *
 * Source: CIE 142-2001; formulation of Sharma, Wu & Dalal 2005, The CIEDE2000 color-difference
 * formula: implementation notes, supplementary test data, and mathematical observations.
 */
export function deltaE2000([l1, a1, b1]: Rgb, [l2, a2, b2]: Rgb): number {
  const meanC7 = ((Math.hypot(a1, b1) + Math.hypot(a2, b2)) / 2) ** 7
  const g = 0.5 * (1 - Math.sqrt(meanC7 / (meanC7 + POW25_7)))
  const c1 = Math.hypot(a1 * (1 + g), b1)
  const c2 = Math.hypot(a2 * (1 + g), b2)
  const h1 = hueOf(a1 * (1 + g), b1)
  const h2 = hueOf(a2 * (1 + g), b2)
  const grey = c1 * c2 === 0

  let hueStep = grey ? 0 : h2 - h1
  if (hueStep > 180) hueStep -= 360
  else if (hueStep < -180) hueStep += 360
  const dL = l2 - l1
  const dC = c2 - c1
  const dH = 2 * Math.sqrt(c1 * c2) * Math.sin((hueStep / 2) * RADIANS)

  const meanL = (l1 + l2) / 2
  const meanC = (c1 + c2) / 2
  const meanH = grey
    ? h1 + h2
    : Math.abs(h1 - h2) <= 180
      ? (h1 + h2) / 2
      : (h1 + h2 + (h1 + h2 < 360 ? 360 : -360)) / 2
  const cos = (degrees: number): number => Math.cos(degrees * RADIANS)
  const t =
    1 -
    0.17 * cos(meanH - 30) +
    0.24 * cos(2 * meanH) +
    0.32 * cos(3 * meanH + 6) -
    0.2 * cos(4 * meanH - 63)
  const offL = (meanL - 50) ** 2
  const sL = 1 + (0.015 * offL) / Math.sqrt(20 + offL)
  const sC = 1 + 0.045 * meanC
  const sH = 1 + 0.015 * meanC * t
  const c7 = meanC ** 7
  const turn =
    -2 *
    Math.sqrt(c7 / (c7 + POW25_7)) *
    Math.sin(60 * Math.exp(-(((meanH - 275) / 25) ** 2)) * RADIANS)
  return Math.sqrt((dL / sL) ** 2 + (dC / sC) ** 2 + (dH / sH) ** 2 + turn * (dC / sC) * (dH / sH))
}
