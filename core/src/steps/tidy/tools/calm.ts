import { linearRaster, type LinearRgba } from '../../../raster'
import type { Patch, Source } from '../../../source'
import type { RetouchOf } from '../retouches'
import { workUnder } from './brushed'
import { addDifference, reducedFor } from './smooth'

/** Blotches are evened out over this share of the brush's radius. */
const SPREAD_OF_BRUSH = 0.15
/** The surface is looked at so closely that this is so many of its pixels. */
const SPREAD_PX = 2.5
/** How far the filter looks, in those pixels, and how often it is done. */
const REACH_PX = 6
const ROUNDS = 4
/** What differs by more than this, on a scale on which white is 1 and grey about a half, is an edge or a highlight. */
const EDGE = 0.045

/**
 * Evens out blotches and fine dirt on a smooth surface. What is small goes first, then edges come back to where they
 * were, round by round (Zhang, Shen, Xu & Jia 2014, Rolling guidance filter).
 */
export function calmStroke(source: Source, work: RetouchOf<'calm'>): Patch[] {
  const longer = Math.max(source.size.width, source.size.height)
  const spread = Math.max(1.5, SPREAD_OF_BRUSH * work.radius * longer)
  return workUnder(source, work, work.strength, 4 * spread, (surface) => {
    const before = reducedFor(surface, spread, SPREAD_PX)
    addDifference(surface, rolled(before), before)
  })
}

/** What is smaller than the spread is gone; edges of what is larger are as they were. */
function rolled(surface: LinearRgba): LinearRgba {
  let guide = joined(surface, null)
  for (let round = 1; round < ROUNDS; round++) guide = joined(surface, guide)
  return guide
}

const WEIGHTS = Float32Array.from({ length: (2 * REACH_PX + 1) ** 2 }, (_, i) => {
  const [dx, dy] = [
    (i % (2 * REACH_PX + 1)) - REACH_PX,
    Math.floor(i / (2 * REACH_PX + 1)) - REACH_PX,
  ]
  return Math.exp(-(dx * dx + dy * dy) / (2 * SPREAD_PX * SPREAD_PX))
})

/** Means over a neighbourhood of what is like the middle in a guide; without one, plain means. */
function joined(surface: LinearRgba, guide: LinearRgba | null): LinearRgba {
  const { width, height, data } = surface
  const made = linearRaster(surface)
  const tone = guide && tonesOf(guide)
  const least = -1 / (2 * EDGE * EDGE)
  for (let y = 0, i = 0; y < height; y++)
    for (let x = 0; x < width; x++, i++) {
      let [r, g, b, a, sum] = [0, 0, 0, 0, 0]
      for (let dy = -REACH_PX, k = 0; dy <= REACH_PX; dy++) {
        const row = Math.min(height - 1, Math.max(0, y + dy)) * width
        for (let dx = -REACH_PX; dx <= REACH_PX; dx++, k++) {
          const j = row + Math.min(width - 1, Math.max(0, x + dx))
          let weight = WEIGHTS[k]!
          if (tone) {
            const off = tone[j]! - tone[i]!
            const square = off * off * least
            if (square < -8) continue
            weight *= Math.exp(square)
          }
          r += weight * data[j * 4]!
          g += weight * data[j * 4 + 1]!
          b += weight * data[j * 4 + 2]!
          a += weight * data[j * 4 + 3]!
          sum += weight
        }
      }
      made.data.set([r / sum, g / sum, b / sum, a / sum], i * 4)
    }
  return made
}

/** About as the eye takes light: the root of luma. */
function tonesOf({ data }: LinearRgba): Float32Array {
  const tones = new Float32Array(data.length / 4)
  for (let i = 0, p = 0; i < tones.length; i++, p += 4)
    tones[i] = Math.sqrt(
      Math.max(0, 0.2126 * data[p]! + 0.7152 * data[p + 1]! + 0.0722 * data[p + 2]!),
    )
  return tones
}

/** Median contrast of a pixel against its neighbours from which a surface is textured, in shares of its tone. */
const TEXTURED = 0.02

/** Whether a stroke goes over a surface with so much texture that calming it takes it away. */
export function isTextured(source: Source, work: RetouchOf<'calm'>): boolean {
  const offs: number[] = []
  const see = (surface: LinearRgba): void => {
    const { width, height, data } = surface
    for (let y = 2; y < height - 2; y += 2)
      for (let x = 2; x < width - 2; x += 2) {
        const p = (y * width + x) * 4 + 1
        const around =
          (data[p - 8]! + data[p + 8]! + data[p - 8 * width]! + data[p + 8 * width]!) / 4
        offs.push(Math.abs(data[p]! - around) / Math.max(0.01, around))
      }
  }
  workUnder(source, work, 1, 2, see)
  offs.sort((a, b) => a - b)
  return (offs[offs.length >> 1] ?? 0) > TEXTURED
}
