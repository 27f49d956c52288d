import { ownOf, placementsOf, settingsFor, type Plan } from '../brief'
import type { AnyFinding } from '../findings'
import type { Placement } from '../outlets'
import type { Box01, SrgbRgba8 } from '../raster'
import type { Source } from '../source'
import { STEPS, type MadeFile, type Registry, type RenditionPlan } from '../steps'
import { checkpointOf, type EngineContext } from './context'
import { decideShot } from './decideShot'
import type { ShotDecision } from './decision'
import { drawRendition } from './drawRendition'
import { encodeRendition, type EncodedFile } from './encodeRendition'
import { enlargeFinely } from './enlargeFinely'
import { mendShot, withMended } from './mendShot'
import { neededSide, planRendition, productIn, windowOf } from './planRendition'
import { refineShot } from './refineShot'

/** One finished file. */
export interface RenditionFile extends EncodedFile {
  readonly placementId: string
  /** The product in the picture, as fractions of its sides; null where the shot was left whole. */
  readonly productBox: Box01 | null
  /** The part of the photograph that became the picture, as fractions of its sides. */
  readonly window: Box01
  readonly findings: readonly AnyFinding[]
}

export interface ShotResult extends Pick<ShotDecision, 'findings' | 'mattes'> {
  readonly renditions: readonly RenditionFile[]
}

/**
 * Makes the renditions of one shot, phase by phase: decides what is true of it, plans each rendition, refines and
 * mends for their scales, then draws, encodes and checks one after the other.
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
  const checkpoint = checkpointOf(context)
  const decided = await decideShot(source, plan, context, { steps })
  const all = placementsOf(plan).map((placement) => {
    const planned = planRendition(decided, plan, placement, steps)
    return { placement, planned, sidePx: neededSide(planned, source.size) }
  })
  const wanted = all.filter(({ placement }) => only?.includes(placement.id) ?? true)
  const sides = wanted.map(({ sidePx }) => sidePx)
  const shot = await refineShot(source, plan, decided, context, { steps, sides })
  // What is mended does not go by which of the files are made anew.
  const mended = mendShot(source, plan, shot, context, {
    steps,
    sides: all.map(({ sidePx }) => sidePx),
  })
  const { facts } = shot
  const renditions: RenditionFile[] = []
  for (const { placement, planned, sidePx } of wanted) {
    const whole = withMended(planned, mended)
    const clean = mended.sourceAt(sidePx)
    const read = await enlargeFinely(clean, facts, whole, context.network, checkpoint)
    const found: AnyFinding[] = []
    const picture = drawRendition(read, facts, whole, context.scratch, (one) => found.push(one))
    checkpoint('render')
    const { behind } = whole
    const drawn = {
      ground: behind.kind === 'colour' ? behind.colour : null,
      dpi: context.dpi ?? null,
    }
    const file = await encodeRendition(picture, placement, drawn, context.codec, checkpoint)
    renditions.push({
      ...file,
      placementId: placement.id,
      productBox: productIn(planned, facts),
      window: windowOf(planned, facts),
      findings: [
        ...planned.findings,
        ...found,
        ...inspected(picture, plan, placement, steps),
        ...checked(file, planned, steps),
      ],
    })
  }
  return { renditions, findings: [...shot.findings, ...mended.findings], mattes: shot.mattes }
}

const inspected = (
  picture: SrgbRgba8,
  plan: Plan,
  placement: Placement,
  steps: Registry,
): AnyFinding[] =>
  steps.flatMap((step) => {
    const given = { settings: settingsFor(plan, step, placement), own: ownOf(plan, step) }
    return step.inspect?.(picture, given) ?? []
  })

function checked(file: EncodedFile, plan: RenditionPlan, steps: Registry): AnyFinding[] {
  const { bytes, width, height, ground } = file
  const made: MadeFile = { bytes: bytes.length, width, height, ground }
  return steps.flatMap((step) => step.check?.(made, plan) ?? [])
}
