import { countStale, recipeOf, runBrief, stalePlacements } from '../../work/model'
import type { CutOutFormat } from '@cloudbank/core/cutOut'
import { countOf } from '@cloudbank/core/words'
import { perform, remove, type ShootView, type Shot } from '../../data'
import { attempt, useNotices } from '../../notices'
import { useGo } from '../../ui/useGo'
import { saveCutOuts } from '../../work/cutOuts'
import { evenOut } from '../../work/lightings'
import { assignProduct } from '../../work/products'
import { makeShots } from '../../work/runs'
import { straighten } from '../../work/straighten'
import { useSheet } from './sheetStore'
import type { SheetShots } from './useSheetShots'
import { strings } from './strings'

/** Shots that a brief is tried on first. */
const TRY_ON = 3

/** What can be done on the sheet to the shots that it shows. */
export function useSheetDeeds(view: ShootView, shown: SheetShots) {
  const { shoot, shots, renditions, briefRow } = view
  const { groups, order, left, selected } = shown
  const { pickAll, moveFocus } = useSheet()
  const go = useGo()
  const recipe = recipeOf(view)
  const firstShown = order
    .slice(0, TRY_ON)
    .flatMap((id) => shots.find((one) => one.id === id) ?? [])
  const tryShots = selected.length > 0 ? selected : firstShown

  const make = (chosen: readonly Shot[]): void => {
    const stale = chosen.filter((shot) => stalePlacements(shot, recipe, renditions).length > 0)
    attempt(
      makeShots(
        shoot.id,
        stale.map(({ id }) => id),
        runBrief(briefRow, shoot),
      ),
      strings.runCouldntBeStarted,
    )
  }
  const removeSelected = (): void =>
    attempt(
      perform({
        shootId: shoot.id,
        words: strings.removed(selected.length),
        edits: selected.map((shot) => remove('shots', shot)),
      }),
    )
  const even = (chosen: readonly Shot[]): void =>
    attempt(
      evenOut(view, chosen, countOf(chosen.length, 'shot')).then(({ evens, left: others }) =>
        useNotices.getState().say(strings.evenedOutLeftAsThey(evens.size, others.length)),
      ),
    )
  const toLightings = (): void => go(`/shoots/${shoot.id}/lightings`)
  const evenTheirs = {
    words: strings.evenOutTheirLightings,
    act: () => even(withFamilies(selected, shots)),
  }
  return {
    tryShots,
    toMake: countStale(left, recipe, renditions),
    toTry: countStale(tryShots, recipe, renditions),
    makeAll: () => make(groups.flatMap((group) => group.shots)),
    tryThem: () => {
      make(tryShots)
      // They are shown being made.
      if (tryShots[0]) moveFocus(tryShots[0].id)
    },
    removeSelected,
    even,
    assign: (chosen: readonly Shot[], sku: string) => attempt(assignProduct(chosen, sku)),
    saveCutOuts: (format: CutOutFormat) =>
      attempt(saveCutOuts(shoot, selected, format), strings.cutOutsCouldntBeSaved),
    review: () => go(`/shoots/${shoot.id}/review`),
    /** Selects shots and goes to the first of them that is shown. */
    pickAndShow: (ids: readonly string[]) => {
      pickAll(ids)
      const wanted = new Set(ids)
      const first = order.find((id) => wanted.has(id))
      if (first) moveFocus(first)
    },
    remedies: {
      cast: { words: strings.goToLightings, act: toLightings },
      'no-lighting': { words: strings.goToLightings, act: toLightings },
      dark: evenTheirs,
      bright: evenTheirs,
      tilted: {
        words: strings.straightenThese,
        act: () => attempt(straighten(view, selected), strings.theyCouldntBeStraightened),
      },
      duplicate: { words: strings.removeThese, act: removeSelected },
    },
  }
}

export type SheetDeeds = ReturnType<typeof useSheetDeeds>

/** The shots, and all others in their lightings, to be evened out together. */
function withFamilies(chosen: readonly Shot[], shots: readonly Shot[]): Shot[] {
  const lightings = new Set(chosen.map(({ lightingId }) => lightingId))
  return shots.filter(({ lightingId }) => lightings.has(lightingId))
}
