import { STEPS, type StepId } from '@cloudbank/core/steps'

/** The stages of the line: the steps of a brief, in their order. */
export const STAGES: readonly { readonly id: StepId; readonly title: string }[] = STEPS
