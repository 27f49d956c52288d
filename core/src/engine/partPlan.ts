import { placementsOf, type Plan } from '../brief'
import type { Pass, RenditionPlan, ViewedPart } from '../steps'

/** A part of the photograph as it lies, at a size, with what steps do to its pixels: to be looked at. */
export function partPlan(
  plan: Plan,
  { window, size }: ViewedPart,
  passes: readonly Pass[],
): RenditionPlan {
  const [placement] = placementsOf(plan)
  if (!placement) throw new TypeError('A plan without placements has no picture')
  return {
    placement,
    window,
    size,
    behind: { kind: 'original' },
    upright: null,
    enlarging: 'plain',
    product: null,
    passes,
    handles: [],
    findings: [],
  }
}
