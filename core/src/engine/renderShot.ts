import { ownOf, placementsOf, settingsFor, type Plan } from '../brief'
import type { AnyFinding } from '../findings'
import type { Placement } from '../outlets'
import type { Box01, SrgbRgba8 } from '../raster'
import type { Source } from '../source'
import { STEPS, type MadeFile, type Registry, type RenditionPlan } from '../steps'
import { checkpointOf, type EngineContext } from './context'
import { decideShot, type Decision } from './decideShot'
import { drawRendition } from './drawRendition'
import { encodeRendition, type EncodedFile } from './encodeRendition'
import { enlargeFinely } from './enlargeFinely'
import { mendShot } from './mendShot'
import { neededSide, planRendition, productIn, windowOf } from './planRendition'

/** One finished file. */
export interface RenditionFile extends EncodedFile {
  readonly placementId: string
  /** The product in the picture, as fractions of its sides; null where the shot was left whole. */
  readonly productBox: Box01 | null
  /** The part of the photograph that became the picture, as fractions of its sides. */
  readonly window: Box01
  readonly findings: readonly AnyFinding[]
}

export interface ShotResult extends Pick<Decision, 'findings' | 'mattes'> {
  readonly renditions: readonly RenditionFile[]
}

/**
 * Makes the renditions of one shot: decides what is true of it, then plans, draws, encodes and checks each
 * rendition by itself.
 *
 * @param only ids of the placements to make; by default all of the plan's.
 * @throws CancelledError once the signal is aborted, at the next stage.
 * @throws AssetMissingError where the plan names a table or picture that is not to be had.
 */
export async function renderShot(
  source: Source,
  plan: Plan,
  context: EngineContext,
  only?: readonly string[],
  steps: Registry = STEPS,
): Promise<ShotResult> {
  const placements = placementsOf(plan).filter(({ id }) => only?.includes(id) ?? true)
  const decision = await decideShot(source, plan, context, { placements, steps })
  const checkpoint = checkpointOf(context)
  const planFor = (placement: Placement): RenditionPlan =>
    planRendition(decision, plan, placement, steps)
  const sides = placementsOf(plan).map((placement) => neededSide(planFor(placement), source.size))
  const mended = mendShot(source, plan, decision, context, { steps, sides })
  const renditions: RenditionFile[] = []
  for (const placement of placements) {
    const planned = planRendition(mended, plan, placement, steps)
    const { facts } = mended
    const clean = mended.sourceAt(neededSide(planned, source.size))
    const read = await enlargeFinely(clean, facts, planned, context.network, checkpoint)
    const picture = drawRendition(read, facts, planned)
    checkpoint('render')
    const file = await encodeRendition(picture, placement, context.codec, checkpoint)
    renditions.push({
      ...file,
      placementId: placement.id,
      productBox: productIn(planned, decision),
      window: windowOf(planned, decision),
      findings: [
        ...planned.findings,
        ...inspected(picture, plan, placement, steps),
        ...checked(file, planned, steps),
      ],
    })
  }
  return { renditions, findings: mended.findings, mattes: decision.mattes }
}

const inspected = (
  picture: SrgbRgba8,
  plan: Plan,
  placement: Placement,
  steps: Registry,
): AnyFinding[] =>
  steps.flatMap(
    (step) => step.inspect?.(picture, settingsFor(plan, step, placement), ownOf(plan, step)) ?? [],
  )

function checked(file: EncodedFile, plan: RenditionPlan, steps: Registry): AnyFinding[] {
  const { bytes, width, height } = file
  const made: MadeFile = { bytes: bytes.length, width, height }
  return steps.flatMap((step) => step.check?.(made, plan) ?? [])
}
