import { placementsOf, type Plan } from '../brief'
import type { ShotFacts } from '../facts'
import type { Placement } from '../outlets'
import { fractionsOf, wholeOf, within01, type Box01, type Size } from '../raster'
import type { Source } from '../source'
import { STEPS, type Registry, type RenditionPlan } from '../steps'
import { givenFor, stepsUntil, type ShotDecision } from './decision'

/**
 * Decides everything about one rendition before a pixel of it is made: window, size, ground, overlays. It
 * depends on the shot and on this placement alone, never on the others that are made beside it.
 *
 * @param until ends after the step of this id.
 */
export function planRendition(
  decision: Pick<ShotDecision, 'facts' | 'passes' | 'assets'>,
  plan: Plan,
  placement: Placement,
  steps: Registry = STEPS,
  until?: string,
): RenditionPlan {
  const { photograph } = decision.facts
  let draft: RenditionPlan = {
    placement,
    window: wholeOf(photograph),
    size: photograph,
    upright: null,
    enlarging: 'plain',
    product: null,
    behind: { kind: 'original' },
    passes: decision.passes,
    handles: [],
    findings: [],
  }
  for (const step of stepsUntil(steps, until))
    draft = step.plan?.(draft, givenFor(decision, plan, step, placement)) ?? draft
  return draft
}

/** The photograph's longer side, in pixels, at the scale of a rendition. */
export const neededSide = (
  { window, size }: Pick<RenditionPlan, 'window' | 'size'>,
  photograph: Size,
): number => (Math.max(photograph.width, photograph.height) * size.width) / window.width

/** The photograph's longer side at the scale of each of a shot's renditions, in pixels. */
export const scalesOf = (
  source: Pick<Source, 'size'>,
  plan: Plan,
  decided: Pick<ShotDecision, 'facts' | 'passes' | 'assets'>,
  steps: Registry = STEPS,
): { readonly placementId: string; readonly sidePx: number }[] =>
  placementsOf(plan).map((placement) => ({
    placementId: placement.id,
    sidePx: neededSide(planRendition(decided, plan, placement, steps), source.size),
  }))

/** The part of the photograph that becomes the picture, as fractions of the photograph. */
export const windowOf = ({ window }: RenditionPlan, { photograph }: ShotFacts): Box01 =>
  fractionsOf(window, photograph)

/** The product in the picture, as fractions of the picture; null where the shot was left whole. */
export const productIn = (plan: RenditionPlan, facts: ShotFacts): Box01 | null =>
  plan.product && within01(fractionsOf(plan.product, facts.photograph), windowOf(plan, facts))
