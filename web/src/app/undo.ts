import { create } from 'zustand'

/** One thing that was done and can be taken back. */
export interface Deed {
  /** What was done, in words: “Fill 85 % → 80 %”. */
  readonly words: string
  readonly undo: () => Promise<void>
  readonly redo: () => Promise<void>
}

interface UndoState {
  readonly done: readonly Deed[]
  readonly undone: readonly Deed[]
  /** Does a deed and keeps it; what had been undone before is forgotten. */
  readonly perform: (deed: Deed) => Promise<void>
  readonly undo: () => Promise<void>
  readonly redo: () => Promise<void>
}

const KEPT = 100

/** What was done in this tab, newest last. */
export const useUndo = create<UndoState>()((set, get) => ({
  done: [],
  undone: [],
  perform: async (deed) => {
    await deed.redo()
    set(({ done }) => ({ done: [...done, deed].slice(-KEPT), undone: [] }))
  },
  undo: async () => {
    const deed = get().done.at(-1)
    if (!deed) return
    await deed.undo()
    set(({ done, undone }) => ({ done: done.slice(0, -1), undone: [...undone, deed] }))
  },
  redo: async () => {
    const deed = get().undone.at(-1)
    if (!deed) return
    await deed.redo()
    set(({ done, undone }) => ({ done: [...done, deed], undone: undone.slice(0, -1) }))
  },
}))
