import { ownOf, placementsOf, settingsFor, type Plan } from '../brief'
import {
  fitInside,
  LINEAR,
  linearRaster,
  resampleSrgb,
  srgbOfLinear,
  WHOLE_01,
  wholeOf,
  type Box01,
  type SrgbRgba8,
} from '../raster'
import type { Source } from '../source'
import { canonicalJson, STEPS, TidySettings } from '../steps'
import type { EngineContext } from './context'
import { drawTidyView } from './tidyView'

/** How much tones are exaggerated. */
const STRAIN = 8
/** What is looked for where a brief has nothing cleaned, so that it is seen what there would be to clean. */
const LOOKED_FOR = 'gentle'
/** Larger than this no picture is drawn to be strained, in pixels. */
const MOST_PX = 1600

/** A small strained picture of a shot as Tidy leaves it. */
export interface TidyTile {
  readonly picture: SrgbRgba8
  /** Dirt that was found, as fractions of the picture; refused ones are not among it. */
  readonly specks: readonly Box01[]
  /** Whether it is cleaned, or only found. */
  readonly isCleaned: boolean
}

/** What a tile depends on. */
export const tidyTileKey = (plan: Plan): string => {
  const parts = STEPS.filter(({ id }) => id === 'light' || id === 'tidy').map((step) => [
    settingsFor(plan, step, null),
    ownOf(plan, step),
  ])
  const sides = placementsOf(plan).map(({ longSidePx }) => longSidePx)
  return `${plan.original}|${canonicalJson([parts, sides])}`
}

/**
 * A shot as Tidy leaves it, strained at the size of its largest placement, then made small.
 *
 * @throws CancelledError once the signal is aborted.
 */
export async function drawTidyTile(
  source: Source,
  plan: Plan,
  context: EngineContext,
  sidePx: number,
): Promise<TidyTile> {
  const tidy = STEPS.find(({ id }) => id === 'tidy')! // of the registry
  const isCleaned = TidySettings.parse(settingsFor(plan, tidy, null)).specks !== 'none'
  const longest = Math.max(sidePx, ...placementsOf(plan).map(({ longSidePx }) => longSidePx))
  const look = {
    window: WHOLE_01,
    size: fitInside(source.size, Math.min(MOST_PX, longest)),
    look: 'strain',
    band: 0.01,
    strain: STRAIN,
    shade: 'as it is',
    isCut: false,
  } as const
  const drawn = await drawTidyView(source, plan, context, look)
  const found = isCleaned
    ? drawn.specks
    : (
        await drawTidyView(source, looking(plan), context, {
          ...look,
          look: 'result',
          size: { width: 1, height: 1 },
        })
      ).specks
  const { picture } = drawn
  const small = linearRaster(fitInside(picture, sidePx))
  const specks = found.filter(({ isRefused }) => !isRefused).map(({ box }) => box)
  const tile = srgbOfLinear(resampleSrgb(picture, wholeOf(picture), small, LINEAR))
  return { picture: tile, specks, isCleaned }
}

/** The same plan, with dirt looked for. */
const looking = (plan: Plan): Plan => ({
  ...plan,
  touches: { ...plan.touches, tidy: { ...plan.touches.tidy, specks: LOOKED_FOR } },
})
