import type { Filter } from '@cloudbank/core/shoot'
import { z } from 'zod'
import { create } from 'zustand'
import { persist } from 'zustand/middleware'

/** A filter that was given a name. */
export interface SavedFilter {
  readonly name: string
  readonly filter: Filter
}

const Values = z.array(z.string()).default([])
const Kept = z.object({
  byShoot: z.record(
    z.string(),
    z.array(
      z.object({
        name: z.string(),
        filter: z.object({
          text: z.string(),
          finding: Values,
          verdict: Values,
          state: Values,
          product: Values,
          type: Values,
          brand: Values,
          colour: Values,
          angle: Values,
          lighting: Values,
        }),
      }),
    ),
  ),
})

interface SavedFilters {
  readonly byShoot: Readonly<Record<string, readonly SavedFilter[]>>
  /** Keeps a filter under a name, in the place of another one of that name. */
  readonly save: (shootId: string, name: string, filter: Filter) => void
  readonly forget: (shootId: string, name: string) => void
}

/** Filters with names: a way of looking at a shoot, kept for this browser. */
export const useSavedFilters = create<SavedFilters>()(
  persist(
    (set) => {
      const change = (
        shootId: string,
        name: string,
        more: readonly SavedFilter[],
      ): ((state: SavedFilters) => Partial<SavedFilters>) => {
        return ({ byShoot }) => {
          const others = (byShoot[shootId] ?? []).filter((saved) => saved.name !== name)
          return { byShoot: { ...byShoot, [shootId]: [...others, ...more] } }
        }
      }
      return {
        byShoot: {},
        save: (shootId, name, filter) => set(change(shootId, name, [{ name, filter }])),
        forget: (shootId, name) => set(change(shootId, name, [])),
      }
    },
    {
      name: 'cloudbank-filters',
      partialize: ({ byShoot }) => ({ byShoot }),
      // What cannot be read is as if it were not there.
      merge: (kept, state) => ({ ...state, ...Kept.safeParse(kept).data }),
    },
  ),
)

export const NO_SAVED: readonly SavedFilter[] = []
