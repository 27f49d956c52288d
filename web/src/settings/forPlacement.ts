import { BriefSteps, planShot, settingsFor } from '@cloudbank/core/brief'
import type { Placement } from '@cloudbank/core/outlets'
import { STEPS, type StepId } from '@cloudbank/core/steps'
import { isSame } from '../data'
import type { BriefEditor } from './useBriefEditor'
import { strings } from './strings'

/** Changes what one placement has in place of the brief's settings. */
export interface PlacementEditor extends BriefEditor {
  /** What the placement sets in a step, by field. */
  readonly ownOf: (step: StepId) => Readonly<Record<string, unknown>>
  /** Has a setting as the brief has it again. */
  readonly release: (words: string, step: StepId, field: string) => void
}

/** A brief as one of its placements has it, and the editor that changes that alone. */
export function forPlacement(editor: BriefEditor, placement: Placement): PlacementEditor {
  const { steps } = editor.brief
  const here = stepsAt(steps, placement)
  const save = (words: string, changes: Placement['changes']): void =>
    editor.set(
      strings.ofPlacement(placement.name, words),
      'finish',
      'placements',
      placementsWith(steps, { ...placement, changes }),
    )
  const withOne = (step: StepId, field: string, value: unknown): Placement['changes'] =>
    withChange(placement.changes, { step, field, value })
  return {
    ...editor,
    brief: { ...editor.brief, steps: here },
    show: (step, field, value) =>
      editor.show(
        'finish',
        'placements',
        placementsWith(steps, { ...placement, changes: withOne(step, field, value) }),
      ),
    set: (words, step, field, value) => save(words, withOne(step, field, value)),
    replaceSteps: (words, next) =>
      save(words, differences(here, next).reduce(withChange, placement.changes)),
    ownOf: (step) => placement.changes[step] ?? {},
    release: (words, step, field) => save(words, withOne(step, field, undefined)),
  }
}

interface Change {
  readonly step: StepId
  readonly field: string
  /** Undefined is as in the brief. */
  readonly value: unknown
}

function withChange(
  changes: Placement['changes'],
  { step, field, value }: Change,
): Placement['changes'] {
  const others = Object.entries(changes[step] ?? {}).filter(([name]) => name !== field)
  const own = Object.fromEntries(value === undefined ? others : [...others, [field, value]])
  return { ...changes, [step]: own } as Placement['changes'] // JSON, by its schema
}

const placementsWith = (steps: BriefSteps, changed: Placement): Placement[] =>
  steps.finish.placements.map((one) => (one.id === changed.id ? changed : one))

/** The settings that a placement may have of its own and that are not the same in both. */
function differences(before: BriefSteps, after: BriefSteps): Change[] {
  return STEPS.flatMap(({ id, perPlacement = [] }) => {
    const [was, is] = [before[id], after[id]] as Record<string, unknown>[]
    return perPlacement
      .filter((field) => !isSame(was?.[field], is?.[field]))
      .map((field) => ({ step: id, field, value: is?.[field] }))
  })
}

/** The settings of a brief as one placement has them. */
function stepsAt(steps: BriefSteps, placement: Placement): BriefSteps {
  const plan = planShot('', steps)
  const own = STEPS.map((step) => [step.id, settingsFor(plan, step, placement)])
  return BriefSteps.parse(Object.fromEntries(own))
}
