import { ownOf, settingsFor, type Plan } from '../brief'
import type { Source } from '../source'
import { STEPS, type Registry } from '../steps'
import { checkpointOf, type EngineContext } from './context'
import type { Decision } from './decideShot'

/** A shot as it is drawn: what was decided, and the photograph with what was mended in it. */
export interface MendedShot extends Decision {
  /** The photograph for a rendition in which its longer side is so long, in pixels. */
  readonly sourceAt: (sidePx: number) => Source
}

interface Options {
  readonly steps?: Registry
  /** Longer sides of the photograph at the scales of the renditions, in pixels. */
  readonly sides?: readonly number[]
  /** Ends after the step of this id. */
  readonly until?: string
}

/**
 * Mends the photograph of a shot that has been decided. Nothing that was decided changes by it; what is mended comes
 * before everything that other steps do to pixels.
 *
 * @throws CancelledError once the signal is aborted, at the next stage.
 */
export function mendShot(
  source: Source,
  plan: Plan,
  decision: Decision,
  context: Pick<EngineContext, 'signal' | 'onStage'>,
  { steps = STEPS, sides = [], until }: Options = {},
): MendedShot {
  const last = until === undefined ? steps.length : steps.findIndex(({ id }) => id === until) + 1
  const mending = steps.slice(0, last).find((step) => step.mend)
  const mended = mending?.mend?.(
    decision.facts,
    settingsFor(plan, mending, null),
    ownOf(plan, mending),
    { source, sides, checkpoint: checkpointOf(context) },
  )
  if (!mended) return { ...decision, sourceAt: () => source }
  return {
    ...decision,
    passes: [...mended.passes, ...decision.passes],
    findings: [...decision.findings, ...mended.findings],
    sourceAt: mended.at,
  }
}
