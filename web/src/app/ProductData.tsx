import { lazy, Suspense } from 'react'
import { ShootId, useShootView } from '../data'
import { useProductData, useWaitingTable } from '../work/products'

const ProductDataWindow = lazy(async () => ({
  default: (await import('../features/products')).ProductDataWindow,
}))

/** The window of product data, fetched when a table waits or one is to be typed. */
export function ProductData({ shootId }: { shootId: string }) {
  const view = useShootView(shootId)
  const waiting = useWaitingTable(ShootId.parse(shootId))
  const typing = useProductData(({ text }) => text !== null)
  if (!view || !(waiting || typing)) return null
  return (
    <Suspense>
      <ProductDataWindow view={view} />
    </Suspense>
  )
}
