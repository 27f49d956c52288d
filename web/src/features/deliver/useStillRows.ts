import { useRef } from 'react'
import type { DeliveryDecision } from './decisions'

/** A decision where it was first shown; once there is nothing left to decide, it keeps its place. */
export interface StillRow {
  readonly decision: DeliveryDecision
  readonly isSettled: boolean
}

/** Decisions that stand still under the pointer: none moves when others are settled, and new ones come last. */
export function useStillRows(decisions: readonly DeliveryDecision[]): readonly StillRow[] {
  const rows = useRef<readonly StillRow[]>([])
  rows.current = stillRows(rows.current, decisions)
  return rows.current
}

/** The rows after there was something else to decide; those of before keep their order. */
export function stillRows(
  before: readonly StillRow[],
  decisions: readonly DeliveryDecision[],
): readonly StillRow[] {
  const now = new Map(decisions.map((decision) => [decision.id, decision]))
  const kept = before.map(({ decision }) => {
    const still = now.get(decision.id)
    return { decision: still ?? decision, isSettled: still === undefined }
  })
  const known = new Set(before.map(({ decision }) => decision.id))
  const fresh = decisions.filter(({ id }) => !known.has(id))
  return [...kept, ...fresh.map((decision) => ({ decision, isSettled: false }))]
}
