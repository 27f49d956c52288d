import {
  fitInside,
  fractionsOf,
  LINEAR,
  linearRaster,
  resampleSrgb,
  srgbOfLinear,
  strainView,
  wholeOf,
  type Box01,
} from '../../../raster'
import { defineView } from '../../view'
import { specksSeen } from '../dirt'
import { TidyOwn } from '../retouches'
import { TidySettings } from '../settings'

/** How much tones are exaggerated. */
const STRAIN = 8
/** What is looked for where a brief has nothing cleaned, so that it is seen what there would be to clean. */
const LOOKED_FOR = 'gentle'
/** Larger than this no picture is drawn to be strained, in pixels. */
const MAX_PX = 1600

/** What is known of a strained tile. */
export interface TidyTileFacts {
  /** Dirt that was found, as fractions of the picture; rejected marks are not among it. */
  readonly specks: readonly Box01[]
  /** Whether it is cleaned, or only found. */
  readonly isCleaned: boolean
}

/** A shot as Tidy leaves it, strained at the size of its largest placement, then made small. */
export const tileView = defineView<{ readonly sidePx: number }, TidyTileFacts>({
  reads: () => ({ until: 'tidy', scales: true, sides: [] }),
  draw: (shot, { sidePx }) => {
    const { source, scales } = shot
    const settings = TidySettings.parse(shot.settings)
    const own = TidyOwn.parse(shot.own)
    const largest = Math.max(sidePx, ...scales.map((scale) => scale.sidePx))
    const size = fitInside(source.size, Math.min(MAX_PX, largest))
    const drawn = shot.draw({ window: wholeOf(source.size), size }, largest)
    const strained = strainView(srgbOfLinear(drawn), STRAIN)
    const isCleaned = settings.specks !== 'none'
    const looking = isCleaned
      ? settings
      : { ...settings, specks: LOOKED_FOR as typeof settings.specks }
    const specks = specksSeen(source, looking, own)
      .filter(({ standing }) => standing !== 'rejected')
      .map(({ window }) => fractionsOf(window, source.size))
    const small = linearRaster(fitInside(strained, sidePx))
    const picture = srgbOfLinear(resampleSrgb(strained, wholeOf(strained), small, LINEAR))
    return { picture, facts: { specks, isCleaned } }
  },
})
