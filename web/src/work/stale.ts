import type { Placement } from '@cloudbank/core/outlets'
import type { Standing } from '@cloudbank/core/steps'
import { countOf } from '@cloudbank/core/words'
import type { Rendition, Shot } from '../data'
import { keyOf, lightingOf, slotFor, type Recipe } from './recipe'
import { remembered } from './remembered'

/** The current renditions of a shoot, by slot. */
export type Renditions<Row = Pick<Rendition, 'key'>> = ReadonlyMap<string, Row>

/** Current renditions by their slots. */
export const bySlot = <Row extends Pick<Rendition, 'id'>>(rows: readonly Row[]): Map<string, Row> =>
  new Map(rows.map((row) => [row.id.slice(0, row.id.lastIndexOf('/')), row]))

const knownSlots = remembered<Pick<Shot, 'id'>, readonly string[]>()

/** Where a shot's renditions are found, in the order of the brief. */
function slotsOf(shot: Pick<Shot, 'id'>, recipe: Recipe): readonly string[] {
  const { placements } = recipe.steps.finish
  return knownSlots(shot, [recipe.briefId, placements], () =>
    placements.map(({ id }) => slotFor(shot, recipe, id)),
  )
}

const known = remembered<Shot, readonly Placement[]>()

/** The placements of a shot whose rendition is missing or out of date. */
export function stalePlacements(
  shot: Shot,
  recipe: Recipe,
  renditions: Renditions,
): readonly Placement[] {
  const { placements } = recipe.steps.finish
  const keys = slotsOf(shot, recipe).map((slot) => renditions.get(slot)?.key)
  return known(shot, [recipe.steps, lightingOf(shot, recipe.lightings), ...keys], () =>
    placements.filter((placement, i) => keys[i] !== keyOf(shot, recipe, placement)),
  )
}

/** The renditions of a shot that there are, in the order of the brief. */
export const renditionsOf = <Row>(
  shot: Pick<Shot, 'id'>,
  recipe: Recipe,
  renditions: Renditions<Row>,
): Row[] => slotsOf(shot, recipe).flatMap((slot) => renditions.get(slot) ?? [])

export function standingOf(shot: Shot, recipe: Recipe, renditions: Renditions): Standing {
  const stale = stalePlacements(shot, recipe, renditions).length
  if (stale === 0) return 'made'
  if (renditionsOf(shot, recipe, renditions).length === 0) return 'none'
  return stale === recipe.steps.finish.placements.length ? 'out-of-date' : 'partly'
}

/** What the button says that makes them: the real count, or that nothing is left to do. */
export function makeWords(toMake: number, total: number): string {
  return toMake === 0 && total > 0
    ? `All ${countOf(total, 'rendition')} made`
    : `Make ${countOf(toMake, 'rendition')}`
}

/** How many renditions are missing or out of date over all these shots. */
export function countStale(shots: readonly Shot[], recipe: Recipe, renditions: Renditions): number {
  return shots.reduce((sum, shot) => sum + stalePlacements(shot, recipe, renditions).length, 0)
}
