import { create } from 'zustand'
import type { LensId } from './lens'
import { NOTHING, select, type Gesture, type Selection } from './selection'

const SIZES_PX = [112, 136, 160, 200, 260, 340] as const

interface SheetState {
  readonly lens: LensId
  readonly tilePx: number
  readonly selection: Selection
  /** The shot that has the keys. */
  readonly focus: string | null
  /** Whether the Cut lens has the least sure cuts first. */
  readonly worstFirst: boolean
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
  worstFirst: false,
  tilePx: 160,
  selection: NOTHING,
  focus: null,
  setLens: (lens) => set({ lens }),
  resize: (by) =>
    set(({ tilePx }) => {
      const at = SIZES_PX.findIndex((size) => size >= tilePx)
      return { tilePx: SIZES_PX[Math.min(Math.max(at + by, 0), SIZES_PX.length - 1)] ?? tilePx }
    }),
  pick: (id, gesture, order) =>
    set(({ selection }) => ({ selection: select(selection, id, gesture, order), focus: id })),
  pickAll: (ids) => set({ selection: { ids: new Set(ids), anchor: ids[0] ?? null } }),
  clear: () => set({ selection: NOTHING }),
  moveFocus: (focus) => set({ focus }),
}))
