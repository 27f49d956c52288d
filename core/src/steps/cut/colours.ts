import { planeF32, type LabPicture, type PlaneF32 } from '../../raster'
import { sampleLab } from './backdrop'
import { densitiesAt, fitMixture, type Mixture } from './mixture'

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

/** What the colour of each pixel says for the product (positive) or the backdrop, at most 3 nats. */
export function colourVotes({ product, backdrop }: Colours, lab: LabPicture): PlaneF32 {
  const votes = planeF32(lab, densitiesAt(product, lab.data))
  const behind = densitiesAt(backdrop, lab.data)
  const { data } = votes
  for (let i = 0; i < data.length; i++) {
    const ratio = withUniform(data[i]!) / withUniform(behind[i]!)
    data[i] = Math.min(RANGE, Math.max(-RANGE, Math.log(ratio)))
  }
  return votes
}

const withUniform = (density: number): number => (1 - UNIFORM_SHARE) * density + UNIFORM_DENSITY
