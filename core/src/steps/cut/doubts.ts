import type { Contrast } from '../../edges'
import type { Doubt } from '../../matte'
import { components, planeU8, squaredDistance, type PlaneU8 } from '../../raster'

/** Sharpness, in units of the backdrop's own, from which an outline counts as sure. */
const SURE_SHARPNESS = 1.3
/** A piece that comes or goes with the outline's stiffness counts from this share of the product on. */
const MIN_MOVED = 0.002
/** Doubtful pixels that lie no further apart than this share of the longer side are one stretch. */
const JOIN = 0.012
/** A stretch shorter than this share of the longer side is none. */
const SHORTEST = 0.02
/** Stretches that are kept, and places along each. */
const MAX_STRETCHES = 12
const MAX_POINTS = 40
/** A stretch along a piece that moves counts as much more as this. */
const MOVED_WEIGHT = 3

/**
 * Stretches of an outline that are in doubt, worst first: along no sharp edge, or along a piece that comes or
 * goes when the outline is made stiffer.
 *
 * @param labels the cut, 1 for product; `stiff` the same under a much greater smoothness.
 */
export function findDoubts(labels: PlaneU8, stiff: PlaneU8, { sharp }: Contrast): Doubt[] {
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
  return pixels
    .filter((run) => run.length >= SHORTEST * side)
    .map((run) => ({ run, weight: weightOf(run, doubtful) }))
    .sort((a, b) => b.weight - a.weight)
    .slice(0, MAX_STRETCHES)
    .map(({ run }) => stretchOf(run, labels))
}

const weightOf = (run: readonly number[], doubtful: PlaneU8): number =>
  run.reduce((sum, i) => sum + (doubtful.data[i] === 2 ? MOVED_WEIGHT : 1), 0)

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

function stretchOf(run: readonly number[], { width, height }: PlaneU8): Doubt {
  const xs = run.map((i) => i % width)
  const ys = run.map((i) => Math.floor(i / width))
  const x0 = Math.min(...xs)
  const y0 = Math.min(...ys)
  const every = Math.max(1, Math.ceil(run.length / MAX_POINTS))
  return {
    box: {
      x: x0 / width,
      y: y0 / height,
      width: (Math.max(...xs) + 1 - x0) / width,
      height: (Math.max(...ys) + 1 - y0) / height,
    },
    length01: run.length / Math.max(width, height),
    points: run
      .filter((_, k) => k % every === 0)
      .map((i) => [((i % width) + 0.5) / width, (Math.floor(i / width) + 0.5) / height] as const),
  }
}
