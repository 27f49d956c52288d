import { create } from 'zustand'

/** One way through a shoot: its shots in the order in which they are seen, and where it is. */
export interface Round {
  readonly shootId: string
  readonly ids: readonly string[]
  readonly at: number
}

interface ReviewState {
  readonly round: Round | null
  readonly begin: (shootId: string, ids: readonly string[]) => void
  readonly goTo: (at: number) => void
  readonly end: () => void
}

/** The review of this tab: it stays where it is while a shot is touched up on the bench. */
export const useReview = create<ReviewState>()((set) => ({
  round: null,
  begin: (shootId, ids) => set({ round: { shootId, ids, at: 0 } }),
  goTo: (at) =>
    set(({ round }) =>
      round ? { round: { ...round, at: Math.min(Math.max(at, 0), round.ids.length) } } : {},
    ),
  end: () => set({ round: null }),
}))
