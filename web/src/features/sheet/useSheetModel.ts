import { countFindings, type Filter, type OrderId } from '@cloudbank/core/shoot'
import { useCallback, useEffect, useMemo } from 'react'
import type { ShootView } from '../../data'
import { findingsOf } from '../../work/model'
import { useHeld } from '../../keys/useHeld'
import { useGo } from '../../ui/useGo'
import { useSheet } from './sheetStore'
import { useSheetDeeds } from './useSheetDeeds'
import { useSheetKeys } from './useSheetKeys'
import { useSheetShots } from './useSheetShots'

/** What the sheet shows of a shoot, and what can be done there. */
export function useSheetModel(view: ShootView) {
  const { shoot, shots } = view
  const go = useGo()
  const { setLens, resize, pickAll, clear } = useSheet()
  useEffect(() => clear, [clear])
  const shown = useSheetShots(view)
  const deeds = useSheetDeeds(view, shown)
  const open = useCallback((id: string) => go(`/shoots/${shoot.id}/shots/${id}`), [go, shoot.id])
  const onLaid = useSheetKeys(shown, deeds, open)
  const original = useHeld('original')
  return {
    ...shown,
    ...deeds,
    counts: useMemo(() => countFindings(view.shots, (shot) => findingsOf(shot, view)), [view]),
    failed: shots.filter(({ failure }) => failure !== null),
    original,
    open,
    onLaid,
    setLens,
    resize,
    pickAll,
    clear,
    setFilter: (next: Filter) => useSheet.setState({ filter: next }),
    setOrder: (next: OrderId) => useSheet.setState({ orderId: next }),
  }
}

export type SheetModel = ReturnType<typeof useSheetModel>
