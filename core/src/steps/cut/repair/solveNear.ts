import type { Contrast } from '../../../edges'
import {
  components,
  planeF32,
  planeU8,
  squaredDistance,
  type PlaneF32,
  type PlaneU8,
} from '../../../raster'
import { linkCosts } from '../coarseCut'
import { colourVotes, fitColours } from '../colours'
import { minimumCut } from '../gridCut'
import { geodesicDistance } from './geodesic'
import type { Looks } from './looks'

// The weights below were chosen on the even half of a set of 120 composites.

/** Cost of an outline's length, in nats a pixel where no edge runs. */
const SMOOTHNESS = 3
/** What may not change is held by this, in nats. */
const HELD = 60
/** What nearness along the picture says at most, in nats. */
const NEARNESS_VOTE = 4
/** A step costs this much where nothing is visible … */
const STEP_COST = 0.04
/** … and this much more for each unit of the edge that it crosses. */
const EDGE_COST = 1
/** Beyond this an edge costs no more. */
const MAX_EDGE = 4
/** Share of the colours' vote that counts. */
const COLOUR_SHARE = 0.7
/** What lies at the end of a stroke's reach is held as it was by this, in nats; what lies beside it is not. */
const INERTIA = 4
/** The strongest edges within reach count at least as this, in units of what the backdrop shows … */
const CLEAR_EDGE = 2.5
/** … for weak ones are made stronger, at most by this. */
const MAX_GAIN = 8
/** Pieces that a stroke leaves are specks up to this size, in squares of its reach. */
const ISLAND_SHARE = 0.15
/** The share of pixels within reach that lie on no edge. */
const PLAIN_SHARE = 0.93

export interface NearInput {
  /** What is seen in the window. */
  readonly looks: Looks
  /** The cut as it stands, 1 for product. */
  readonly labels: PlaneU8
  /** Pixels that are what the stroke says, whatever is seen. */
  readonly seeds: PlaneU8
  /** What the stroke says: 1 for product, 0 for none. */
  readonly says: 0 | 1
  /** Pixels that earlier strokes said to be the opposite: they stay. */
  readonly held: PlaneU8
  /** How far from the seeds anything may change, in pixels. */
  readonly reachPx: number
}

/**
 * The cut of a window, solved again near a stroke. Only what was the opposite of what the stroke says can
 * change: it goes with whichever it is nearer to, the stroke or what lies out of the stroke's reach, where
 * the way across an edge is long; colours on both sides have a say, and the outline runs along edges.
 *
 * Source: Price, Morse & Cohen 2010, Geodesic graph cut for interactive image segmentation.
 */
export function solveNear({ looks, labels, seeds, says, held, reachPx }: NearInput): PlaneU8 {
  const { lab } = looks
  const away = squaredDistance(seeds)
  const anchors = planeU8(labels)
  const open = planeU8(labels)
  const cost = planeF32(labels)
  for (let i = 0; i < cost.data.length; i++) {
    const opposite = labels.data[i] !== says
    const reached = away.data[i]! <= reachPx * reachPx
    anchors.data[i] = opposite && !seeds.data[i] && (!reached || held.data[i]) ? 1 : 0
    open.data[i] = opposite && !anchors.data[i] ? 1 : 0
  }
  const contrast = clearer(looks.contrast, open)
  for (let i = 0; i < cost.data.length; i++)
    cost.data[i] =
      open.data[i] || anchors.data[i] || seeds.data[i]
        ? STEP_COST + EDGE_COST * Math.min(MAX_EDGE, contrast.strength.data[i]!)
        : Infinity
  const toStroke = geodesicDistance(seeds, cost)
  const toRest = geodesicDistance(anchors, cost)
  const stroked = (i: number): boolean => seeds.data[i] === 1
  const rest = (i: number): boolean => anchors.data[i] === 1
  const colours = says ? fitColours(lab, stroked, rest) : fitColours(lab, rest, stroked)
  const votes = colourVotes(colours, lab)
  const sign = says ? 1 : -1
  for (let i = 0; i < votes.data.length; i++) {
    if (seeds.data[i] || labels.data[i] === says) votes.data[i] = sign * HELD
    else if (anchors.data[i]) votes.data[i] = -sign * HELD
    else
      votes.data[i] =
        sign *
          (nearness(toStroke.data[i]!, toRest.data[i]!) -
            INERTIA * (Math.sqrt(away.data[i]!) / reachPx)) +
        COLOUR_SHARE * votes.data[i]!
  }
  const solved = planeU8(labels)
  minimumCut(votes, linkCosts(contrast, SMOOTHNESS), solved)
  fillSpecks(solved, says, open, ISLAND_SHARE * reachPx * reachPx)
  return solved
}

/** Turns, in place, small pieces of the opposite that lie all within reach: dust, glints, print. */
function fillSpecks(solved: PlaneU8, says: 0 | 1, open: PlaneU8, largestPx: number): void {
  const opposite = planeU8(
    solved,
    solved.data.map((label) => (label === says ? 0 : 1)),
  )
  const { labels, list } = components(opposite)
  const stays = list.map(({ area, touchesBorder }) => touchesBorder || area > largestPx)
  for (let i = 0; i < labels.length; i++)
    if (labels[i] && !open.data[i]) stays[labels[i]! - 1] = true
  for (let i = 0; i < labels.length; i++)
    if (labels[i] && !stays[labels[i]! - 1]) solved.data[i] = says
}

/** Edges in units of the strongest ones among the pixels that may change, where those are weak. */
function clearer({ strength, sharp }: Contrast, open: PlaneU8): Contrast {
  const values = strength.data.filter((_, i) => open.data[i] === 1).sort()
  const strongest = values[Math.floor((values.length - 1) * PLAIN_SHARE)] ?? CLEAR_EDGE
  const gain = Math.min(MAX_GAIN, Math.max(1, CLEAR_EDGE / Math.max(1e-6, strongest)))
  return {
    strength: planeF32(
      strength,
      strength.data.map((value) => value * gain),
    ),
    sharp,
  }
}

/** What nearness says for the stroke, in nats. What no way leads to stays as it is. */
function nearness(toStroke: number, toRest: number): number {
  if (toStroke === Infinity) return -NEARNESS_VOTE
  if (toRest === Infinity) return NEARNESS_VOTE
  return (NEARNESS_VOTE * (toRest - toStroke)) / (toRest + toStroke + 1e-6)
}

/** Pixels that a brush holds firmly. */
export function firmly(hold: PlaneF32): PlaneU8 {
  const seeds = planeU8(hold)
  for (let i = 0; i < seeds.data.length; i++) seeds.data[i] = hold.data[i]! > 0.6 ? 1 : 0
  return seeds
}
