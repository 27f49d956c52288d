import { type DeliveryItem, groupBy, groupByProduct, type ShotGroup } from '@cloudbank/core/shoot'
import { planDelivery } from '../../work/model'
import { Box, Flex, Heading, Text } from '@chakra-ui/react'
import { Fragment, useMemo, useState } from 'react'
import { Link, useParams } from 'react-router'
import { countOf } from '@cloudbank/core/words'
import { Lost } from '../../ui/Lost'
import { useShootView, type ShootView, type Shot } from '../../data'
import { Action } from '../../ui'
import { useProductData } from '../../work/products'
import { AlsoForWindow } from './AlsoForWindow'
import { ProductRow } from './ProductRow'
import { TrueSizesWindow } from './TrueSizesWindow'
import { strings } from './strings'

/** Every product with its pictures in order, what they are called, and how they are described. */
export function ProductsPage() {
  const { shootId = '' } = useParams()
  const view = useShootView(shootId)
  if (view === undefined) return null
  return view === null ? <Lost /> : <Products view={view} />
}

function Products({ view }: { view: ShootView }) {
  const groups = useMemo(
    () => groupByProduct(view.shots, view.products),
    [view.shots, view.products],
  )
  const plan = useMemo(() => planDelivery(view), [view])
  const goingOf = useMemo(() => {
    const skus = new Map(view.shots.map(({ id, sku }) => [id, sku]))
    const own = plan.items.filter(({ shot }) => shot.sku === skus.get(shot.id))
    return groupBy<DeliveryItem, string>(own, ({ shot }) => shot.id)
  }, [plan, view.shots])
  const [sizing, setSizing] = useState(false)
  const [sharing, setSharing] = useState<Shot | null>(null)
  const shown = new Map(
    view.shots.flatMap((shot) => shot.alsoFor.map((sku) => [sku, shot] as const)),
  )
  const without = [...view.products.values()].filter(
    ({ sku }) => !groups.some((group) => group.sku === sku),
  )
  return (
    <Box height="100%" overflowY="auto">
      <Box maxWidth="1180px" marginX="auto" paddingX="24px" paddingY="20px">
        <Flex align="baseline" gap="12px" marginBottom="4px">
          <Heading as="h1" fontSize="26px" fontWeight="750">
            {strings.products}
          </Heading>
          <Text color="softInk" flex="1">
            {countOf(groups.filter(({ sku }) => sku !== '').length, 'product')}{' '}
            {strings.withPictures}
          </Text>
          <Link to={`/shoots/${view.shoot.id}/brief?find=Names`}>
            <u>{strings.patterns}</u>
          </Link>
          <Action onClick={() => setSizing(true)}>{strings.trueSizes}</Action>
          <Action onClick={() => useProductData.getState().open()}>
            {strings.productDataMenu}
          </Action>
        </Flex>
        <Text color="softInk" marginBottom="10px">
          {strings.firstPictureIsCoverDrag}
        </Text>
        {groups.map((group, i) => (
          <Fragment key={group.sku}>
            {headOf(groups, i, view) && (
              <Text fontWeight="700" paddingTop="14px" paddingBottom="6px">
                {headOf(groups, i, view)}
              </Text>
            )}
            <ProductRow
              view={view}
              group={group}
              goingOf={goingOf}
              aside={plan.aside}
              onShare={setSharing}
            />
          </Fragment>
        ))}
        <TrueSizesWindow view={view} open={sizing} onClose={() => setSizing(false)} />
        <AlsoForWindow view={view} shot={sharing} onClose={() => setSharing(null)} />
        {without.length > 0 && (
          <Text color="softInk" paddingY="12px" borderTopWidth="1px" borderColor="hairline">
            {strings.noPictureOf} {without.length === 1 ? strings.its : strings.their} {strings.own}{' '}
            {without
              .map(({ sku }) => {
                const by = shown.get(sku)
                return by ? strings.shownBy(sku, by.sku ?? by.fileName) : sku
              })
              .join(', ')}
          </Text>
        )}
      </Box>
    </Box>
  )
}

/** What stands over the first of several variants that follow one another: products of one name. */
function headOf(
  groups: readonly ShotGroup[],
  at: number,
  { products }: Pick<ShootView, 'products'>,
): string | null {
  const nameAt = (i: number): string | undefined => products.get(groups[i]?.sku ?? '')?.name
  const name = nameAt(at)
  if (name === undefined || name === '' || nameAt(at - 1) === name) return null
  let end = at
  while (nameAt(end) === name) end++
  return end - at < 2 ? null : `${name}: ${countOf(end - at, 'variant')}`
}
