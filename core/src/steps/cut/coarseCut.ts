import {
  components,
  planeF32,
  planeU8,
  type LabPicture,
  type PlaneF32,
  type PlaneU8,
} from '../../raster'
import { logBackdrop, sampleLab, type Backdrop } from './backdrop'
import type { Contrast } from '../../edges'
import { CLASS } from './evidence'
import { DIRECTIONS, minimumCut } from './gridCut'
import { fitMixture, logDensity, type Mixture } from './mixture'
import { shadeOf } from './shade'

/** Weight of the smoothness term against votes in nats. */
const SMOOTHNESS = 8
/** What of a link stays even across the strongest edge. */
const LINK_FLOOR = 0.012
/** Votes of colour are clipped to this, in nats. */
const VOTE_RANGE = [-6, 9] as const
const WEAK_VOTE = -0.4
const ISLAND_VOTE = -5
const LIKELY_VOTE = -3
const STRONG_VOTE = -9
/** The finder's log-odds are trusted up to this, in nats. */
const PRIOR_RANGE = 3.2
/** Log density of a product of any colour: uniform in Lab. */
const LOG_UNIFORM = -11.5
const PRODUCT_COMPONENTS = 5
const SAMPLES = 3000
const ROUNDS = 2
/** Nats against fully shade-like pixels when shadows are peeled off. */
const PEEL_PUSH = 5
const RIM_SHARP = 1.3
const PEEL_OUTER = 0.45
const PEEL_INNER = 0.45
/** Below this lightness of the backdrop, colour cannot tell black from black. */
const DARK_L = 15

export interface CoarseInput {
  readonly lab: LabPicture
  readonly probability: PlaneF32
  readonly backdrop: Backdrop
  readonly contrast: Contrast
  readonly classes: PlaneU8
  /** Called between solves; throws to stop. */
  readonly checkpoint: (stage: string) => void
}

/** Cuts product (1) from backdrop (0) at the work size, by graph cut along sharp edges. */
export function coarseCut(input: CoarseInput): PlaneU8 {
  const { lab, probability, backdrop } = input
  const links = linkCosts(input.contrast)
  const labels = planeU8(lab)
  let product = fitMixture(
    sampleLab(lab, (i) => probability.data[i]! > 0.9, SAMPLES),
    PRODUCT_COMPONENTS,
  )
  let votes = planeF32(lab)
  for (let round = 0; round < ROUNDS; round++) {
    votes = colourVotes(input, product)
    minimumCut(votes, links, labels)
    input.checkpoint('cut')
    if (round < ROUNDS - 1)
      product = fitMixture(
        sampleLab(lab, (i) => labels.data[i] === 1, SAMPLES),
        PRODUCT_COMPONENTS,
      )
  }
  if (!backdrop.textured) peelShadows(input, votes, links, labels)
  return labels
}

/** Costs of parting each pixel from its neighbours, a plane for every second of `DIRECTIONS`. */
function linkCosts({ strength }: Contrast): Float32Array[] {
  const { width, height, data } = strength
  return DIRECTIONS.filter((_, d) => d % 2 === 0).map(({ dx, dy }) => {
    const costs = new Float32Array(width * height)
    const scale = SMOOTHNESS / Math.hypot(dx, dy)
    for (let y = 0, i = 0; y < height; y++)
      for (let x = 0; x < width; x++, i++) {
        const nx = x + dx
        const ny = y + dy
        if (nx < 0 || nx >= width || ny >= height) continue
        const c = Math.max(data[i]!, data[ny * width + nx]!)
        costs[i] = scale * ((1 - LINK_FLOOR) * Math.exp((-c * c) / 2) + LINK_FLOOR)
      }
    return costs
  })
}

/**
 * Takes off what a push against shaded backdrop would take off, piece by piece, where the piece's
 * outside is soft and its inside sharp: that is a shadow, not a part of the product.
 */
