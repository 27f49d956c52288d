import { LINEAR_OF_BYTE, linearToLab, type Rgb, type SrgbRgba8 } from '../raster'

/** Width of the ring along the border that is looked at, as a share of the shorter side. */
const RING = 0.022
/** The ring is read on a grid of about this many pixels along the longer side. */
const GRID = 200
/** Lab distance within which a pixel belongs to the ring's main colour. */
const SAME_COLOUR = 8

export interface BackdropRing {
  /** Mean of the ring's main colour, in linear light. */
  readonly colour: Rgb
  /** Lightness of that colour, 0…100. */
  readonly lightness: number
  /** Share of the ring that has it, 0…1. */
  readonly share: number
}

/** The main colour along the border of a picture, read on a grid, averaged in linear light. */
export function measureBackdropRing(picture: SrgbRgba8): BackdropRing {
  const { width, height, data } = picture
  const ring = Math.max(1, Math.round(RING * Math.min(width, height)))
  const step = Math.max(1, Math.floor(Math.max(width, height) / GRID))
  const samples: Rgb[] = []
  for (let y = 0; y < height; y += step)
    for (let x = 0; x < width; x += step) {
      if (x >= ring && y >= ring && x < width - ring && y < height - ring) {
        // On to the right side of the ring, without looking at what it encloses.
        x += Math.floor((width - ring - 1 - x) / step) * step
        continue
      }
      const p = (y * width + x) * 4
      samples.push([
        LINEAR_OF_BYTE[data[p]!]!,
        LINEAR_OF_BYTE[data[p + 1]!]!,
        LINEAR_OF_BYTE[data[p + 2]!]!,
      ])
    }
  const middle = linearToLab([median(samples, 0), median(samples, 1), median(samples, 2)])
  const same = samples.filter((sample) => {
    const [l, a, b] = linearToLab(sample)
    return Math.hypot(l - middle[0], a - middle[1], b - middle[2]) < SAME_COLOUR
  })
  const counted = same.length > 0 ? same : samples
  const mean = (c: 0 | 1 | 2): number =>
    counted.reduce((sum, sample) => sum + sample[c], 0) / counted.length
  return {
    colour: [mean(0), mean(1), mean(2)],
    lightness: middle[0],
    share: same.length / samples.length,
  }
}

function median(samples: readonly Rgb[], channel: 0 | 1 | 2): number {
  const values = Float32Array.from(samples, (sample) => sample[channel]).sort()
  return values[values.length >> 1] ?? 0
}
