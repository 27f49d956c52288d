import { ownOf, settingsFor, type Plan } from '../brief'
import type { ShotFacts } from '../facts'
import type { AnyFinding } from '../findings'
import type { PackedMatte } from '../matte'
import type { Placement } from '../outlets'
import type { Given, Pass, Registry, Step } from '../steps'

/** What is true of a shot, whichever rendition is made of it. */
export interface ShotDecision {
  readonly facts: ShotFacts
  /** What the steps do to the pixels of every rendition, in the order of the steps. */
  readonly passes: readonly Pass[]
  /** Findings about the shot as a whole. */
  readonly findings: readonly AnyFinding[]
  /** Mattes that were made anew, to be kept under their keys. */
  readonly mattes: readonly { readonly key: string; readonly matte: PackedMatte }[]
  /** The tables and pictures that the plan names, read, by step and hash. */
  readonly assets: ReadonlyMap<string, ReadonlyMap<string, unknown>>
}

/** What a step goes by: for the shot, or for one of its renditions. */
export const givenFor = (
  { facts, assets }: Pick<ShotDecision, 'facts' | 'assets'>,
  plan: Plan,
  step: Step,
  placement: Placement | null,
): Given => ({
  facts,
  settings: settingsFor(plan, step, placement),
  own: ownOf(plan, step),
  about: plan.about,
  assets: assets.get(step.id) ?? new Map<string, never>(),
})

/** The steps up to the one of this id; all where it is missing. */
export const stepsUntil = (steps: Registry, until: string | undefined): Registry =>
  until === undefined ? steps : steps.slice(0, steps.findIndex(({ id }) => id === until) + 1)