function peelShadows(
  input: CoarseInput,
  votes: PlaneF32,
  links: readonly Float32Array[],
  labels: PlaneU8,
): void {
  const { lab, backdrop, contrast } = input
  const { width, height } = lab
  const pushed = planeF32(lab)
  let candidates = 0
  for (let i = 0; i < pushed.data.length; i++) {
    const shade =
      labels.data[i] && backdrop.plate[i * 3]! > DARK_L ? shadeOf(lab.data, backdrop.plate, i) : 0
    if (shade > 0.3) candidates++
    pushed.data[i] = votes.data[i]! - PEEL_PUSH * shade
  }
  if (candidates === 0) return
  const peeled = planeU8(lab)
  minimumCut(pushed, links, peeled)
  const piece = planeU8(lab)
  for (let i = 0; i < piece.data.length; i++)
    piece.data[i] = labels.data[i] && !peeled.data[i] ? 1 : 0
  const { labels: pieces, list } = components(piece)
  const rims = list.map(() => ({ outer: 0, outerSharp: 0, inner: 0, innerSharp: 0 }))
  for (let y = 1; y < height - 1; y++)
    for (let x = 1; x < width - 1; x++) {
      const i = y * width + x
      if (!pieces[i]) continue
      const rim = rims[pieces[i]! - 1]!
      for (const step of [1, -1, width, -width]) {
        if (pieces[i + step]) continue
        const sharp =
          Math.max(
            contrast.sharp.data[i - step]!,
            contrast.sharp.data[i]!,
            contrast.sharp.data[i + step]!,
          ) > RIM_SHARP
        if (peeled.data[i + step]) {
          rim.inner++
          if (sharp) rim.innerSharp++
        } else {
          rim.outer++
          if (sharp) rim.outerSharp++
        }
      }
    }
  const drop = rims.map((r) => {
    const outer = r.outerSharp / Math.max(1, r.outer)
    const inner = r.innerSharp / Math.max(1, r.inner)
    return r.outer > 0 && outer < PEEL_OUTER && inner > PEEL_INNER && inner > 1.5 * outer
  })
  for (let i = 0; i < pieces.length; i++) if (pieces[i] && drop[pieces[i]! - 1]) labels.data[i] = 0
}

function colourVotes(input: CoarseInput, product: Mixture): PlaneF32 {
  const votes = planeF32(input.lab)
  for (let i = 0; i < votes.data.length; i++) votes.data[i] = voteAt(input, product, i)
  return votes
}

function voteAt(input: CoarseInput, product: Mixture, i: number): number {
  const { lab, probability, backdrop, classes } = input
  const p = Math.min(0.999, Math.max(0.001, probability.data[i]!))
  const prior = Math.min(PRIOR_RANGE, Math.max(-PRIOR_RANGE, Math.log(p / (1 - p))))
  const kind = classes.data[i]!
  if (kind === CLASS.strong && p >= 0.5)
    return prior + (backdrop.plate[i * 3]! < DARK_L ? LIKELY_VOTE / 2 : STRONG_VOTE)
  if (kind === CLASS.strong) return STRONG_VOTE
  if (kind === CLASS.island) return ISLAND_VOTE
  if (kind === CLASS.likely || kind === CLASS.beside) return LIKELY_VOTE + prior
  const q = i * 3
  const logProduct = Math.log(
    0.85 * Math.exp(logDensity(product, lab.data[q]!, lab.data[q + 1]!, lab.data[q + 2]!)) +
      0.15 * Math.exp(LOG_UNIFORM),
  )
  const ambiguity = shadeOf(lab.data, backdrop.plate, i) * (backdrop.textured ? 0.15 : 1)
  const raw = logProduct - logBackdrop(backdrop, lab.data, i)
  const colour = (1 - ambiguity) * Math.min(VOTE_RANGE[1], Math.max(VOTE_RANGE[0], raw))
  return prior + (kind === CLASS.weak ? Math.max(WEAK_VOTE, colour) : colour)
}
