import { useMemo } from 'react'
import type { ShootView, Shot } from '../../data'
import { shotOrder, useShownShots } from '../../shoot'

/** The shots in the order in which the bench goes along them. */
export function useShotOrder(view: ShootView, shotId: string): readonly Shot[] {
  const shown = useShownShots()
  const { shoot, shots, products } = view
  return useMemo(
    () => shotOrder({ shoot, shots, products }, shotId, shown),
    [shoot, shots, products, shotId, shown],
  )
}
