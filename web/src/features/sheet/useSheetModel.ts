import { useCallback, useEffect, useMemo, useRef } from 'react'
import type { CutOutFormat } from '@cloudbank/core/cutOut'
import { countOf } from '@cloudbank/core/words'
import { useCommand } from '../../app/commands'
import { useGo } from '../../app/useGo'
import { useHeld } from '../../app/useHeld'
import { perform, remove, type ShootView, type Shot } from '../../data'
import { attempt, useNotices } from '../../notices'
import { evenOut, groupByLighting, lightReadings, type LightReading } from '../../work/lightings'
import { saveCutOuts } from '../../work/cutOuts'
import { leastSureFirst, useCutting, useCutTiles } from '../../work/cutTiles'
import { dirtiestFirst, useTidying, useTidyTiles } from '../../work/tidyTiles'
import { assignProduct, groupByProduct, inSheetOrder, type ShotGroup } from '../../work/products'
import { goingBrief, recipeOf } from '../../work/recipe'
import { startRun, useRun } from '../../work/runs'
import { countStale, stalePlacements } from '../../work/stale'
import { inOrder, matching, ORDERS, type Filter, type OrderId } from './filter'
import { countFindings } from './findingCounts'
import { besideRow, type Metrics, type SheetRow } from './sheetRows'
import { useSheet } from './sheetStore'
import { outletVerdicts, type OutletVerdict } from '../../work/delivery'
import { straighten } from '../../work/straighten'
import { useArrows } from './useArrows'

/** Shots that a brief is tried on first. */
const TRY_ON = 3
const NO_VERDICTS: ReadonlyMap<string, readonly OutletVerdict[]> = new Map()
const NO_READINGS: ReadonlyMap<string, LightReading> = new Map()

