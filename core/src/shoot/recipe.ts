import {
  layered,
  layerSteps,
  planShot,
  settingsFor,
  settingsKey,
  type BriefSteps,
  type Plan,
  type Touches,
} from '../brief'
import { placesOf, type Placement } from '../outlets'
import { lightingTouch, STEPS, type Step, type StepId } from '../steps'
import { createAbouts, type ShootData } from './about'
import { derived } from './derived'
import type { ShotAbout } from '../names'
import {
  slotOf,
  type BriefId,
  type BriefRow,
  type Lighting,
  type Shoot,
  type ShootRows,
  type Shot,
} from './rows'

/** What makes shots into renditions, apart from each shot's own touches. */
export interface Recipe {
  readonly briefId: BriefId
  /** The brief's, with the placements of the outlets that the shoot goes to. */
  readonly steps: BriefSteps
  /** The brief's alone: what pictures look like, wherever they go. */
  readonly look: BriefSteps
  readonly lightings: ReadonlyMap<string, Lighting>
  /** What marks may say about the shots. */
  readonly data: ShootData
}

/** The rows of a shoot that decide what its shots are made by. */
export type RecipeRows = Pick<
  ShootRows,
  'shoot' | 'briefRow' | 'lightings' | 'shots' | 'products' | 'day'
>

/** Where a shoot's pictures go. */
type Destined = Pick<Shoot, 'outlets' | 'ownFiles'>

/** The lighting that a shot is in. */
export const lightingOf = (shot: Shot, lightings: ReadonlyMap<string, Lighting>): Lighting | null =>
  (shot.lightingId !== null && lightings.get(shot.lightingId)) || null

/** What a lighting lays over the brief. */
export const lightingTouches = (lighting: Lighting | null): Touches =>
  lighting ? { light: lightingTouch(lighting) } : {}

/** Whether anything is set for a shot alone. */
export const isTouched = ({ touches }: Pick<Shot, 'touches'>): boolean =>
  Object.values(touches).some((step) => step !== undefined && Object.keys(step).length > 0)

/** Where the current rendition of a shot for a placement, as it is planned, is found. */
export const slotFor = (
  shot: Pick<Shot, 'id'>,
  { briefId }: Pick<Recipe, 'briefId'>,
  placementId: string,
): string => slotOf({ shotId: shot.id, briefId, placementId })

/** What a shot is made by, and the keys that come of it. */
export function createRecipes() {
  const { reads, dataOf, aboutOf } = createAbouts()
  const withOutlets = derived(
    (steps: BriefSteps, outlets: Shoot['outlets'], ownFiles: boolean): BriefSteps => {
      if (outlets.length === 0) return steps
      const placements = [
        ...(ownFiles ? steps.finish.placements : []),
        ...placesOf(outlets).map(({ planned }) => planned),
      ]
      return { ...steps, finish: { ...steps.finish, placements } }
    },
  )
  const recipeFrom = derived(
    (
      look: BriefSteps,
      steps: BriefSteps,
      lightings: ReadonlyMap<string, Lighting>,
      data: ShootData,
      briefId: BriefId,
    ): Recipe => ({ briefId, steps, look, lightings, data }),
  )
  const withLighting = derived((steps: BriefSteps, lighting: Lighting): BriefSteps =>
    layerSteps(steps, lightingTouches(lighting)),
  )
  /** The part of a key that comes of settings, for all untouched shots that share them and are marked by none. */
  const sharedKey = derived((steps: BriefSteps, placement: Placement): string =>
    settingsKey(planShot('', steps), placement),
  )
  const ownKey = derived(
    (shot: Shot, steps: BriefSteps, placement: Placement, about: ShotAbout): string =>
      settingsKey(planShot(shot.originalHash, steps, shot.touches, about), placement),
  )

  const settings = derived(
    (shot: Shot, steps: BriefSteps, step: Step, placement: Placement | null) =>
      settingsFor(planShot(shot.originalHash, steps, shot.touches), step, placement),
  )

  const stepsFor = (steps: BriefSteps, { outlets, ownFiles }: Destined): BriefSteps =>
    withOutlets(steps, outlets, ownFiles)
  const sharedSteps = (shot: Shot, { steps, lightings }: Recipe): BriefSteps => {
    const lighting = lightingOf(shot, lightings)
    return lighting ? withLighting(steps, lighting) : steps
  }
  return {
    /** What a shoot's shots are made by; the same object for the same. */
    recipeOf: (rows: RecipeRows): Recipe => {
      const { shoot, briefRow, lightings } = rows
      const look = briefRow.brief.steps
      const steps = stepsFor(look, shoot)
      return recipeFrom(look, steps, lightings, dataOf(rows, steps), briefRow.id)
    },
    /** Whether what marks say of a shot goes by its product, or by the other shots of it. */
    readsData: reads,
    dataOf,
    /** The settings of a brief with the placements that a shoot goes to; the same object for the same. */
    stepsFor,
    /** A shoot's brief as a run takes it: with the placements of its outlets. */
    runBrief: ({ id, brief }: BriefRow, shoot: Destined): BriefRow => ({
      id,
      brief: { ...brief, steps: stepsFor(brief.steps, shoot) },
    }),
    /** The settings of a shot's brief and lighting, its own touches apart; the same object for the same. */
    sharedSteps,
    /** The settings of one shot: brief, lighting, touches. */
    stepsOf: (shot: Shot, recipe: Recipe): BriefSteps =>
      layered(sharedSteps(shot, recipe), shot.touches),
    /** Everything that decides a shot's pixels. */
    planOf: (shot: Shot, recipe: Recipe): Plan => {
      const steps = sharedSteps(shot, recipe)
      const about = aboutOf(shot, steps, recipe.data)
      return planShot(shot.originalHash, steps, shot.touches, about)
    },
    /**
     * The settings of one step for a shot, or for one of its renditions: the brief's and the lighting's, what the
     * placement asks, the shot's own, and what it has for that placement alone. The same object for the same.
     */
    settingsAt: <Id extends StepId>(
      shot: Shot,
      recipe: Recipe,
      id: Id,
      placementId: string | null,
    ): BriefSteps[Id] => {
      const step = STEPS.find((one) => one.id === id)! // of the registry
      const placement = recipe.steps.finish.placements.find((one) => one.id === placementId) ?? null
      return settings(shot, sharedSteps(shot, recipe), step, placement) as BriefSteps[Id] // of its step
    },
    /** The key of one rendition of a shot. */
    keyOf: (shot: Shot, recipe: Recipe, placement: Placement): string => {
      const steps = sharedSteps(shot, recipe)
      const part =
        isTouched(shot) || reads(shot, steps)
          ? ownKey(shot, steps, placement, aboutOf(shot, steps, recipe.data))
          : sharedKey(steps, placement)
      return `${shot.originalHash}/${part}`
    },
  }
}

export type Recipes = ReturnType<typeof createRecipes>
