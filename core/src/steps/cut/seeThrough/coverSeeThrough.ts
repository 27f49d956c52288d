import { defineNote } from '../../../memory'
import {
  fitInside,
  fractionsOf,
  gaussianBlur,
  LINEAR,
  linearRaster,
  pixelsOf,
  planeF32,
  planeU8,
  resampleLinear,
  resamplePlane,
  wholeOf,
  type Box01,
  type LinearRgba,
  type PlaneF32,
  type PlaneU8,
  type PxBox,
  type Size,
} from '../../../raster'
import type { Source } from '../../../source'
import { boxOfStroke, strokeAt, wholePixels } from '../../../strokes'
import type { Repair } from '../repair/repairs'
import { leastCoverage } from './leastCoverage'
import { PAPER_SIDE_PX, paperBehind, paperError, type Paper } from './paper'
import { seeThroughShare } from './seeThroughShare'

/** So many times the paper's own error count as noise. */
const NOISE_TIMES = 2.5
/** Blur over which coverage is averaged, in pixels, and how far from that it may be as grain. */
const CALM_PX = 1.5
const GRAIN = 0.08

/** What was said to be see-through of a product. */
export interface SeeThrough {
  readonly repairs: readonly Repair[]
  /** What is behind it; null where that can't be known: then it stays as it was cut. */
  readonly paper: Paper | null
}

const SEE_THROUGH = defineNote<SeeThrough | null>('see-through')

/**
 * What is behind those parts of a product that were said to be see-through; null where nothing of them is left, as all was
 * painted over.
 *
 * @param solid alpha 0…255 of the whole photograph at its base level, as if nothing were see-through; the same
 * object for the same repairs.
 */
export function seeThroughOf(
  source: Source,
  solid: PlaneU8,
  repairs: readonly Repair[],
): SeeThrough | null {
  return source.memory.of(solid, SEE_THROUGH, () => {
    const size = fitInside(source.size, PAPER_SIDE_PX)
    const picture = source.sample(wholeOf(source.size), size, LINEAR)
    const reduced = resamplePlane(solid, wholeOf(solid), planeF32(size), LINEAR)
    const share = seeThroughShare(repairs, size, wholeOf(size))
    if (share.data.every((held) => held === 0)) return null
    return { repairs, paper: paperBehind(picture, reduced, share) }
  })
}

/**
 * Alpha with the least that explains what is seen where a product is see-through.
 *
 * @param solid alpha 0…255 of the whole photograph at some scale.
 */
export function coverSeeThrough(
  source: Source,
  { repairs, paper }: SeeThrough,
  solid: PlaneU8,
): PlaneU8 {
  const alpha = planeU8(solid, solid.data.slice())
  const window = paper && windowAbout(repairs, alpha, paper.reach01)
  if (!paper || !window) return alpha
  const part01 = fractionsOf(window, alpha)
  const share = seeThroughShare(repairs, alpha, window)
  const picture = source.sample(pixelsOf(part01, source.size), sizeOf(window), LINEAR)
  const plate = plateAt(paper, part01, picture)
  const within = pixelsOf(part01, paper.ring)
  const ring = resamplePlane(asFloats(paper.ring), within, planeF32(picture), LINEAR)
  const noise = NOISE_TIMES * (paperError(picture, plate, ring) ?? 0)
  const coverage = calmed(leastCoverage(picture, plate, noise))
  for (let y = 0, k = 0; y < window.height; y++)
    for (let x = 0; x < window.width; x++, k++) {
      const s = share.data[k]!
      if (s === 0) continue
      const i = (window.y + y) * alpha.width + window.x + x
      alpha.data[i] = Math.round(alpha.data[i]! * (1 - s) + 255 * coverage.data[k]! * s)
    }
  return alpha
}

/** Coverage without the photograph's grain; what is more than grain, as walls and reflections are, stays as it is. */
function calmed(coverage: PlaneF32): PlaneF32 {
  const mean = gaussianBlur(coverage, CALM_PX, planeF32(coverage))
  for (let i = 0; i < mean.data.length; i++) {
    const own = coverage.data[i]!
    const more = Math.abs(own - mean.data[i]!) / GRAIN - 1
    mean.data[i]! += Math.min(1, Math.max(0, more)) * (own - mean.data[i]!)
  }
  return mean
}

/** A part of the bare backdrop, at some size. */
export const plateAt = ({ plate }: Paper, part01: Box01, size: Size): LinearRgba =>
  resampleLinear(plate, pixelsOf(part01, plate), linearRaster(size), LINEAR)

/** The whole pixels of a scale of the photograph that hold the strokes and the ring about them. */
function windowAbout(repairs: readonly Repair[], photograph: Size, reach01: number): PxBox | null {
  const room = reach01 * Math.max(photograph.width, photograph.height)
  const boxes = repairs.flatMap((repair) =>
    repair.kind === 'seeThrough' ? [boxOfStroke(strokeAt(repair, photograph), room)] : [],
  )
  return wholePixels(boxes.reduce(unionOf), photograph)
}

function unionOf(a: PxBox, b: PxBox): PxBox {
  const [x, y] = [Math.min(a.x, b.x), Math.min(a.y, b.y)]
  const right = Math.max(a.x + a.width, b.x + b.width)
  const bottom = Math.max(a.y + a.height, b.y + b.height)
  return { x, y, width: right - x, height: bottom - y }
}

const sizeOf = ({ width, height }: Size): Size => ({ width, height })

const asFloats = (mask: PlaneU8): PlaneF32 => planeF32(mask, Float32Array.from(mask.data))
