import { ownOf, placementsOf, settingsFor, type Plan } from '../brief'
import {
  fractionsOf,
  LINEAR,
  linearRaster,
  pixelsOf,
  planeF32,
  resamplePlane,
  srgbOfLinear,
  srgbRaster,
  strainView,
  type Box01,
  type LinearRgba,
  type PlaneF32,
  type Size,
  type SrgbRgba8,
} from '../raster'
import type { Source } from '../source'
import { countCleaned, specksSeen, STEPS, sweptArea, TidyOwn, TidySettings, toneOf } from '../steps'
import type { EngineContext } from './context'
import { decideShot } from './decideShot'
import { drawLinear } from './drawRendition'
import { mendShot } from './mendShot'
import { partPlan } from './partPlan'
import { neededSide, planRendition } from './planRendition'

/** How a tidied picture is looked at: as it is; tones exaggerated; its tone or its grain alone; where its backdrop is swept. */
export const TIDY_LOOKS = ['result', 'strain', 'tone', 'grain', 'swept'] as const
export type TidyLook = (typeof TIDY_LOOKS)[number]

/** Light by which a picture is shown darker or lighter, to see what hides in its lights or its shadows. */
export const SHADES = { darker: 0.35, 'as it is': 1, lighter: 2.8 } as const
export type Shade = keyof typeof SHADES

export interface TidyViewOptions {
  /** The part of the photograph that is shown. */
  readonly window: Box01
  readonly size: Size
  readonly look: TidyLook
  /** Where tone ends and grain begins, as a share of the longer side. */
  readonly band: number
  /** How much tones are exaggerated, from 2 to 20. */
  readonly strain: number
  readonly shade: Shade
  /** Whether the product is cut, by a matte that was kept: what is swept goes by it. */
  readonly isCut: boolean
}

export interface TidyView {
  readonly picture: SrgbRgba8
  /** Dirt that was found, as fractions of the photograph. */
  readonly specks: readonly { readonly box: Box01; readonly isRefused: boolean }[]
  /** How much of it can be seen at each placement. */
  readonly seenAt: readonly { readonly placementId: string; readonly count: number }[]
  /** Whether texture was calmed that may have to stay. */
  readonly calmsTexture: boolean
}

/**
 * A part of a shot as Tidy leaves it, to be looked at closely: clean at the scale of its largest placement.
 *
 * @throws CancelledError once the signal is aborted.
 */
export async function drawTidyView(
  source: Source,
  plan: Plan,
  context: EngineContext,
  { window, size, look, band, strain, shade, isCut }: TidyViewOptions,
): Promise<TidyView> {
  const until = isCut ? 'cut' : 'tidy'
  const decided = await decideShot(source, plan, context, { placements: [], sides: [], until })
  const sides = placementsOf(plan).map((placement) => ({
    placementId: placement.id,
    sidePx: neededSide(planRendition(decided, plan, placement), source.size),
  }))
  const largest = Math.max(...sides.map(({ sidePx }) => sidePx))
  const shot = mendShot(source, plan, decided, context, { sides: [largest], until })
  const part = partPlan(plan, pixelsOf(window, source.size), size, shot.passes)
  const drawn = lit(drawLinear(shot.sourceAt(largest), shot.facts, part), SHADES[shade])
  const longer = Math.max(source.size.width, source.size.height)
  const bandPx = Math.max(1, (band * longer * size.width) / part.window.width)
  const { settings, own } = asked(plan)
  const { matte } = shot.facts
  const swept = (): PlaneF32 | null =>
    sweptArea(source, matte?.kind === 'cut' ? matte : null, settings, own)
  return {
    picture:
      look === 'swept'
        ? veiled(srgbOfLinear(drawn), swept(), window)
        : looked(drawn, look, bandPx, strain),
    specks: specksSeen(source, settings, own.refused).map(({ window: box, isRefused }) => ({
      box: fractionsOf(box, source.size),
      isRefused,
    })),
    calmsTexture: shot.findings.some(({ code }) => code === 'texture-calmed'),
    seenAt: sides.map(({ placementId, sidePx }) => ({
      placementId,
      count: countCleaned(source, { ...settings, cleanAt: 'output' }, own.refused, sidePx),
    })),
  }
}

/** What is asked of Tidy, and what the shot has there of its own. */
function asked(plan: Plan): { settings: TidySettings; own: TidyOwn } {
  const step = STEPS.find(({ id }) => id === 'tidy')! // of the registry
  return {
    settings: TidySettings.parse(settingsFor(plan, step, null)),
    own: TidyOwn.parse(ownOf(plan, step)),
  }
}

/** A picture by so many times the light, in place. */
function lit(picture: LinearRgba, light: number): LinearRgba {
  if (light !== 1)
    for (let i = 0; i < picture.data.length; i++) if (i % 4 !== 3) picture.data[i]! *= light
  return picture
}

function looked(
  drawn: LinearRgba,
  look: Exclude<TidyLook, 'swept'>,
  bandPx: number,
  strain: number,
): SrgbRgba8 {
  switch (look) {
    case 'result':
      return srgbOfLinear(drawn)
    case 'strain':
      return strainView(srgbOfLinear(drawn), strain)
    case 'tone':
      toneOf(drawn, bandPx)
      return srgbOfLinear(drawn)
    case 'grain': {
      const whole = srgbOfLinear(drawn)
      const low = linearRaster(drawn, drawn.data)
      toneOf(low, bandPx)
      return grainOf(whole, srgbOfLinear(low))
    }
  }
}

/** How dark a picture is shown where nothing is swept, and by how many code values it is lighter where all is. */
const VEIL = { dark: 0.45, light: 140 } as const

/** A picture in greys, the lighter the more its backdrop is swept there. */
function veiled(picture: SrgbRgba8, swept: PlaneF32 | null, window: Box01): SrgbRgba8 {
  const share = swept && resamplePlane(swept, pixelsOf(window, swept), planeF32(picture), LINEAR)
  const made = srgbRaster(picture)
  for (let i = 0, p = 0; p < made.data.length; i++, p += 4) {
    const [r, g, b] = [picture.data[p]!, picture.data[p + 1]!, picture.data[p + 2]!]
    const grey = VEIL.dark * (0.25 * r + 0.6 * g + 0.15 * b) + VEIL.light * (share?.data[i] ?? 0)
    made.data.fill(grey, p, p + 3)
    made.data[p + 3] = 255
  }
  return made
}

/** What a picture has beyond its tone, twice as strong, about mid grey. */
function grainOf(whole: SrgbRgba8, tone: SrgbRgba8): SrgbRgba8 {
  const data = whole.data.map((value, i) => (i % 4 === 3 ? 255 : 128 + 2 * (value - tone.data[i]!)))
  return srgbRaster(whole, data)
}
