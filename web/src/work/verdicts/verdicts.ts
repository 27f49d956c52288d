import { database, type Database, type ShootView, type Shot } from '../../data'
import { madeBy, recipeOf } from '../model'
import { strings } from '../strings'

/** Reasons that come often, in the order of their numbers. */
export const RETURN_REASONS = ['edge', 'colour', 'dirt', 'frame', strings.wrongPicture] as const

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
