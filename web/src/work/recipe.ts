import {
  layerSteps,
  planShot,
  renditionKey,
  type BriefSteps,
  type Plan,
} from '@cloudbank/core/brief'
import type { Placement } from '@cloudbank/core/steps'
import type { Lighting, Shot } from '../data'

/** What makes shots into renditions, apart from each shot's own touches. */
export interface Recipe {
  readonly steps: BriefSteps
  readonly lightings: ReadonlyMap<string, Lighting>
}

/** The lighting that a shot is in. */
export const lightingOf = (shot: Shot, lightings: ReadonlyMap<string, Lighting>): Lighting | null =>
  (shot.lightingId !== null && lightings.get(shot.lightingId)) || null

/** The layered settings of untouched shots, which are the same for a whole lighting. */
const layered = new WeakMap<object, WeakMap<BriefSteps, BriefSteps>>()

/** The settings of one shot: brief, lighting, touches. */
export function stepsOf(shot: Shot, { steps, lightings }: Recipe): BriefSteps {
  const lighting = lightingOf(shot, lightings)
  if (Object.keys(shot.touches.light).length > 0) return layerSteps(steps, lighting, shot.touches)
  if (!lighting) return steps
  const known = layered.get(lighting) ?? new WeakMap<BriefSteps, BriefSteps>()
  layered.set(lighting, known)
  const made = known.get(steps) ?? layerSteps(steps, lighting, shot.touches)
  known.set(steps, made)
  return made
}

/** Everything that decides a shot's pixels. */
export const planOf = (shot: Shot, recipe: Recipe): Plan =>
  planShot(shot.originalHash, stepsOf(shot, recipe))

/** The part of a rendition's key that comes of settings, by settings and placement. */
const keys = new WeakMap<BriefSteps, Map<Placement, string>>()

/** `renditionKey`, worked out once for all shots of the same settings. */
export function keyOf(plan: Plan, placement: Placement): string {
  const known = keys.get(plan.steps) ?? new Map<Placement, string>()
  keys.set(plan.steps, known)
  const parts = known.get(placement) ?? renditionKey({ ...plan, original: '' }, placement)
  known.set(placement, parts)
  return plan.original + parts
}
