import {
  components,
  fitInside,
  labOfLinear,
  LINEAR,
  linearRaster,
  planeU8,
  resampleSrgb,
  wholeOf,
  type Component,
  type Size,
  type SrgbRgba8,
} from '../../raster'
import { barriers, edgeContrast } from '../cut/evidence'
import { findProduct, type Finder } from '../cut/finder'
import { CARD, markCards } from '../cut/referenceCard'
import { sharpEdges } from '../cut/sharpEdges'
import { findBall } from './findBall'
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
 */
export async function proposeNeutral(
  picture: SrgbRgba8,
  finder: Finder,
): Promise<NeutralProposal | null> {
  const size = fitInside(picture, WORK_SIDE_PX)
  const work = resampleSrgb(picture, wholeOf(picture), linearRaster(size), LINEAR)
  const probability = await findProduct(work, finder)
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
    const proposal = propose(picture, candidate, size)
    if (proposal) return proposal
  }
  return null
}

/** The spot in the middle of a card or ball, unless it does not read as one. */
function propose(
  picture: SrgbRgba8,
  { x0, y0, x1, y1 }: Component,
  size: Size,
): NeutralProposal | null {
  const spot: Spot = {
    x: (x0 + x1) / 2 / size.width,
    y: (y0 + y1) / 2 / size.height,
    radius: (INSIDE * Math.min(x1 - x0, y1 - y0)) / Math.max(size.width, size.height),
  }
  const reading = readNeutral(picture, spot)
  const [lightness] = reading.lab
  const doubted = reading.doubts.some((doubt) => doubt !== 'uneven')
  return doubted || lightness < DARKEST_L || lightness > LIGHTEST_L ? null : { spot, reading }
}
