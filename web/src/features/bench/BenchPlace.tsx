import { Heading, Text } from '@chakra-ui/react'
import { Link } from 'react-router'
import type { ShootView } from '../../data'
import { useShotOrder } from './useShotOrder'
import { strings } from './strings'

/** Where one is, in the bar: the shoot, which leads back to its sheet, and the shot. */
export function BenchPlace({ view, shotId }: { view: ShootView; shotId: string }) {
  const order = useShotOrder(view, shotId)
  const at = order.findIndex(({ id }) => id === shotId)
  const shot = order[at]
  const sku = shot?.sku ?? null
  const product = sku === null ? undefined : view.products.get(sku)
  return (
    <>
      <Link to={`/shoots/${view.shoot.id}`} style={{ minWidth: 0 }}>
        <Text color="softInk" truncate>
          {view.shoot.name}
        </Text>
      </Link>
      {shot && (
        <>
          <Text color="softInk">/</Text>
          <Heading as="h1" fontSize="14px" fontWeight="700" truncate minWidth="0">
            {[product?.name ?? shot.fileName, product ? shot.angle : null]
              .filter((part) => part)
              .join(', ')}
          </Heading>
          <Text color="softInk" fontFamily="mono" fontSize="12px" whiteSpace="nowrap">
            {product ? `${shot.fileName} · ` : ''}
            {strings.countOfTotal(at + 1, order.length)}
          </Text>
        </>
      )}
    </>
  )
}
