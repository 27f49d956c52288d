import { FORMATS } from '@cloudbank/core/codec'
import { placementSize } from '@cloudbank/core/steps'
import type { Rendition, ShootView } from '../../data'
import { keyOf, recipeOf, slotFor } from '../../work/recipe'

/** The renditions that are up to date with the brief. */
export function readyFor(view: ShootView): Rendition[] {
  const recipe = recipeOf(view)
  return view.shots.flatMap((shot) =>
    recipe.steps.finish.placements.flatMap((placement) => {
      const rendition = view.renditions.get(slotFor(shot, recipe, placement.id))
      return rendition?.key === keyOf(shot, recipe, placement) ? [rendition] : []
    }),
  )
}

export interface PlacementSummary {
  readonly id: string
  readonly name: string
  /** “1200 × 1200 JPEG”. */
  readonly asked: string
  readonly ready: number
  readonly bytes: number
  readonly heaviest: number
  /** Files over the byte limit. */
  readonly over: number
}

/** One line a placement: how many are ready, and what they weigh. */
export function summarise(
  { briefRow }: ShootView,
  ready: readonly Rendition[],
): PlacementSummary[] {
  const { finish, frame } = briefRow.brief.steps
  return finish.placements.map((placement) => {
    const own = ready.filter(({ placementId }) => placementId === placement.id)
    const { width, height } = placementSize(placement, frame)
    const limit = placement.limitBytes ?? Infinity
    return {
      id: placement.id,
      name: placement.name,
      asked: `${width} × ${height} ${FORMATS[placement.format].word}`,
      ready: own.length,
      bytes: own.reduce((sum, { bytes }) => sum + bytes, 0),
      heaviest: Math.max(0, ...own.map(({ bytes }) => bytes)),
      over: own.filter(({ bytes }) => bytes > limit).length,
    }
  })
}
