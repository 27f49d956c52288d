import { create } from 'zustand'
import { inSheetOrder } from '@cloudbank/core/shoot'
import type { ShootView, Shot } from '../data'

interface ShownShots {
  readonly shootId: string
  /** The shots that the sheet's filter leaves; null where there is none. */
  readonly ids: ReadonlySet<string> | null
  /** Those that were selected there. */
  readonly selected: ReadonlySet<string>
}

/** What the sheet showed last: what is opened from there is gone through among it. */
export const useShownShots = create<ShownShots>()(() => ({
  shootId: '',
  ids: null,
  selected: new Set(),
}))

/**
 * The shots in the order in which the bench goes along them: those that the sheet shows, a product's together; all of
 * the shoot where the one that is open is not among them.
 */
export function shotOrder(
  { shoot, shots, products }: Pick<ShootView, 'shoot' | 'shots' | 'products'>,
  shotId: string,
  { shootId, ids }: Omit<ShownShots, 'selected'>,
): readonly Shot[] {
  const isAmong = shootId === shoot.id && ids?.has(shotId)
  const shown = isAmong ? shots.filter(({ id }) => ids?.has(id)) : shots
  return inSheetOrder(shown, products)
}
