import { verdictWords, type RecipeRows } from '@cloudbank/core/shoot'
import { database, performNamed, put, type Database, type Shot } from '../../data'
import { madeBy, recipeOf } from '../model'
import { strings } from '../strings'

/** Reasons that come often, in the order of their numbers. */
export const RETURN_REASONS = ['edge', 'colour', 'dirt', 'frame', strings.wrongPicture] as const

export type NewVerdict =
  { readonly kind: 'passed' } | { readonly kind: 'returned'; readonly reason: string } | null

/**
 * Gives a shot a verdict, or takes it back: a deed like any other, which Undo takes back first.
 *
 * @returns the deed's id; null where nothing has changed.
 */
export const recordVerdict = (
  shot: Shot,
  view: RecipeRows,
  verdict: NewVerdict,
  db: Database = database,
): Promise<number | null> =>
  performNamed(
    {
      shootId: view.shoot.id,
      words: strings.judged(shot.fileName, verdict ? verdictWords(verdict) : strings.unreviewed),
      edits: [
        put(
          'shots',
          shot.id,
          ['verdict'],
          verdict && { ...verdict, of: madeBy(shot, recipeOf(view)) },
        ),
      ],
    },
    db,
  )
