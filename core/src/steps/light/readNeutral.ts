import { byteOfLinear, LINEAR_OF_BYTE, linearToLab, POINT, type Rgb } from '../../raster'
import type { Source } from '../../source'
import { gainsToGrey } from './neutralGains'
import { isPlausibleLight } from './plausibleLight'

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

/** Light from which a channel counts as clipped, and the share of such pixels that is too much. */
const CLIPPED = LINEAR_OF_BYTE[252]!
const CLIPPED_SHARE = 0.02
const DARKEST_L = 18
const MAX_SPREAD = 5

/** Reads a spot of a photograph as a neutral: averaged in linear light over its pixels, at least one. */
export function readNeutral(source: Source, spot: Spot): NeutralReading {
  const { width, height } = source.size
  const radius = Math.max(0.5, spot.radius * Math.max(width, height))
  const cx = Math.min(width - 0.5, Math.max(0.5, spot.x * width))
  const cy = Math.min(height - 0.5, Math.max(0.5, spot.y * height))
  const x0 = Math.max(0, Math.floor(cx - radius))
  const y0 = Math.max(0, Math.floor(cy - radius))
  const size = {
    width: Math.min(width, Math.floor(cx + radius) + 1) - x0,
    height: Math.min(height, Math.floor(cy + radius) + 1) - y0,
  }
  const { data } = source.sample({ x: x0, y: y0, ...size }, size, POINT)
  const pixels: Rgb[] = []
  for (let y = 0, p = 0; y < size.height; y++)
    for (let x = 0; x < size.width; x++, p += 4)
      if ((x0 + x + 0.5 - cx) ** 2 + (y0 + y + 0.5 - cy) ** 2 <= radius * radius)
        pixels.push([data[p]!, data[p + 1]!, data[p + 2]!])
  if (pixels.length === 0) {
    const middle = ((Math.floor(cy) - y0) * size.width + Math.floor(cx) - x0) * 4
    pixels.push([data[middle]!, data[middle + 1]!, data[middle + 2]!])
  }
  return readPixels(pixels)
}

function readPixels(pixels: readonly Rgb[]): NeutralReading {
  const n = pixels.length
  const mean = (c: 0 | 1 | 2): number => pixels.reduce((sum, pixel) => sum + pixel[c], 0) / n
  const linear: Rgb = [mean(0), mean(1), mean(2)]
  const lab = linearToLab(linear)
  const clipped = pixels.filter((pixel) => Math.max(...pixel) >= CLIPPED).length
  const squares = pixels.reduce((total, pixel) => {
    const [l, a, b] = linearToLab(pixel)
    return total + (l - lab[0]) ** 2 + (a - lab[1]) ** 2 + (b - lab[2]) ** 2
  }, 0)
  const spread = Math.sqrt(squares / n)
  const doubts: NeutralDoubt[] = []
  if (lab[0] < DARKEST_L) doubts.push('too-dark')
  else if (!isPlausibleLight(linear)) doubts.push('coloured')
  if (clipped > CLIPPED_SHARE * n) doubts.push('clipped')
  if (spread > MAX_SPREAD) doubts.push('uneven')
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
