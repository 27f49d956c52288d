import type { BriefSteps } from '../brief'
import type { Placement } from '../outlets'
import type { Standing } from '../steps'
import { countOf } from '../words'
import { derivedOfEach } from './derived'
import { slotFor, type Recipe, type Recipes } from './recipe'
import { slotOfId, type BriefId, type Rendition, type Shot } from './rows'

/** The current renditions of a shoot, by slot. */
export type Renditions<Row = Pick<Rendition, 'key' | 'standsFor'>> = ReadonlyMap<string, Row>

/** Whether a rendition is what would be made under a key, or was put back in the place of what would. */
export const isOfKey = (
  { key, standsFor }: Pick<Rendition, 'key' | 'standsFor'>,
  wanted: string,
): boolean => key === wanted || standsFor === wanted

/** Current renditions by their slots. */
export const bySlot = <Row extends Pick<Rendition, 'id'>>(rows: readonly Row[]): Map<string, Row> =>
  new Map(rows.map((row) => [slotOfId(row.id), row]))

/** What the button says that makes them: the real count, or that nothing is left to do. */
export function makeWords(toMake: number, total: number): string {
  return toMake === 0 && total > 0
    ? `All ${countOf(total, 'rendition')} made`
    : `Make ${countOf(toMake, 'rendition')}`
}

/** How shots' renditions stand against what they are to be. */
export function createStandings({ keyOf, sharedSteps }: Recipes) {
  const slots = derivedOfEach(
    (
      shot: Pick<Shot, 'id'>,
      placements: readonly Placement[],
      briefId: BriefId,
    ): readonly string[] => placements.map(({ id }) => slotFor(shot, { briefId }, id)),
  )
  const slotsOf = (shot: Pick<Shot, 'id'>, { steps, briefId }: Recipe): readonly string[] =>
    slots(shot, steps.finish.placements, briefId)
  const stale = derivedOfEach(
    (
      shot: Shot,
      _shared: BriefSteps,
      recipe: Recipe,
      ...keys: readonly (string | undefined)[]
    ): readonly Placement[] =>
      recipe.steps.finish.placements.filter(
        (placement, i) => !keys.slice(2 * i, 2 * i + 2).includes(keyOf(shot, recipe, placement)),
      ),
  )
  /** The placements of a shot whose rendition is missing or out of date. */
  const stalePlacements = (
    shot: Shot,
    recipe: Recipe,
    renditions: Renditions,
  ): readonly Placement[] => {
    const keys = slotsOf(shot, recipe).flatMap((slot) => {
      const row = renditions.get(slot)
      return [row?.key, row?.standsFor ?? undefined]
    })
    return stale(shot, sharedSteps(shot, recipe), recipe, ...keys)
  }
  /** The renditions of a shot that there are, in the order of the brief. */
  const renditionsOf = <Row>(
    shot: Pick<Shot, 'id'>,
    recipe: Recipe,
    renditions: Renditions<Row>,
  ): Row[] => slotsOf(shot, recipe).flatMap((slot) => renditions.get(slot) ?? [])
  return {
    stalePlacements,
    renditionsOf,
    standingOf: (shot: Shot, recipe: Recipe, renditions: Renditions): Standing => {
      const count = stalePlacements(shot, recipe, renditions).length
      if (count === 0) return 'made'
      if (renditionsOf(shot, recipe, renditions).length === 0) return 'none'
      return count === recipe.steps.finish.placements.length ? 'out-of-date' : 'partly'
    },
    /** How many renditions are missing or out of date over all these shots. */
    countStale: (shots: readonly Shot[], recipe: Recipe, renditions: Renditions): number =>
      shots.reduce((sum, shot) => sum + stalePlacements(shot, recipe, renditions).length, 0),
  }
}

export type Standings = ReturnType<typeof createStandings>
