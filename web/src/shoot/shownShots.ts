import { create } from 'zustand'
import { inSheetOrder } from '@cloudbank/core/shoot'
import type { ShootView, Shot } from '../data'

interface ShownShots {
  readonly shootId: string
  /** The shots that the sheet's filter leaves; null where there is none. */
  readonly ids: ReadonlySet<string> | null
}

/** What the sheet showed last: what is opened from there is gone through among it. */
export const useShownShots = create<ShownShots>()(() => ({ shootId: '', ids: null }))

/**
 * The shots in the order in which the bench goes along them: those that the sheet shows, a product's together; all of
 * the shoot where the one that is open is not among them.
 */
export function shotOrder(
  { shoot, shots, products }: Pick<ShootView, 'shoot' | 'shots' | 'products'>,
  shotId: string,
  { shootId, ids }: ShownShots,
): readonly Shot[] {
  const isAmong = shootId === shoot.id && ids?.has(shotId)
  const shown = isAmong ? shots.filter(({ id }) => ids?.has(id)) : shots
  return inSheetOrder(shown, products)
}
