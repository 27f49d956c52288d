import type { Plan } from '../brief'
import type { AnyFinding } from '../findings'
import type { Source } from '../source'
import { STEPS, stepsIn, type Pass, type Registry } from '../steps'
import { checkpointOf, type EngineContext } from './context'
import { givenFor, stepsUntil, type ShotDecision } from './decision'

/** A photograph with what was mended in it. */
export interface MendedPhotograph {
  /** The photograph for a rendition at whose scale its longer side is `sidePx` long. */
  readonly sourceAt: (sidePx: number) => Source
  /** What mending does to the pixels of every rendition, before the other steps. */
  readonly passes: readonly Pass[]
  readonly findings: readonly AnyFinding[]
}

interface MendOptions {
  readonly steps?: Registry
  /** Longer sides of the photograph at the scales of the renditions, in pixels. */
  readonly sides?: readonly number[]
  /** Ends after the step of this id. */
  readonly until?: string
}

/**
 * Mends the photograph of a shot that has been decided. Nothing that was decided changes by it.
 *
 * @throws CancelledError once the signal is aborted, at the next stage.
 */
export function mendShot(
  source: Source,
  plan: Plan,
  decision: ShotDecision,
  context: Pick<EngineContext, 'signal' | 'onStage' | 'onRetouch'>,
  { steps = STEPS, sides = [], until }: MendOptions = {},
): MendedPhotograph {
  // The registry has at most one that mends.
  const [step] = stepsIn('mend', stepsUntil(steps, until))
  const mended = step?.mend?.(givenFor(decision, plan, step, null), {
    source,
    sides,
    checkpoint: checkpointOf(context),
    ...(context.onRetouch ? { onRetouch: context.onRetouch } : {}),
  })
  if (!mended) return { sourceAt: () => source, passes: [], findings: [] }
  return { sourceAt: mended.at, passes: mended.passes, findings: mended.findings }
}

/** A plan with what mending does to pixels before everything else. */
export const withMended = <P extends { readonly passes: readonly Pass[] }>(
  plan: P,
  { passes }: Pick<MendedPhotograph, 'passes'>,
): P => (passes.length === 0 ? plan : { ...plan, passes: [...passes, ...plan.passes] })
