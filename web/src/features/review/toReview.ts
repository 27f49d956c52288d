import { badnessOf } from '@cloudbank/core/shoot'
import { findingsOf, isChangedSince, recipeOf } from '../../work/model'
import type { ShootView, Shot } from '../../data'

/** The shots that need a verdict, worst first: those without one or changed since; all of them where none is left. */
export function toReview(view: ShootView): Shot[] {
  const recipe = recipeOf(view)
  const open = view.shots.filter((shot) => shot.verdict === null || isChangedSince(shot, recipe))
  const shots = open.length > 0 ? open : view.shots
  const badness = new Map(shots.map((shot) => [shot.id, badnessOf(shot, findingsOf(shot, view))]))
  return [...shots].sort((a, b) => badness.get(b.id)! - badness.get(a.id)!)
}
