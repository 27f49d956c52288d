import type { Contrast } from '../../edges'
import type { Doubt } from '../../matte'
import { components, planeU8, squaredDistance, type PlaneU8 } from '../../raster'
import { doubtfulGaps, type GapInput } from './gaps'
import { boxOfPixels, pointAt } from './places'

/** Sharpness, in units of the backdrop's own, from which an outline counts as sure. */
const SURE_SHARPNESS = 1.3
/** A piece that comes or goes with the outline's stiffness counts from this share of the product on. */
const MIN_MOVED = 0.002
/** Doubtful pixels that lie no further apart than this share of the longer side are one stretch. */
const JOIN = 0.012
/** A stretch shorter than this share of the longer side is none. */
const SHORTEST = 0.02
/** Doubts that are kept, and places along a stretch. */
const MAX_DOUBTS = 16
const MAX_POINTS = 40
/** How far an outline may lie off along no sharp edge, and along a piece that moves, in pixels. */
const OFF_PX = 3
const OFF_AT_MOVED_PX = 9

export interface DoubtInput extends GapInput {
  /** The cut under a much greater smoothness. */
  readonly stiff: PlaneU8
  readonly contrast: Contrast
}

/**
 * Where a cut is in doubt, worst first: stretches along no sharp edge, or along a piece that comes or goes when the
 * outline is made stiffer; gaps for which as much speaks as against them.
 */
export function findDoubts(input: DoubtInput): Doubt[] {
  return [...doubtfulStretches(input), ...doubtfulGaps(input)]
    .sort((a, b) => b.share01 - a.share01)
    .slice(0, MAX_DOUBTS)
}

function doubtfulStretches({ labels, stiff, contrast: { sharp } }: DoubtInput): Doubt[] {
  const { width, height } = labels
  const side = Math.max(width, height)
  const moved = movedPieces(labels, stiff)
  const doubtful = planeU8(labels)
  for (let y = 1; y < height - 1; y++)
    for (let x = 1; x < width - 1; x++) {
      const i = y * width + x
      if (!isRim(labels, i)) continue
      const near = (is: (j: number) => boolean): boolean => {
        for (let dy = -width; dy <= width; dy += width)
          for (let dx = -1; dx <= 1; dx++) if (is(i + dy + dx)) return true
        return false
      }
      if (near((j) => moved.data[j] === 1)) doubtful.data[i] = 2
      else if (!near((j) => sharp.data[j]! >= SURE_SHARPNESS)) doubtful.data[i] = 1
    }
  const joined = planeU8(labels)
  const away = squaredDistance(doubtful)
  const reach = ((JOIN / 2) * side) ** 2
  for (let i = 0; i < joined.data.length; i++) joined.data[i] = away.data[i]! <= reach ? 1 : 0
  const { labels: runs, list } = components(joined, true)
  const pixels = list.map((): number[] => [])
  for (let i = 0; i < runs.length; i++)
    if (runs[i] && doubtful.data[i]) pixels[runs[i]! - 1]!.push(i)
  const product = Math.max(
    1,
    labels.data.reduce((sum, label) => sum + label, 0),
  )
  const shareOf = (run: readonly number[]): number =>
    run.reduce((sum, i) => sum + (doubtful.data[i] === 2 ? OFF_AT_MOVED_PX : OFF_PX), 0) / product
  return pixels
    .filter((run) => run.length >= SHORTEST * side)
    .map((run) => stretchOf(run, shareOf(run), labels))
}

const isRim = ({ width, data }: PlaneU8, i: number): boolean =>
  data[i] === 1 && !(data[i - 1] && data[i + 1] && data[i - width] && data[i + width])

function movedPieces(labels: PlaneU8, stiff: PlaneU8): PlaneU8 {
  const difference = planeU8(labels)
  let product = 0
  for (let i = 0; i < difference.data.length; i++) {
    difference.data[i] = labels.data[i] === stiff.data[i] ? 0 : 1
    product += labels.data[i]!
  }
  const { labels: pieces, list } = components(difference, true)
  for (let i = 0; i < pieces.length; i++)
    if (pieces[i] && list[pieces[i]! - 1]!.area < MIN_MOVED * product) difference.data[i] = 0
  return difference
}

function stretchOf(run: readonly number[], share01: number, labels: PlaneU8): Doubt {
  const every = Math.max(1, Math.ceil(run.length / MAX_POINTS))
  return {
    kind: 'stretch',
    share01,
    box: boxOfPixels(run, labels),
    points: run.filter((_, k) => k % every === 0).map((i) => pointAt(i, labels)),
  }
}
