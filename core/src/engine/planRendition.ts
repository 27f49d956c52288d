import { settingsFor, type Plan } from '../brief'
import type { Placement } from '../outlets'
import { fractionsOf, wholeOf, within01, type Box01, type Size } from '../raster'
import { STEPS, type Registry, type RenditionPlan } from '../steps'
import type { Decision } from './decideShot'

/**
 * Decides everything about one rendition before a pixel of it is made: window, size, ground, overlays. It
 * depends on the shot and on this placement alone, never on the others that are made beside it.
 *
 * @param until ends after the step of this id.
 */
export function planRendition(
  { facts, passes }: Pick<Decision, 'facts' | 'passes'>,
  plan: Plan,
  placement: Placement,
  steps: Registry = STEPS,
  until?: string,
): RenditionPlan {
  let draft: RenditionPlan = {
    placement,
    window: wholeOf(facts.photograph),
    size: facts.photograph,
    upright: null,
    enlarging: 'plain',
    product: null,
    behind: { kind: 'original' },
    passes,
    findings: [],
  }
  for (const step of steps) {
    draft = step.plan?.(draft, settingsFor(plan, step, placement), facts) ?? draft
    if (step.id === until) break
  }
  return draft
}

/** The photograph's longer side, in pixels, at the scale of a rendition. */
export const neededSide = ({ window, size }: RenditionPlan, photograph: Size): number =>
  (Math.max(photograph.width, photograph.height) * size.width) / window.width

/** The part of the photograph that becomes the picture, as fractions of the photograph. */
export const windowOf = ({ window }: RenditionPlan, { facts }: Pick<Decision, 'facts'>): Box01 =>
  fractionsOf(window, facts.photograph)

/** The product in the picture, as fractions of the picture; null where the shot was left whole. */
export const productIn = (plan: RenditionPlan, { facts }: Pick<Decision, 'facts'>): Box01 | null =>
  plan.product && within01(fractionsOf(plan.product, facts.photograph), windowOf(plan, { facts }))
