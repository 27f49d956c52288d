import { CARD, findBall, markCards } from '../../cards'
import { barriers, edgeContrast, sharpEdges } from '../../edges'
import { spreadProbability } from '../../networks'
import {
  components,
  labOfLinear,
  planeU8,
  type Component,
  type PlaneF32,
  type Size,
} from '../../raster'
import type { Source } from '../../source'
import { readNeutral, type NeutralReading, type Spot } from './readNeutral'

/** Longer side of the picture that is searched, in pixels. */
const WORK_SIDE_PX = 520
/** The spot's radius as a share of the card's shorter side: well inside, whatever its tilt. */
const INSIDE = 0.3
/** A grey card is neither white paper nor black. */
const DARKEST_L = 28
const LIGHTEST_L = 88

export interface NeutralProposal {
  readonly spot: Spot
  readonly reading: NeutralReading
}

/**
 * Finds a grey card or ball in a photograph and proposes a spot on it: of the even, rectangular patches
 * beside the product that `markCards` finds, the largest that is plausibly grey; failing that, a ball.
 * Null where there is none.
 *
 * @param map the finder's probability of product over the whole photograph, as `lookAt` gives it.
 */
export function proposeNeutral(source: Source, map: PlaneF32): NeutralProposal | null {
  const work = source.reduced(WORK_SIDE_PX)
  const { width, height } = work
  const size = { width, height }
  const probability = spreadProbability(map, work)
  const lab = labOfLinear(work)
  const { sharp } = edgeContrast(sharpEdges(lab), probability)
  const barrier = barriers(sharp, Math.max(size.width, size.height))
  const marks = markCards(lab, barrier, probability)
  const cards = planeU8(marks)
  for (let i = 0; i < cards.data.length; i++) cards.data[i] = marks.data[i] === CARD.card ? 1 : 0
  const ball = findBall(lab, barrier, probability)
  const found = [
    ...[...components(cards).list].sort((a, b) => b.area - a.area),
    // A card is read before a ball, whose shading spreads the reading.
    ...(ball ? [ball] : []),
  ]
  for (const candidate of found) {
    const proposal = propose(source, candidate, size)
    if (proposal) return proposal
  }
  return null
}

/** The spot in the middle of a card or ball, unless it does not read as one. */
function propose(
  source: Source,
  { x0, y0, x1, y1 }: Component,
  size: Size,
): NeutralProposal | null {
  const spot: Spot = {
    x: (x0 + x1) / 2 / size.width,
    y: (y0 + y1) / 2 / size.height,
    radius: (INSIDE * Math.min(x1 - x0, y1 - y0)) / Math.max(size.width, size.height),
  }
  const reading = readNeutral(source, spot)
  const [lightness] = reading.lab
  const doubted = reading.doubts.some((doubt) => doubt !== 'uneven')
  return doubted || lightness < DARKEST_L || lightness > LIGHTEST_L ? null : { spot, reading }
}
