import { useCallback, useRef } from 'react'
import { useCommand, useCommandEach } from '../../keys/commands'
import { useArrows } from './useArrows'
import { LENSES } from './lens'
import { besideRow, type Metrics, type SheetRow } from './sheetRows'
import { useSheet } from './sheetStore'
import type { SheetDeeds } from './useSheetDeeds'
import type { SheetShots } from './useSheetShots'

/** The keys of the sheet; gives back what is to be told how its rows lie, so that arrows can go by them. */
export function useSheetKeys(
  { order, selected }: Pick<SheetShots, 'order' | 'selected'>,
  deeds: Pick<SheetDeeds, 'toMake' | 'makeAll' | 'removeSelected'>,
  open: (id: string) => void,
): (rows: readonly SheetRow[], metrics: Metrics) => void {
  const { setLens, resize, pickAll, clear, focus, moveFocus, pick } = useSheet()
  const laid = useRef<{ rows: readonly SheetRow[]; metrics: Metrics } | null>(null)
  const step = (by: number): void => {
    const at = focus === null ? -1 : order.findIndex((id) => id === focus)
    const next = order[Math.min(Math.max(at < 0 ? 0 : at + by, 0), order.length - 1)]
    if (next) moveFocus(next)
  }
  useCommand('make', deeds.makeAll, deeds.toMake > 0)
  useCommand('selectAll', () => pickAll(order))
  useCommand('clear', clear)
  useCommand('remove', deeds.removeSelected, selected.length > 0)
  useCommand('larger', () => resize(1))
  useCommand('smaller', () => resize(-1))
  useCommandEach(LENSES, ({ id }) => setLens(id))
  useCommand('next', () => step(1))
  useCommand('previous', () => step(-1))
  useCommand('open', () => focus && open(focus), focus !== null)
  useCommand('toggle', () => focus && pick(focus, 'toggle', order), focus !== null)
  useArrows((by) => {
    if (!laid.current || focus === null) return step(by)
    moveFocus(besideRow(laid.current.rows, focus, by, laid.current.metrics))
  })
  return useCallback((rows, metrics): void => {
    laid.current = { rows, metrics }
  }, [])
}
