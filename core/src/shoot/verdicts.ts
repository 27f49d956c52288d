import { derived } from './derived'
import { digest } from '../memory'
import type { Recipe, Recipes } from './recipe'
import type { Shot } from './rows'

/** What a person made of a shot. */
export type ShotVerdict = NonNullable<Shot['verdict']>

export const verdictWords = (verdict: ShotVerdict): string =>
  verdict.kind === 'passed' ? 'passed' : `returned: ${verdict.reason}`

/** Tells whether a verdict still is of the shot as it is. */
export function createVerdicts({ keyOf, sharedSteps }: Recipes) {
  const fingerprintOf = derived((shot: Shot, _shared: object, recipe: Recipe): string => {
    const { look } = recipe
    const keys = look.finish.placements.map((at) => keyOf(shot, { ...recipe, steps: look }, at))
    return digest(keys.join('\n'))
  })
  /** What a shot is made by: it changes when anything that shows does, wherever it goes. */
  const madeBy = (shot: Shot, recipe: Recipe): string =>
    fingerprintOf(shot, sharedSteps(shot, { ...recipe, steps: recipe.look }), recipe)
  return {
    madeBy,
    /** Whether a shot has been changed since its verdict was given. */
    isChangedSince: (shot: Shot, recipe: Recipe): boolean =>
      shot.verdict !== null &&
      shot.verdict.of !== undefined &&
      shot.verdict.of !== madeBy(shot, recipe),
  }
}

export type Verdicts = ReturnType<typeof createVerdicts>
