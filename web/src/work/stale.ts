import type { Placement } from '@cloudbank/core/steps'
import { countOf } from '@cloudbank/core/words'
import type { Rendition, Shot } from '../data'
import { keyOf, planOf, type Recipe } from './recipe'

/** How a shot's renditions stand against the brief. */
export type Standing = 'none' | 'partly' | 'out-of-date' | 'made'

/** The placements of a shot whose rendition is missing or out of date. */
export function stalePlacements(
  shot: Shot,
  recipe: Recipe,
  renditions: ReadonlyMap<string, Pick<Rendition, 'key'>>,
): Placement[] {
  const plan = planOf(shot, recipe)
  return recipe.steps.finish.placements.filter(
    (placement) => renditions.get(`${shot.id}/${placement.id}`)?.key !== keyOf(plan, placement),
  )
}

export function standingOf(
  shot: Shot,
  recipe: Recipe,
  renditions: ReadonlyMap<string, Pick<Rendition, 'key'>>,
): Standing {
  const { placements } = recipe.steps.finish
  const stale = stalePlacements(shot, recipe, renditions).length
  if (stale === 0) return 'made'
  const present = placements.filter(({ id }) => renditions.has(`${shot.id}/${id}`)).length
  if (present === 0) return 'none'
  return stale === placements.length ? 'out-of-date' : 'partly'
}

/** What the button says that makes them: the real count, or that nothing is left to do. */
export function makeWords(toMake: number, total: number): string {
  return toMake === 0 && total > 0
    ? `All ${countOf(total, 'rendition')} made`
    : `Make ${countOf(toMake, 'rendition')}`
}

/** How many renditions are missing or out of date over all these shots. */
export function countStale(
  shots: readonly Shot[],
  recipe: Recipe,
  renditions: ReadonlyMap<string, Pick<Rendition, 'key'>>,
): number {
  return shots.reduce((sum, shot) => sum + stalePlacements(shot, recipe, renditions).length, 0)
}
