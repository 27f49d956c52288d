import {
  groupByLighting,
  groupByProduct,
  inSheetOrder,
  type LightReading,
  lightReadings,
  ORDERS,
  type OutletVerdict,
  outletVerdicts,
  type ShotGroup,
} from '@cloudbank/core/shoot'
import { evsAgainstSiblings, inOrder, matching, planDelivery } from '../../work/model'
import { useEffect, useMemo } from 'react'
import type { ShootView, Shot } from '../../data'
import type { StepLens } from '../../lens'
import { STEP_LENSES } from '../../steps'
import { useShownShots } from '../../shoot'
import { useSheet } from './sheetStore'

const NO_VERDICTS: ReadonlyMap<string, readonly OutletVerdict[]> = new Map()
const NO_READINGS: ReadonlyMap<string, LightReading> = new Map()
const NO_TILES = null

/** The shots that the sheet shows, as filter, order and lens have them. */
export function useSheetShots(view: ShootView) {
  const { shoot, shots } = view
  const { lens, filter, orderId, selection, focus } = useSheet()
  useEffect(() => useSheet.getState().enter(shoot.id), [shoot.id])
  const readings = useMemo(
    () => (lens === 'light' ? lightReadings(view, evsAgainstSiblings(view)) : NO_READINGS),
    [lens, view],
  )
  const outlets = useMemo(
    () => (lens === 'rules' ? outletVerdicts(view, planDelivery(view)) : NO_VERDICTS),
    [lens, view],
  )
  const stepLens = STEP_LENSES.find(({ id }) => id === lens)
  useLensMaking(view, stepLens)
  const left = useMemo(() => matching(shots, view, filter), [shots, view, filter])
  useEffect(
    () =>
      useShownShots.setState({
        shootId: shoot.id,
        ids: left.length < shots.length ? new Set(left.map(({ id }) => id)) : null,
        selected: selection.ids,
      }),
    [shoot.id, shots, left, selection],
  )
  const worst = useWorstOf(view, orderId === 'worst' ? stepLens : undefined)
  const groups = useMemo((): readonly ShotGroup[] => {
    if (orderId !== 'product') {
      const ordered = worst ? worst(left) : inOrder(left, view, orderId)
      return [{ sku: '', name: ORDERS[orderId], shots: ordered }]
    }
    if (lens === 'light') return groupByLighting({ ...view, shots: left }, readings)
    return groupByProduct(left, view.products)
  }, [lens, view, readings, left, worst, orderId])
  const order = useMemo(() => groups.flatMap((group) => group.shots.map(({ id }) => id)), [groups])
  return {
    lens,
    stepLens,
    filter,
    orderId,
    readings,
    outlets,
    left,
    groups,
    order,
    selected: shots.filter(({ id }) => selection.ids.has(id)),
    selectedIds: selection.ids,
    focused: shots.find(({ id }) => id === focus),
  }
}

export type SheetShots = ReturnType<typeof useSheetShots>

/** Makes the pictures of the lens that is looked through, in the order of the sheet. */
function useLensMaking(view: ShootView, stepLens: StepLens | undefined): void {
  const { shots, products } = view
  const inOrderOfSheet = useMemo(() => inSheetOrder(shots, products), [shots, products])
  // Each lens makes its own, and there are as many as there were when the app was built.
  for (const { id, tiles } of STEP_LENSES)
    tiles.useMaking(view, inOrderOfSheet, id === stepLens?.id)
}

/** Puts shots in the order of a step's lens, worst first; null where it has no say. */
function useWorstOf(
  view: ShootView,
  lens: StepLens | undefined,
): ((shots: readonly Shot[]) => Shot[]) | null {
  // A lens that is not asked gives nothing, so that its new pictures draw nothing anew.
  const tiles = (lens ?? STEP_LENSES[0])?.tiles.useTiles((state) => (lens ? state.tiles : NO_TILES))
  return useMemo(() => {
    if (!lens || !tiles) return null
    const badness = (shot: Shot): number =>
      lens.badness(tiles.get(lens.tiles.keyOf(shot, view))?.facts)
    return (shots) => [...shots].sort((a, b) => badness(b) - badness(a))
  }, [lens, tiles, view])
}
