import { ownOf, stepKey, type Plan } from '../brief'
import { baseSide, type CutMatte, type Doubt } from '../matte'
import { fractionsOf, pixelsOf, WHOLE_01, within01, type Box01, type SrgbRgba8 } from '../raster'
import type { Source } from '../source'
import { canonicalJson, confidenceOf } from '../steps'
import { cut } from '../steps/cut'
import type { EngineContext } from './context'
import { drawCutView } from './cutView'
import type { Decision } from './decideShot'

/** Share of a tile that a product's longer side takes: all of a sheet are at one scale. */
const FILL = 0.86

/** A small cut-out on mid grey. */
export interface CutTile {
  readonly picture: SrgbRgba8
  /** The chance that the automatic cut is good, 0…1; null where it was made or repaired by hand. */
  readonly confidence01: number | null
  /** Whether anything was cut: a shot that was left whole is shown whole. */
  readonly isCut: boolean
  /** Places along unsure stretches of the outline, as fractions of the tile. */
  readonly doubts: readonly Doubt['points'][]
}

/** What a tile of a cut depends on. */
export const cutTileKey = (plan: Plan): string =>
  `${stepKey(plan, cut)}|${canonicalJson(cut.ownKeyPart?.(cut.own.parse(ownOf(plan, cut))) ?? null)}`

/**
 * A shot's cut-out on mid grey, square, its product as large as on every other tile.
 *
 * @throws CancelledError once the signal is aborted.
 */
export async function drawCutTile(
  source: Source,
  plan: Plan,
  context: EngineContext,
  sidePx: number,
): Promise<{ readonly tile: CutTile; readonly mattes: Decision['mattes'] }> {
  const look = 'grey' as const
  const first = { window: WHOLE_01, size: { width: 1, height: 1 }, look, sides: [] }
  const { matte, mattes } = await drawCutView(source, plan, context, first)
  const product = matte?.kind === 'cut' ? matte.box : WHOLE_01
  const window = squareAbout(product, source)
  const kept = new Map([
    ...context.mattes,
    ...mattes.map(({ key, matte: made }) => [key, made] as const),
  ])
  const size = { width: sidePx, height: sidePx }
  const { picture } = await drawCutView(
    source,
    plan,
    { ...context, mattes: kept },
    { window, size, look, sides: [baseSide(source.size)] },
  )
  const facts = matte?.kind === 'cut' ? factsOf(matte, window) : NOT_CUT
  return { tile: { picture, ...facts }, mattes }
}

const NOT_CUT = { confidence01: null, isCut: false, doubts: [] }

function factsOf({ signs, repairs, doubts }: CutMatte, window: Box01): Omit<CutTile, 'picture'> {
  const byHand = repairs > 0 || !signs
  const inTile = ([x, y]: readonly [number, number]): readonly [number, number] => {
    const at = within01({ x, y, width: 0, height: 0 }, window)
    return [at.x, at.y]
  }
  return {
    isCut: true,
    confidence01: byHand ? null : confidenceOf(signs),
    doubts: byHand ? [] : doubts.map(({ points }) => points.map(inTile)),
  }
}

function squareAbout(product: Box01, { size }: Source): Box01 {
  const { x, y, width, height } = pixelsOf(product, size)
  const side = Math.max(width, height) / FILL
  return fractionsOf(
    { x: x + (width - side) / 2, y: y + (height - side) / 2, width: side, height: side },
    size,
  )
}
