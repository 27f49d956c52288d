import { byteOfLinear, LINEAR_OF_BYTE, linearToLab, type Rgb, type SrgbRgba8 } from '../../raster'
import { gainsToGrey, isPlausibleGrey } from './neutralGains'

/** A round spot of a photograph; centre as fractions of its sides, radius of its longer side. */
export interface Spot {
  readonly x: number
  readonly y: number
  readonly radius: number
}

/** Why a spot may not be a good neutral. */
export type NeutralDoubt = 'coloured' | 'clipped' | 'too-dark' | 'uneven'

export interface NeutralReading {
  /** Mean of the spot in linear light. */
  readonly linear: Rgb
  /** The same as sRGB bytes. */
  readonly srgb: Rgb
  /** The same in CIE L*a*b*. */
  readonly lab: Rgb
  /** Pixels that were averaged. */
  readonly pixels: number
  /** Root mean square distance in Lab of the pixels from their mean. */
  readonly spread: number
  /** Gains that make the spot grey at its own luminance. */
  readonly gains: Rgb
  readonly doubts: readonly NeutralDoubt[]
}

/** Bytes from which a channel counts as clipped, and the share of such pixels that is too much. */
const CLIPPED_BYTE = 252
const CLIPPED_SHARE = 0.02
const DARKEST_L = 18
const MOST_SPREAD = 5

/** Reads a spot as a neutral: averaged in linear light over its pixels, at least one. */
export function readNeutral(picture: SrgbRgba8, spot: Spot): NeutralReading {
  const { width, height, data } = picture
  const radius = Math.max(0.5, spot.radius * Math.max(width, height))
  const cx = Math.min(width - 0.5, Math.max(0.5, spot.x * width))
  const cy = Math.min(height - 0.5, Math.max(0.5, spot.y * height))
  const offsets: number[] = []
  for (let y = Math.max(0, Math.floor(cy - radius)); y <= Math.min(height - 1, cy + radius); y++)
    for (let x = Math.max(0, Math.floor(cx - radius)); x <= Math.min(width - 1, cx + radius); x++)
      if ((x + 0.5 - cx) ** 2 + (y + 0.5 - cy) ** 2 <= radius * radius)
        offsets.push((y * width + x) * 4)
  if (offsets.length === 0) offsets.push((Math.floor(cy) * width + Math.floor(cx)) * 4)
  return readNeutralPixels(data, offsets)
}

/** As `readNeutral`, of the pixels that start at these offsets. */
export function readNeutralPixels(
  data: SrgbRgba8['data'],
  offsets: readonly number[],
): NeutralReading {
  const sum: [number, number, number] = [0, 0, 0]
  let clipped = 0
  for (const p of offsets) {
    for (let c = 0; c < 3; c++) sum[c]! += LINEAR_OF_BYTE[data[p + c]!]!
    if (Math.max(data[p]!, data[p + 1]!, data[p + 2]!) >= CLIPPED_BYTE) clipped++
  }
  const n = offsets.length
  const linear: Rgb = [sum[0] / n, sum[1] / n, sum[2] / n]
  const lab = linearToLab(linear)
  const squares = offsets.reduce((total, p) => {
    const [l, a, b] = linearToLab([
      LINEAR_OF_BYTE[data[p]!]!,
      LINEAR_OF_BYTE[data[p + 1]!]!,
      LINEAR_OF_BYTE[data[p + 2]!]!,
    ])
    return total + (l - lab[0]) ** 2 + (a - lab[1]) ** 2 + (b - lab[2]) ** 2
  }, 0)
  const spread = Math.sqrt(squares / n)
  const doubts: NeutralDoubt[] = []
  if (lab[0] < DARKEST_L) doubts.push('too-dark')
  else if (!isPlausibleGrey(linear)) doubts.push('coloured')
  if (clipped > CLIPPED_SHARE * n) doubts.push('clipped')
  if (spread > MOST_SPREAD) doubts.push('uneven')
  return {
    linear,
    srgb: [byteOfLinear(linear[0]), byteOfLinear(linear[1]), byteOfLinear(linear[2])],
    lab,
    pixels: n,
    spread,
    gains: gainsToGrey(linear),
    doubts,
  }
}
