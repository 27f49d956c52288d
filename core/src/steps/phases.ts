import type { Registry } from './defineRegistry'
import type { Step } from './step'

/**
 * The phases in which a photograph becomes files, in their order, and of what each is true. A step takes part in
 * those that it has a method for; nothing that a phase works out is read by one before it.
 */
export const PHASES = [
  { id: 'examine', of: 'photograph', does: 'finds what is wrong with a photograph as it came in' },
  { id: 'decide', of: 'shot', does: 'works out what is true of a shot, at a coarse scale' },
  { id: 'plan', of: 'rendition', does: 'settles window, size, ground and passes of a rendition' },
  { id: 'refine', of: 'shot', does: 'makes the levels of the matte that the renditions need' },
  { id: 'mend', of: 'shot', does: 'lays what was cleaned over the photograph' },
  { id: 'inspect', of: 'rendition', does: 'looks at the pixels once they are drawn' },
  { id: 'check', of: 'rendition', does: 'judges the finished file' },
] as const satisfies readonly { id: keyof Step; of: string; does: string }[]

export type Phase = (typeof PHASES)[number]['id']

/** The steps that take part in a phase, in their order. */
export const stepsIn = (phase: Phase, steps: Registry): readonly Step[] =>
  steps.filter((step) => step[phase] !== undefined)

/** The phases in which a step takes part. */
export const phasesOf = (step: Step): readonly Phase[] =>
  PHASES.map(({ id }) => id).filter((id) => step[id] !== undefined)
