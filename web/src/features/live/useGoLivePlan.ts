import { useCallback, useEffect, useState } from 'react'
import type { DeliveryPlan } from '@cloudbank/core/shoot'
import { database, type ShopLink, type ShootView } from '../../data'
import { describeError } from '../../notices'
import { planGoLive, portFor, type GoLivePlan } from '../../work/live'

/** A shoot that is being made changes all the time: it is looked at once it has kept still, in ms. */
const SETTLED_MS = 300

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
): { readonly planned: Planned; readonly isLooking: boolean; readonly look: () => void } {
  const [isLooking, setLooking] = useState(false)
  const [planned, setPlanned] = useState<Planned>({ kind: 'looking' })
  const [looks, setLooks] = useState(0)
  const { address, key } = link
  useEffect(() => {
    if (key === '') return
    const control = new AbortController()
    const show = (next: Planned): void => {
      if (control.signal.aborted) return
      setPlanned(next)
      setLooking(false)
    }
    // What was planned before is shown until there is another, and can't be done meanwhile.
    setLooking(true)
    setPlanned((before) => (before.kind === 'planned' ? before : { kind: 'looking' }))
    const port = portFor({ address, key }, control.signal)
    const look = setTimeout(() => {
      planGoLive(view, delivery, destinationId, port, database).then(
        (plan) => show({ kind: 'planned', plan }),
        (error: unknown) => show({ kind: 'failed', reason: describeError(error) }),
      )
    }, SETTLED_MS)
    return () => {
      clearTimeout(look)
      control.abort()
    }
  }, [view, delivery, address, key, destinationId, isOpen, looks])
  return { planned, isLooking, look: useCallback(() => setLooks((count) => count + 1), []) }
}
