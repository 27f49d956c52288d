import type { Plan } from '../brief'
import type { Matte } from '../matte'
import {
  hexToLinear,
  pixelsOf,
  planeF32,
  srgbOfLinear,
  type Box01,
  type HexColour,
  type PlaneF32,
  type Size,
  type SrgbRgba8,
} from '../raster'
import type { Source } from '../source'
import type { RenditionPlan } from '../steps'
import type { EngineContext } from './context'
import { decideShot, type Decision } from './decideShot'
import { drawLinear, placeOf } from './drawRendition'
import { mendShot } from './mendShot'
import { partPlan } from './partPlan'

/** What a cut-out is looked at on, or what of it. */
export const CUT_LOOKS = ['grey', 'white', 'black', 'checker', 'alpha', 'outline'] as const
export type CutLook = (typeof CUT_LOOKS)[number]

const GROUNDS = { grey: '#808080', white: '#FFFFFF', black: '#000000' } as const satisfies Partial<
  Record<CutLook, HexColour>
>
/** Cells of the checker, in pixels of the picture, and its two greys. */
const CELL_PX = 10
const CHECKER = [255, 205] as const
/** What lies outside of the outline is shown this bright. */
const OUTSIDE = 0.55

export interface CutViewOptions {
  /** The part of the photograph that is shown. */
  readonly window: Box01
  readonly size: Size
  readonly look: CutLook
  /** Longer sides of the photograph at which alpha is to be had, in pixels, beside the base level. */
  readonly sides: readonly number[]
}

export interface CutView {
  readonly picture: SrgbRgba8
  readonly matte: Matte | null
  /** Mattes that were made anew, to be kept. */
  readonly mattes: Decision['mattes']
  /** Share of product, 0…1; null where the shot is left whole. */
  readonly alpha: PlaneF32 | null
}

/**
 * A part of a shot as Cut has it, to be looked at closely.
 *
 * @throws CancelledError once the signal is aborted.
 */
export async function drawCutView(
  source: Source,
  plan: Plan,
  context: EngineContext,
  { window, size, look, sides }: CutViewOptions,
): Promise<CutView> {
  const options = { placements: [], sides, until: 'cut' }
  const decision = await decideShot(source, plan, context, options)
  const shot = mendShot(source, plan, decision, context, { until: 'cut' })
  const { facts, passes, mattes } = shot
  const clean = shot.sourceAt(Infinity)
  const part = partPlan(plan, pixelsOf(window, source.size), size, passes)
  const photograph = (): SrgbRgba8 => srgbOfLinear(drawLinear(clean, facts, part))
  const alpha = placeOf(facts, part).alpha()
  if (!alpha || !facts.lift)
    return { picture: photograph(), matte: facts.matte, mattes, alpha: null }
  const cutOut = (ground: HexColour | null): SrgbRgba8 =>
    srgbOfLinear(
      drawLinear(clean, facts, lifted(part, facts)),
      ground === null ? null : hexToLinear(ground),
    )
  const picture =
    look === 'alpha'
      ? greyOf(alpha)
      : look === 'outline'
        ? outlined(photograph(), alpha)
        : look === 'checker'
          ? onChecker(cutOut(null))
          : cutOut(GROUNDS[look])
  return { picture, matte: facts.matte, mattes, alpha }
}

const lifted = (part: RenditionPlan, { lift }: Decision['facts']): RenditionPlan => ({
  ...part,
  behind: { kind: 'transparent' },
  passes: lift ? [...part.passes, lift] : part.passes,
})

function greyOf(alpha: PlaneF32): SrgbRgba8 {
  const { width, height } = alpha
  const data = new Uint8ClampedArray(width * height * 4)
  for (let i = 0, p = 0; i < alpha.data.length; i++, p += 4) {
    data[p] = data[p + 1] = data[p + 2] = 255 * alpha.data[i]!
    data[p + 3] = 255
  }
  return { format: 'rgba-u8-srgb', width, height, data }
}

/** Changes the picture: what is outside grows dim, and the ½ line is drawn in white beside black. */
function outlined(picture: SrgbRgba8, alpha: PlaneF32): SrgbRgba8 {
  const { width, height, data } = picture
  const inside = (x: number, y: number): boolean =>
    alpha.data[
      Math.min(height - 1, Math.max(0, y)) * width + Math.min(width - 1, Math.max(0, x))
    ]! > 0.5
  for (let y = 0, p = 0; y < height; y++)
    for (let x = 0; x < width; x++, p += 4) {
      const own = inside(x, y)
      const border =
        inside(x - 1, y) !== own ||
        inside(x + 1, y) !== own ||
        inside(x, y - 1) !== own ||
        inside(x, y + 1) !== own
      if (border) data[p] = data[p + 1] = data[p + 2] = own ? 255 : 0
      else if (!own) for (let c = 0; c < 3; c++) data[p + c]! *= OUTSIDE
    }
  return picture
}

/** Changes the picture: lays it on a checker. */
function onChecker(picture: SrgbRgba8): SrgbRgba8 {
  const { width, height, data } = picture
  for (let y = 0, p = 0; y < height; y++)
    for (let x = 0; x < width; x++, p += 4) {
      const a = data[p + 3]! / 255
      const cell = CHECKER[(Math.floor(x / CELL_PX) + Math.floor(y / CELL_PX)) % 2]!
      for (let c = 0; c < 3; c++) data[p + c] = data[p + c]! * a + cell * (1 - a)
      data[p + 3] = 255
    }
  return picture
}

/** Where two alphas of one size differ by more than a fifth: 1, else 0. */
export function changedBetween(before: PlaneF32, after: PlaneF32): PlaneF32 {
  return planeF32(
    after,
    after.data.map((a, i) => (Math.abs(a - before.data[i]!) > 0.2 ? 1 : 0)),
  )
}
