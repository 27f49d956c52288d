import { defineNote } from '../memory'
import { fitInside, linearToLab, median, POINT, wholeOf, type Rgb } from '../raster'
import type { Source } from '../source'

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

const RING_READ = defineNote<BackdropRing>('backdrop ring')

/**
 * The main colour along the border of a photograph, read on a grid, averaged in linear light. Read once
 * for each source.
 */
export function measureBackdropRing(source: Source): BackdropRing {
  return source.memory.of(source, RING_READ, () => readRing(source))
}

function readRing(source: Source): BackdropRing {
  const size = fitInside(source.size, GRID)
  const { width, height, data } = source.sample(wholeOf(source.size), size, POINT)
  const ring = Math.max(1, Math.round(RING * Math.min(width, height)))
  const samples: Rgb[] = []
  for (let y = 0, p = 0; y < height; y++)
    for (let x = 0; x < width; x++, p += 4)
      if (x < ring || y < ring || x >= width - ring || y >= height - ring)
        samples.push([data[p]!, data[p + 1]!, data[p + 2]!])
  const channel = (c: 0 | 1 | 2): number => median(samples.map((sample) => sample[c])) ?? 0
  const middle = linearToLab([channel(0), channel(1), channel(2)])
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
