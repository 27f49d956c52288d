import type { Doubt } from '../../matte'
import { components, planeU8, type PlaneF32, type PlaneU8 } from '../../raster'
import { boxOfPixels, pointAt } from './places'
import type { Patch } from './islands'

// Chosen on the real photographs, the scenes and half of the composites: of the gaps that are wrong there, eight in
// ten are in doubt; of those in doubt, three in ten are wrong.

/** A gap, or a patch that may be one, is in doubt where fewer nats than this speak for what it was taken for. */
const SURE_VOTE = 4
/** The smallest that counts, as a share of the product. */
const SMALLEST = 0.002

export interface GapInput {
  /** The cut, 1 for product. */
  readonly labels: PlaneU8
  /** What speaks for the product at each pixel, in nats. */
  readonly votes: PlaneF32
  /** What may be gaps in the product. */
  readonly patches: readonly Patch[]
}

/** Gaps in the product that may be none, and patches of it that may be gaps. */
export function doubtfulGaps({ labels, votes, patches }: GapInput): Doubt[] {
  const product = labels.data.reduce((sum, label) => sum + label, 0)
  const isDoubtful = (pixels: readonly number[]): boolean =>
    pixels.length >= SMALLEST * product &&
    Math.abs(pixels.reduce((sum, i) => sum + votes.data[i]!, 0)) < SURE_VOTE * pixels.length
  const isClosed = ({ pixels }: Patch): boolean =>
    2 * pixels.reduce((sum, i) => sum + labels.data[i]!, 0) > pixels.length
  const doubtOf = (pixels: readonly number[], isOpen: boolean): Doubt => ({
    kind: 'gap',
    isOpen,
    share01: pixels.length / product,
    box: boxOfPixels(pixels, labels),
    points: [pointAt(middleOf(pixels, labels.width), labels)],
  })
  return [
    ...holesIn(labels)
      .filter(isDoubtful)
      .map((pixels) => doubtOf(pixels, true)),
    ...patches
      .filter((patch) => isDoubtful(patch.pixels) && isClosed(patch))
      .map(({ pixels }) => doubtOf(pixels, false)),
  ]
}

/** The pixels of each hole in the product. */
function holesIn(labels: PlaneU8): number[][] {
  const outside = planeU8(
    labels,
    labels.data.map((label) => 1 - label),
  )
  const { labels: pieces, list } = components(outside)
  const holes = list.map((): number[] => [])
  for (let i = 0; i < pieces.length; i++) if (pieces[i]) holes[pieces[i]! - 1]!.push(i)
  return holes.filter((_, k) => !list[k]!.touchesBorder)
}

/** The one of some pixels that is nearest to their mean. */
function middleOf(pixels: readonly number[], width: number): number {
  const xOf = (i: number): number => i % width
  const yOf = (i: number): number => Math.floor(i / width)
  const x = pixels.reduce((sum, i) => sum + xOf(i), 0) / pixels.length
  const y = pixels.reduce((sum, i) => sum + yOf(i), 0) / pixels.length
  const away = (i: number): number => Math.hypot(xOf(i) - x, yOf(i) - y)
  return pixels.reduce((nearest, i) => (away(i) < away(nearest) ? i : nearest))
}
