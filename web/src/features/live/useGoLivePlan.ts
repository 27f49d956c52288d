import { useCallback, useEffect, useState } from 'react'
import type { DeliveryPlan } from '@cloudbank/core/shoot'
import { database, type ShopLink, type ShootView } from '../../data'
import { describeError } from '../../notices'
import { planGoLive, portFor, type GoLivePlan } from '../../work/live'

export type Planned =
  | { readonly kind: 'looking' }
  | { readonly kind: 'planned'; readonly plan: GoLivePlan }
  | { readonly kind: 'failed'; readonly reason: string }

/**
 * What would change in the shop: worked out when the shoot, the shop or the choice changes, when something that was put
 * live has ended, and on request.
 */
export function useGoLivePlan(
  view: ShootView,
  delivery: DeliveryPlan,
  link: ShopLink,
  destinationId: string,
  isOpen: boolean,
): { readonly planned: Planned; readonly look: () => void } {
  const [planned, setPlanned] = useState<Planned>({ kind: 'looking' })
  const [looks, setLooks] = useState(0)
  const { address, key } = link
  useEffect(() => {
    if (key === '') return
    const control = new AbortController()
    setPlanned({ kind: 'looking' })
    const port = portFor({ address, key }, control.signal)
    planGoLive(view, delivery, destinationId, port, database).then(
      (plan) => {
        if (!control.signal.aborted) setPlanned({ kind: 'planned', plan })
      },
      (error: unknown) => {
        if (!control.signal.aborted) setPlanned({ kind: 'failed', reason: describeError(error) })
      },
    )
    return () => control.abort()
  }, [view, delivery, address, key, destinationId, isOpen, looks])
  return { planned, look: useCallback(() => setLooks((count) => count + 1), []) }
}
