import { database, type Database, type ShootView, type Shot } from '../../data'
import { keyOf, lightingOf, recipeOf, type Recipe } from '../recipe'
import { remembered } from '../remembered'
import { fingerprint } from './fingerprint'

export type Verdict = NonNullable<Shot['verdict']>

/** Reasons that come often, in the order of their numbers. */
export const RETURN_REASONS = ['edge', 'colour', 'dirt', 'frame', 'wrong picture'] as const

export const verdictWords = (verdict: Verdict): string =>
  verdict.kind === 'passed' ? 'passed' : `returned: ${verdict.reason}`

const known = remembered<Shot, string>()

/** What a shot is made by: it changes when anything that shows does. */
const madeBy = (shot: Shot, recipe: Recipe): string =>
  known(shot, [recipe.look, lightingOf(shot, recipe.lightings)], () => {
    const { look } = recipe
    const keys = look.finish.placements.map((at) => keyOf(shot, { ...recipe, steps: look }, at))
    return fingerprint(keys.join('\n'))
  })

/** Whether a shot has been changed since its verdict was given. */
export const isChangedSince = (shot: Shot, recipe: Recipe): boolean =>
  shot.verdict !== null && shot.verdict.of !== undefined && shot.verdict.of !== madeBy(shot, recipe)

/**
 * Gives a shot a verdict, or takes it back. Verdicts are no deeds: another one, or none, takes the place of
 * what was given, and Undo is for what changes pictures.
 */
export async function recordVerdict(
  shot: Shot,
  view: Pick<ShootView, 'shoot' | 'briefRow' | 'lightings'>,
  verdict:
    { readonly kind: 'passed' } | { readonly kind: 'returned'; readonly reason: string } | null,
  db: Database = database,
): Promise<void> {
  await db.shots.update(shot.id, {
    verdict: verdict && { ...verdict, of: madeBy(shot, recipeOf(view)) },
  })
}
