import { layerSteps, planShot, type BriefSteps, type Plan } from '@cloudbank/core/brief'
import type { Lighting, Shot } from '../data'

/** What makes shots into renditions, apart from each shot's own touches. */
export interface Recipe {
  readonly steps: BriefSteps
  readonly lightings: ReadonlyMap<string, Lighting>
}

/** The lighting that a shot is in. */
export const lightingOf = (shot: Shot, lightings: ReadonlyMap<string, Lighting>): Lighting | null =>
  (shot.lightingId !== null && lightings.get(shot.lightingId)) || null

/** The settings of one shot: brief, lighting, touches. */
export const stepsOf = (shot: Shot, { steps, lightings }: Recipe): BriefSteps =>
  layerSteps(steps, lightingOf(shot, lightings), shot.touches)

/** Everything that decides a shot's pixels. */
export const planOf = (shot: Shot, recipe: Recipe): Plan =>
  planShot(shot.originalHash, stepsOf(shot, recipe))
