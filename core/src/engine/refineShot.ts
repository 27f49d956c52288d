import type { Plan } from '../brief'
import type { Source } from '../source'
import { STEPS, stepsIn, type Registry } from '../steps'
import { checkpointOf, type EngineContext } from './context'
import { withDecided } from './decideShot'
import { givenFor, stepsUntil, type ShotDecision } from './decision'

interface RefineOptions {
  /** Longer sides of the photograph at the scales of the renditions that are made, in pixels. */
  readonly sides: readonly number[]
  readonly steps?: Registry
  /** Ends after the step of this id. */
  readonly until?: string
}

/**
 * Works out for the scales of the renditions what was decided at a coarse one. Where the product lies does not
 * change by it.
 *
 * @throws CancelledError once the signal is aborted, at the next stage.
 */
export async function refineShot(
  source: Source,
  plan: Plan,
  decision: ShotDecision,
  context: Pick<EngineContext, 'signal' | 'onStage'>,
  { sides, steps = STEPS, until }: RefineOptions,
): Promise<ShotDecision> {
  const checkpoint = checkpointOf(context)
  let refined = decision
  for (const step of stepsIn('refine', stepsUntil(steps, until))) {
    const given = givenFor(refined, plan, step, null)
    const more = await step.refine?.(given, { source, sides, checkpoint })
    if (more) refined = withDecided(refined, step, more)
  }
  return refined
}
