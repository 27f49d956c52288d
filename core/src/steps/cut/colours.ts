import type { LabPicture } from '../../raster'
import { sampleLab } from './backdrop'
import { densityAt, fitMixture, type Mixture } from './mixture'

/** What a product looks like, and the backdrop beside it. */
export interface Colours {
  readonly product: Mixture
  readonly backdrop: Mixture
}

const COMPONENTS = 5
const SAMPLES = 3000
/** Log density of any colour at all: uniform in Lab; and how much of each mixture it makes up. */
const LOG_UNIFORM = -11.5
const UNIFORM_SHARE = 0.05
const UNIFORM_DENSITY = UNIFORM_SHARE * Math.exp(LOG_UNIFORM)
/** Votes of colour are clipped to this, in nats. */
const RANGE = 3

/** Fits both to the pixels that are known to be theirs. */
export const fitColours = (
  lab: LabPicture,
  isProduct: (i: number) => boolean,
  isBackdrop: (i: number) => boolean,
): Colours => ({
  product: fitMixture(sampleLab(lab, isProduct, SAMPLES), COMPONENTS),
  backdrop: fitMixture(sampleLab(lab, isBackdrop, SAMPLES), COMPONENTS),
})

/** What the colour of a pixel says for the product (positive) or the backdrop, at most 3 nats. */
export function colourVote(
  { product, backdrop }: Colours,
  { data }: LabPicture,
  i: number,
): number {
  const [l, a, b] = [data[i * 3]!, data[i * 3 + 1]!, data[i * 3 + 2]!]
  const density = (mixture: Mixture): number =>
    (1 - UNIFORM_SHARE) * densityAt(mixture, l, a, b) + UNIFORM_DENSITY
  return Math.min(RANGE, Math.max(-RANGE, Math.log(density(product) / density(backdrop))))
}
