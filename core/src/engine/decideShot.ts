import { placementsOf, settingsFor, stepKey, type Plan } from '../brief'
import { noFacts, withFound } from '../facts'
import type { Source } from '../source'
import { STEPS, type Decided, type Patience, type Registry, type Step } from '../steps'
import { checkpointOf, type EngineContext } from './context'
import { givenFor, stepsUntil, type ShotDecision } from './decision'
import { readAssets } from './readAssets'

interface DecideOptions {
  readonly steps?: Registry
  /** Ends after the step of this id. */
  readonly until?: string
  readonly patience?: Patience
  /** Told what has been decided after each step. */
  readonly onStep?: (id: string, decision: ShotDecision) => void
}

/**
 * Decides what is true of a shot, step by step, at a coarse scale.
 *
 * @throws CancelledError once the signal is aborted, at the next stage.
 * @throws AssetMissingError where the settings name a table or picture that is not to be had.
 */
export async function decideShot(
  source: Source,
  plan: Plan,
  context: EngineContext,
  { steps = STEPS, until, patience = 'asks', onStep }: DecideOptions = {},
): Promise<ShotDecision> {
  const checkpoint = checkpointOf(context)
  const { network, typesetter, mattes, memory } = context
  const taken = stepsUntil(steps, until)
  let decision: ShotDecision = {
    facts: noFacts(source.size),
    passes: [],
    findings: [],
    mattes: [],
    assets: await readAssets(plan, context, taken),
  }
  for (const step of taken) {
    const decided = await step.decide?.(givenFor(decision, plan, step, null), {
      source,
      network,
      typesetter,
      forPlacements: placementsOf(plan).map((placement) => settingsFor(plan, step, placement)),
      patience,
      key: stepKey(plan, step),
      keptMatte: (key) => mattes.get(key) ?? null,
      memory,
      checkpoint,
    })
    if (decided) decision = withDecided(decision, step, decided)
    onStep?.(step.id, decision)
    checkpoint(step.id)
  }
  return decision
}

/** @throws TypeError where a step gives a fact that it does not declare. */
export function withDecided(before: ShotDecision, step: Step, decided: Decided): ShotDecision {
  const { facts = [], passes = [], findings = [], mattes = [] } = decided
  const undeclared = facts.find(({ fact }) => !step.gives?.includes(fact))
  if (undeclared) throw new TypeError(`Step ${step.id} does not declare ${undeclared.fact.name}`)
  return {
    ...before,
    facts: withFound(before.facts, facts),
    passes: [...before.passes, ...passes],
    findings: [...before.findings, ...findings],
    mattes: [...before.mattes, ...mattes],
  }
}
