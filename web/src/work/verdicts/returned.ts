import type { StepId } from '@cloudbank/core/steps'
import type { Shot } from '../../data'

/** Where on the bench a reason that comes often is put right. */
const STAGES: Readonly<Record<string, StepId>> = {
  edge: 'cut',
  colour: 'light',
  dirt: 'tidy',
  frame: 'frame',
}

export const isReturned = ({ verdict }: Pick<Shot, 'verdict'>): boolean =>
  verdict?.kind === 'returned'

/** The stage at which a returned shot is repaired; null where its reason names none. */
export const repairStageOf = ({ verdict }: Pick<Shot, 'verdict'>): StepId | null =>
  (verdict?.kind === 'returned' && STAGES[verdict.reason]) || null

/** The returned shot that comes after one, in their order and round to the first; null where there is no other. */
export function nextReturned(order: readonly Shot[], at: number): Shot | null {
  const after = [...order.slice(at + 1), ...order.slice(0, Math.max(0, at))]
  return after.find(isReturned) ?? null
}
