import {
  layered,
  layerSteps,
  planShot,
  settingsKey,
  type BriefSteps,
  type Plan,
  type Touches,
} from '@cloudbank/core/brief'
import { placesOf, type Placement } from '@cloudbank/core/outlets'
import { lightingTouch } from '@cloudbank/core/steps'
import {
  slotOf,
  type BriefId,
  type BriefRow,
  type Lighting,
  type Shoot,
  type ShootView,
  type Shot,
} from '../data'

/** What makes shots into renditions, apart from each shot's own touches. */
export interface Recipe {
  readonly briefId: BriefId
  /** The brief's, with the placements of the outlets that the shoot goes to. */
  readonly steps: BriefSteps
  /** The brief's alone: what pictures look like, wherever they go. */
  readonly look: BriefSteps
  readonly lightings: ReadonlyMap<string, Lighting>
}

/** What a shoot's shots are made by. */
export const recipeOf = ({
  shoot,
  briefRow,
  lightings,
}: Pick<ShootView, 'shoot' | 'briefRow' | 'lightings'>): Recipe => ({
  briefId: briefRow.id,
  steps: stepsFor(briefRow.brief.steps, shoot),
  look: briefRow.brief.steps,
  lightings,
})

type Going = Pick<Shoot, 'outlets' | 'ownFiles'>

const withOutlets = new WeakMap<BriefSteps, WeakMap<Going['outlets'], Map<boolean, BriefSteps>>>()

/** The settings of a brief with the placements that a shoot goes to; the same object for the same. */
export function stepsFor(steps: BriefSteps, { outlets, ownFiles }: Going): BriefSteps {
  if (outlets.length === 0) return steps
  const ofSteps =
    withOutlets.get(steps) ?? new WeakMap<Going['outlets'], Map<boolean, BriefSteps>>()
  withOutlets.set(steps, ofSteps)
  const ofOutlets = ofSteps.get(outlets) ?? new Map<boolean, BriefSteps>()
  ofSteps.set(outlets, ofOutlets)
  const placements = [
    ...(ownFiles ? steps.finish.placements : []),
    ...placesOf(outlets).map(({ planned }) => planned),
  ]
  const made = ofOutlets.get(ownFiles) ?? { ...steps, finish: { ...steps.finish, placements } }
  ofOutlets.set(ownFiles, made)
  return made
}

/** A shoot's brief as a run takes it: with the placements of its outlets. */
export const goingBrief = ({ id, brief }: BriefRow, shoot: Going): BriefRow => ({
  id,
  brief: { ...brief, steps: stepsFor(brief.steps, shoot) },
})

/** The lighting that a shot is in. */
export const lightingOf = (shot: Shot, lightings: ReadonlyMap<string, Lighting>): Lighting | null =>
  (shot.lightingId !== null && lightings.get(shot.lightingId)) || null

/** What a lighting lays over the brief. */
export const touchesOf = (lighting: Lighting | null): Touches =>
  lighting ? { light: lightingTouch(lighting) } : {}

/** The layered settings of a lighting, the same object for all of its shots. */
const known = new WeakMap<BriefSteps, WeakMap<Lighting, BriefSteps>>()

/** The settings of a shot's brief and lighting, its own touches apart. */
export function sharedSteps(shot: Shot, { steps, lightings }: Recipe): BriefSteps {
  const lighting = lightingOf(shot, lightings)
  if (!lighting) return steps
  const ofSteps = known.get(steps) ?? new WeakMap<Lighting, BriefSteps>()
  known.set(steps, ofSteps)
  const made = ofSteps.get(lighting) ?? layerSteps(steps, touchesOf(lighting))
  ofSteps.set(lighting, made)
  return made
}

/** The settings of one shot: brief, lighting, touches. */
export const stepsOf = (shot: Shot, recipe: Recipe): BriefSteps =>
  layered(sharedSteps(shot, recipe), shot.touches)

/** Everything that decides a shot's pixels. */
export const planOf = (shot: Shot, recipe: Recipe): Plan =>
  planShot(shot.originalHash, sharedSteps(shot, recipe), shot.touches)

/** Whether anything is set for a shot alone. */
export const isTouched = ({ touches }: Shot): boolean =>
  Object.values(touches).some((step) => step !== undefined && Object.keys(step).length > 0)

/** The parts of keys that come of settings without touches, by settings and placement. */
const keys = new WeakMap<BriefSteps, WeakMap<Placement, string>>()

/** The key of one rendition of a shot; worked out once for all shots of the same settings. */
export function keyOf(shot: Shot, recipe: Recipe, placement: Placement): string {
  const { originalHash } = shot
  const madeAnew = (): string => settingsKey(planOf(shot, recipe), placement)
  if (isTouched(shot)) return `${originalHash}/${madeAnew()}`
  const steps = sharedSteps(shot, recipe)
  const ofSteps = keys.get(steps) ?? new WeakMap<Placement, string>()
  keys.set(steps, ofSteps)
  const part = ofSteps.get(placement) ?? madeAnew()
  ofSteps.set(placement, part)
  return `${originalHash}/${part}`
}

/** Where the current rendition of a shot for one of the brief's own placements is found. */
export const slotFor = (
  shot: Pick<Shot, 'id'>,
  { briefId }: Pick<Recipe, 'briefId'>,
  placementId: string,
): string => slotOf({ shotId: shot.id, briefId, outletId: null, placementId })