/** What the sheet shows of a shoot, and what can be done there. */
export function useSheetModel(view: ShootView) {
  const { shoot, shots, renditions, briefRow } = view
  const go = useGo()
  const busy = useRun() !== null
  const { lens, setLens, resize, selection, pickAll, clear, focus, moveFocus, pick } = useSheet()
  const { filter, orderId } = useSheet()
  const laid = useRef<{ rows: readonly SheetRow[]; metrics: Metrics } | null>(null)
  const original = useHeld('original')
  const readings = useMemo(
    () => (lens === 'light' ? lightReadings(view) : NO_READINGS),
    [lens, view],
  )
  const outlets = useMemo(
    () => (lens === 'rules' ? outletVerdicts(view) : NO_VERDICTS),
    [lens, view],
  )
  const inOrderOfSheet = useMemo(() => inSheetOrder(shots, view.products), [shots, view.products])
  useCutting(view, inOrderOfSheet, lens === 'cut')
  useTidying(view, inOrderOfSheet, lens === 'tidy')
  const left = useMemo(() => matching(shots, view, filter), [shots, view, filter])
  const cuts = useCutTiles((state) => (lens === 'cut' && orderId === 'worst' ? state.tiles : null))
  const dirt = useTidyTiles((state) =>
    lens === 'tidy' && orderId === 'worst' ? state.tiles : null,
  )
  const groups = useMemo((): readonly ShotGroup[] => {
    if (orderId !== 'product') {
      // On the Cut lens the worst are the least sure cuts, on the Tidy lens the dirtiest shots.
      const ordered = cuts
        ? leastSureFirst(left, view, cuts)
        : dirt
          ? dirtiestFirst(left, view, dirt)
          : inOrder(left, view, orderId)
      return [{ sku: '', name: ORDERS[orderId], shots: ordered }]
    }
    if (lens === 'light') return groupByLighting({ ...view, shots: left }, readings)
    return groupByProduct(left, view.products)
  }, [lens, view, readings, left, cuts, dirt, orderId])
  const order = useMemo(() => groups.flatMap((group) => group.shots.map(({ id }) => id)), [groups])
  useEffect(() => clear, [clear])
  useEffect(() => useSheet.getState().enter(shoot.id), [shoot.id])

  const counts = useMemo(() => countFindings(view), [view])
  const selected = shots.filter(({ id }) => selection.ids.has(id))
  const focused = shots.find(({ id }) => id === focus)
  const byId = useMemo(() => new Map(shots.map((shot) => [String(shot.id), shot])), [shots])
  const firstShown = order.slice(0, TRY_ON).flatMap((id) => byId.get(id) ?? [])
  const tryShots = selected.length > 0 ? selected : firstShown
  const recipe = recipeOf(view)
  const toMake = countStale(left, recipe, renditions)
  const toTry = countStale(tryShots, recipe, renditions)
  const make = (chosen: readonly Shot[]): void => {
    const stale = chosen.filter((shot) => stalePlacements(shot, recipe, renditions).length > 0)
    attempt(
      startRun(
        shoot.id,
        stale.map(({ id }) => id),
        goingBrief(briefRow, shoot),
      ),
      'The run could not be started',
    )
  }
  const makeAll = (): void => make(groups.flatMap((group) => group.shots))
  const tryThem = (): void => {
    make(tryShots)
    // They are shown being made.
    if (tryShots[0]) moveFocus(tryShots[0].id)
  }
  const removeSelected = (): void =>
    attempt(
      perform({
        shootId: shoot.id,
        words: `Removed ${countOf(selected.length, 'shot')}`,
        edits: selected.map((shot) => remove('shots', shot)),
      }),
    )
  const even = (chosen: readonly Shot[]): void =>
    attempt(
      evenOut(view, chosen, countOf(chosen.length, 'shot')).then(({ evens, left }) =>
        useNotices
          .getState()
          .say(`${countOf(evens.size, 'shot')} evened out; ${left.length} left as they are.`),
      ),
    )
  const assign = (chosen: readonly Shot[], sku: string): void => attempt(assignProduct(chosen, sku))
  const open = useCallback((id: string) => go(`/shoots/${shoot.id}/shots/${id}`), [go, shoot.id])
  const step = (by: number): void => {
    const at = focus === null ? -1 : order.findIndex((id) => id === focus)
    const next = order[Math.min(Math.max(at < 0 ? 0 : at + by, 0), order.length - 1)]
    if (next) moveFocus(next)
  }

  useCommand('make', makeAll, !busy && toMake > 0)
  useCommand('selectAll', () => pickAll(order))
  useCommand('clear', clear)
  useCommand('remove', removeSelected, selected.length > 0)
  useCommand('larger', () => resize(1))
  useCommand('smaller', () => resize(-1))
  useCommand('lensPhoto', () => setLens('photo'))
  useCommand('lensLight', () => setLens('light'))
  useCommand('lensFrame', () => setLens('frame'))
  useCommand('lensCut', () => setLens('cut'))
  useCommand('lensTidy', () => setLens('tidy'))
  useCommand('lensRules', () => setLens('rules'))
  useCommand('next', () => step(1))
  useCommand('previous', () => step(-1))
  useCommand('open', () => focus && open(focus), focus !== null)
  useCommand('toggle', () => focus && pick(focus, 'toggle', order), focus !== null)
  const onLaid = useCallback((rows: readonly SheetRow[], metrics: Metrics): void => {
    laid.current = { rows, metrics }
  }, [])
  useArrows((by) => {
    if (!laid.current || focus === null) return step(by)
    moveFocus(besideRow(laid.current.rows, focus, by, laid.current.metrics))
  })

  const toLightings = (): void => go(`/shoots/${shoot.id}/lightings`)
  const evenTheirs = {
    words: 'Even out their lightings',
    act: () => even(withFamilies(selected, shots)),
  }
  return {
    busy,
    lens,
    groups,
    order,
    readings,
    outlets,
    original,
    counts,
    failed: shots.filter(({ failure }) => failure !== null),
    selected,
    selectedIds: selection.ids,
    tryShots,
    toMake,
    toTry,
    remedies: {
      cast: { words: 'Go to the lightings', act: toLightings },
      'no-lighting': { words: 'Go to the lightings', act: toLightings },
      dark: evenTheirs,
      bright: evenTheirs,
      tilted: {
        words: 'Straighten these',
        act: () => attempt(straighten(view, selected), 'They could not be straightened'),
      },
      duplicate: { words: 'Remove these', act: removeSelected },
    },
    setLens,
    resize,
    onLaid,
    review: () => go(`/shoots/${shoot.id}/review`),
    filter,
    setFilter: (next: Filter) => useSheet.setState({ filter: next }),
    orderId,
    setOrder: (next: OrderId) => useSheet.setState({ orderId: next }),
    focused,
    left,
    pickAll,
    /** Selects shots and goes to the first of them that is shown. */
    pickAndShow: (ids: readonly string[]) => {
      pickAll(ids)
      const wanted = new Set(ids)
      const first = order.find((id) => wanted.has(id))
      if (first) moveFocus(first)
    },
    clear,
    open,
    makeAll,
    tryThem,
    removeSelected,
    saveCutOuts: (format: CutOutFormat) =>
      attempt(saveCutOuts(shoot, selected, format), 'The cut-outs could not be saved'),
    even,
    assign,
  }
}

export type SheetModel = ReturnType<typeof useSheetModel>

/** The shots, and all others in their lightings, to be evened out together. */
function withFamilies(chosen: readonly Shot[], shots: readonly Shot[]): Shot[] {
  const lightings = new Set(chosen.map(({ lightingId }) => lightingId))
  return shots.filter(({ lightingId }) => lightings.has(lightingId))
}
