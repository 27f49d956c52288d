import { type Filter, NO_FILTER, type OrderId } from '@cloudbank/core/shoot'
import { create } from 'zustand'
import type { LensId } from './lens'
import { TILE_SIZES_PX, USUAL_TILE_PX } from './tileSizes'
import { NOTHING, select, type Gesture, type Selection } from './selection'

interface SheetState {
  readonly lens: LensId
  readonly tilePx: number
  readonly selection: Selection
  /** The shot that has the keys. */
  readonly focus: string | null
  readonly orderId: OrderId
  readonly filter: Filter
  /** The two shots whose pictures stand beside the brief; the first shown where none were chosen. */
  readonly beside: readonly [string | null, string | null]
  /** The placement as which the shots are seen; null for the brief's first. */
  readonly seenThrough: string | null
  /** The shoot that filter and pictures beside the brief are of: on the bench and back they stay. */
  readonly shootId: string | null
  readonly enter: (shootId: string) => void
  readonly setLens: (lens: LensId) => void
  readonly resize: (by: 1 | -1) => void
  readonly pick: (id: string, gesture: Gesture, order: readonly string[]) => void
  readonly pickAll: (ids: readonly string[]) => void
  readonly clear: () => void
  readonly moveFocus: (id: string) => void
}

/** What the sheet shows and has selected; of this tab only. */
export const useSheet = create<SheetState>()((set) => ({
  lens: 'photo',
  orderId: 'product',
  filter: NO_FILTER,
  beside: [null, null],
  seenThrough: null,
  shootId: null,
  enter: (shootId) =>
    set((state) =>
      state.shootId === shootId
        ? {}
        : { shootId, filter: NO_FILTER, beside: [null, null], seenThrough: null },
    ),
  tilePx: USUAL_TILE_PX,
  selection: NOTHING,
  focus: null,
  setLens: (lens) => set({ lens }),
  resize: (by) =>
    set(({ tilePx }) => {
      const at = TILE_SIZES_PX.findIndex((size) => size >= tilePx)
      const next = Math.min(Math.max(at + by, 0), TILE_SIZES_PX.length - 1)
      return { tilePx: TILE_SIZES_PX[next] ?? tilePx }
    }),
  pick: (id, gesture, order) =>
    set(({ selection }) => ({ selection: select(selection, id, gesture, order), focus: id })),
  pickAll: (ids) => set({ selection: { ids: new Set(ids), anchor: ids[0] ?? null } }),
  clear: () => set({ selection: NOTHING }),
  moveFocus: (focus) => set({ focus }),
}))
