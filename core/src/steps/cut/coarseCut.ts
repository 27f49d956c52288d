import {
  planeU8,
  squaredDistance,
  type LabPicture,
  type PlaneF32,
  type PlaneU8,
} from '../../raster'
import type { Contrast } from '../../edges'
import type { Backdrop } from './backdrop'
import { colourVotes, fitColours, type Colours } from './colours'
import { CLASS } from './evidence'
import { DIRECTIONS, minimumCut } from './gridCut'
import { shadeOf } from './shade'

// The weights below were chosen on the even half of a set of 120 composites and on four rendered scenes.

/** Cost of an outline's length, in nats a pixel where no edge runs. */
const SMOOTHNESS = 4
/** Under this one only strong edges hold an outline: what moves then is doubtful. */
export const STIFF_SMOOTHNESS = 14
/** What of a link stays even across the strongest edge. */
const LINK_FLOOR = 0.012
/** The finder's log-odds are trusted up to this, in nats. */
const PRIOR_RANGE = 7
/** Probabilities from and to which pixels show what product and backdrop look like. */
const SURE_PRODUCT = 0.9
const SURE_BACKDROP = 0.1
/** Backdrop counts within this share of the longer side about whatever may be product. */
const NEARBY = 0.12
const PERHAPS_PRODUCT = 0.3

/**
 * What a plain backdrop says by place and colour, in nats: for a gap through which it may be seen in shade; for one
 * through which it is seen bare; for what is not of its colour in any light.
 */
const ISLAND_VOTE = -3
const PLAIN_ISLAND_VOTE = -8
const OPEN_VOTE = 2.5

export interface CoarseInput {
  readonly lab: LabPicture
  /** Of product, 0…1. */
  readonly probability: PlaneF32
  readonly backdrop: Backdrop
  readonly classes: PlaneU8
}

/**
 * Cuts product (1) from backdrop (0) at the work size: a minimum cut lays the outline along sharp edges.
 *
 * @param votes as `productVotes` gives them.
 */
export function coarseCut(
  votes: PlaneF32,
  contrast: Contrast,
  smoothness: number = SMOOTHNESS,
): PlaneU8 {
  const labels = planeU8(votes)
  minimumCut(votes, linkCosts(contrast, smoothness), labels)
  return labels
}

/**
 * What speaks for the product at each pixel, in nats. The finder says what; colours of product and backdrop
 * near the outline, and a plain backdrop by its place, correct it.
 */
export function productVotes(input: CoarseInput): PlaneF32 {
  const { lab, probability, backdrop } = input
  const votes = colourVotes(coloursOf(input), lab)
  for (let i = 0; i < votes.data.length; i++) {
    const p = Math.min(0.999, Math.max(0.001, probability.data[i]!))
    const odds = Math.log(p / (1 - p))
    const prior = Math.min(PRIOR_RANGE, Math.max(-PRIOR_RANGE, odds))
    votes.data[i]! += prior + (backdrop.textured ? 0 : placeVote(input, i))
  }
  return votes
}

function placeVote({ lab, backdrop, classes }: CoarseInput, i: number): number {
  const kind = classes.data[i]
  if (kind === CLASS.island) return ISLAND_VOTE
  if (kind === CLASS.plainIsland) return PLAIN_ISLAND_VOTE
  return kind === CLASS.open ? OPEN_VOTE * (1 - shadeOf(lab.data, backdrop.plate, i)) : 0
}

/** What the product looks like, and the backdrop near it. */
function coloursOf({ lab, probability, backdrop, classes }: CoarseInput): Colours {
  const perhaps = planeU8(lab)
  for (let i = 0; i < perhaps.data.length; i++)
    perhaps.data[i] = probability.data[i]! > PERHAPS_PRODUCT ? 1 : 0
  const away = squaredDistance(perhaps)
  const reach = (NEARBY * Math.max(lab.width, lab.height)) ** 2
  // The finder sees no gaps: what shows through one is none of the product's colours.
  const isGap = (i: number): boolean =>
    !backdrop.textured &&
    (classes.data[i] === CLASS.island || classes.data[i] === CLASS.plainIsland)
  const isProduct = (i: number): boolean => probability.data[i]! > SURE_PRODUCT && !isGap(i)
  const isBackdrop = (i: number): boolean =>
    probability.data[i]! < SURE_BACKDROP && away.data[i]! < reach
  return fitColours(lab, isProduct, isBackdrop)
}

/** Costs of parting each pixel from its neighbours, a plane for every second of `DIRECTIONS`. */
export function linkCosts({ strength }: Contrast, smoothness: number): Float32Array[] {
  const { width, height, data } = strength
  // The stronger edge of two pixels parts them: the one that costs less.
  const own = data.map((c) => (1 - LINK_FLOOR) * Math.exp((-c * c) / 2) + LINK_FLOOR)
  return DIRECTIONS.filter((_, d) => d % 2 === 0).map(({ dx, dy }) => {
    const costs = new Float32Array(width * height)
    const scale = smoothness / Math.hypot(dx, dy)
    const step = dy * width + dx
    for (let y = 0; y < height - dy; y++) {
      const end = y * width + width - Math.max(0, dx)
      for (let i = y * width + Math.max(0, -dx); i < end; i++)
        costs[i] = scale * Math.min(own[i]!, own[i + step]!)
    }
    return costs
  })
}
