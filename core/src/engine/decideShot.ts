import { ownOf, placementsOf, settingsFor, stepKey, type Plan } from '../brief'
import type { AnyFinding } from '../findings'
import type { PackedMatte } from '../matte'
import type { Placement } from '../outlets'
import type { Source } from '../source'
import { STEPS, type Pass, type Registry, type ShotFacts } from '../steps'
import { assetOf, checkpointOf, type EngineContext } from './context'
import { neededSide, planRendition } from './planRendition'

/** What is true of a shot, whichever rendition is made of it. */
export interface Decision {
  readonly facts: ShotFacts
  /** What the steps do to the pixels of every rendition, in the order of the steps. */
  readonly passes: readonly Pass[]
  /** Findings about the shot as a whole. */
  readonly findings: readonly AnyFinding[]
  /** Mattes that were made anew, to be kept under their keys. */
  readonly mattes: readonly { readonly key: string; readonly matte: PackedMatte }[]
}

interface Options {
  /** The renditions that are to be made of it; by default all of the plan's. */
  readonly placements?: readonly Placement[]
  readonly steps?: Registry
  /** Longer sides of the photograph that are wanted in place of those that the renditions need, in pixels. */
  readonly sides?: readonly number[]
  /** Ends after the step of this id. */
  readonly until?: string
  /** Told what has been decided after each step. */
  readonly onStep?: (id: string, decision: Decision) => void
}

const UNDECIDED: Omit<Decision, 'facts'> = { passes: [], findings: [], mattes: [] }

/**
 * Decides what is true of a shot, step by step.
 *
 * @throws CancelledError once the signal is aborted, at the next stage.
 * @throws AssetMissingError where the settings name a table or picture that is not to be had.
 */
export async function decideShot(
  source: Source,
  plan: Plan,
  context: EngineContext,
  { placements = placementsOf(plan), steps = STEPS, sides, until, onStep }: Options = {},
): Promise<Decision> {
  const checkpoint = checkpointOf(context)
  let decision: Decision = {
    ...UNDECIDED,
    facts: {
      photograph: source.size,
      matte: null,
      product: null,
      lift: null,
      ownBackdrop: null,
      interest: null,
      leanDeg: null,
      groundPicture: null,
    },
  }
  for (const step of steps) {
    const decided = await step.decide?.(
      decision.facts,
      settingsFor(plan, step, null),
      ownOf(plan, step),
      {
        source,
        network: context.network,
        asset: assetOf(plan, context),
        decode: (bytes) => context.codec.decode(bytes),
        key: stepKey(plan, step),
        keptMatte: (key) => context.mattes.get(key) ?? null,
        sidesNeeded: (product) =>
          sides ??
          placements.map((placement) =>
            neededSide(
              planRendition(
                { ...decision, facts: { ...decision.facts, product } },
                plan,
                placement,
                steps,
              ),
              source.size,
            ),
          ),
        checkpoint,
      },
    )
    if (decided)
      decision = {
        facts: { ...decision.facts, ...decided.facts },
        passes: [...decision.passes, ...(decided.passes ?? [])],
        findings: [...decision.findings, ...(decided.findings ?? [])],
        mattes: [...decision.mattes, ...(decided.mattes ?? [])],
      }
    onStep?.(step.id, decision)
    checkpoint(step.id)
    if (step.id === until) break
  }
  return decision
}
