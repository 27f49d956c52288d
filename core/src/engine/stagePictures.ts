import { placementsOf, type Plan } from '../brief'
import {
  fitInside,
  IDENTITY3,
  multiply3,
  type Box01,
  type Matrix3,
  type Size,
  type SrgbRgba8,
} from '../raster'
import type { Source } from '../source'
import { STEPS, type Handle, type Registry, type RenditionPlan } from '../steps'
import type { AnyFinding } from '../findings'
import { decideShot } from './decideShot'
import type { ShotDecision } from './decision'
import { drawRendition } from './drawRendition'
import { mendShot, withMended } from './mendShot'
import { planRendition, productIn } from './planRendition'
import type { EngineContext } from './context'

/** The picture as it leaves one step. */
export interface StagePicture {
  readonly step: string
  readonly picture: SrgbRgba8
  /** From fractions of the picture to fractions of the photograph. */
  readonly toPhotograph: Matrix3
  /** The product in it, as fractions of its sides; null where there is none. */
  readonly product: Box01 | null
  /** What can be taken hold of in it. */
  readonly handles: readonly Handle[]
  /** What was found while it was planned and drawn. */
  readonly findings: readonly AnyFinding[]
}

interface StageOptions {
  readonly sidePx: number
  readonly until?: string
  readonly only?: string
  /** Id of the placement as which it is framed; the plan's first where it is missing. */
  readonly placementId?: string
  readonly steps?: Registry
}

/**
 * The picture as it leaves each step, at most `sidePx` long, framed as a placement has it.
 *
 * @param until ends after the step of this id.
 * @param only draws the step of this id alone.
 */
export async function stagePictures(
  source: Source,
  plan: Plan,
  context: EngineContext,
  { sidePx, until, only, placementId, steps = STEPS }: StageOptions,
): Promise<StagePicture[]> {
  const decided: { readonly id: string; readonly decision: ShotDecision }[] = []
  // Alpha at the base level is enough to look at.
  await decideShot(source, plan, context, {
    steps,
    onStep: (id, decision) => decided.push({ id, decision }),
    ...(until === undefined ? {} : { until }),
  })
  const placements = placementsOf(plan)
  const placement = placements.find(({ id }) => id === placementId) ?? placements[0]
  if (!placement) return []
  const last = decided.at(-1)?.decision
  return decided.flatMap(({ id, decision: known }, i) => {
    if (only !== undefined && only !== id) return []
    // What is mended may go by what is decided later: where the product is.
    const facts = steps[i]?.mend && last ? last.facts : known.facts
    const mended = mendShot(source, plan, { ...known, facts }, context, { steps, until: id })
    const planned = withMended(planRendition(known, plan, placement, steps, id), mended)
    const shown = steps[i]?.show?.(planned, facts) ?? planned
    const size = smallerThan(shown.window, sidePx)
    const drawn = { ...shown, size }
    const found: AnyFinding[] = []
    const report = (one: AnyFinding): void => void found.push(one)
    const picture = drawRendition(mended.sourceAt(sidePx), facts, drawn, context.scratch, report)
    const product = productIn(shown, facts)
    const { handles, findings } = shown
    return [
      {
        step: id,
        picture,
        toPhotograph: toPhotograph(shown, source.size),
        product,
        handles,
        findings: [...findings, ...found],
      },
    ]
  })
}

function toPhotograph({ window, upright }: RenditionPlan, photograph: Size): Matrix3 {
  const { x, y, width, height } = window
  const fractions: Matrix3 = [1 / photograph.width, 0, 0, 0, 1 / photograph.height, 0, 0, 0, 1]
  const back = upright?.back ?? IDENTITY3
  return multiply3(fractions, multiply3(back, [width, 0, x, 0, height, y, 0, 0, 1]))
}

/** Whole sides of the shape of a window, at most `sidePx` long. */
const smallerThan = ({ width, height }: Size, sidePx: number): Size =>
  fitInside({ width: Math.max(1, width), height: Math.max(1, height) }, sidePx)
