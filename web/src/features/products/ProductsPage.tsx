import { type DeliveryItem, groupBy, groupByProduct, type ShotGroup } from '@cloudbank/core/shoot'
import { planDelivery } from '../../work/model'
import { Box, Flex, Grid, Heading, Text } from '@chakra-ui/react'
import { useMemo, useState } from 'react'
import { Link, useParams } from 'react-router'
import { countOf } from '@cloudbank/core/words'
import { Lost } from '../../ui/Lost'
import { useShootView, type ShootView, type Shot } from '../../data'
import { Action } from '../../ui'
import { useProductData } from '../../work/products'
import { AlsoForWindow } from './AlsoForWindow'
import { ProductCard } from './ProductCard'
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
  const { fileNames, altTexts } = view.briefRow.brief.steps.finish
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
      <Box maxWidth="1640px" marginX="auto" paddingX="24px" paddingY="20px">
        <Flex align="baseline" gap="12px" marginBottom="4px">
          <Heading as="h1" fontSize="26px" fontWeight="750">
            {strings.products}
          </Heading>
          <Text color="softInk" flex="1">
            {countOf(groups.filter(({ sku }) => sku !== '').length, 'product')}{' '}
            {strings.withPictures}
          </Text>
          <Link to={`/shoots/${view.shoot.id}/brief?step=finish`}>
            <u>{strings.namesAre(fileNames || strings.likeThePhotograph)}</u>
          </Link>
          <Link to={`/shoots/${view.shoot.id}/brief?step=finish`}>
            <u>{strings.descriptionsAre(altTexts)}</u>
          </Link>
          <Action onClick={() => setSizing(true)}>{strings.trueSizes}</Action>
          <Action onClick={() => useProductData.getState().open()}>
            {strings.productDataMenu}
          </Action>
        </Flex>
        <Text color="softInk" marginBottom="10px">
          {strings.firstPictureIsCoverDrag}
        </Text>
        <Grid templateColumns="repeat(auto-fill, minmax(360px, 1fr))" gap="14px">
          {groups.map((group, i) => (
            <ProductCard
              key={group.sku}
              view={view}
              group={group}
              goingOf={goingOf}
              aside={plan.aside}
              onShare={setSharing}
              variant={variantOf(groups, i, view)}
            />
          ))}
        </Grid>
        <TrueSizesWindow view={view} open={sizing} onClose={() => setSizing(false)} />
        <AlsoForWindow view={view} shot={sharing} onClose={() => setSharing(null)} />
        {without.length > 0 && (
          <Text color="softInk" paddingY="12px">
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

/** Which of several variants a product is, by place: products of one name that follow one another. */
function variantOf(
  groups: readonly ShotGroup[],
  at: number,
  { products }: Pick<ShootView, 'products'>,
): string | null {
  const nameAt = (i: number): string | undefined => products.get(groups[i]?.sku ?? '')?.name
  const name = nameAt(at)
  if (name === undefined || name === '') return null
  let [begin, end] = [at, at + 1]
  while (nameAt(begin - 1) === name) begin--
  while (nameAt(end) === name) end++
  return end - begin < 2 ? null : strings.variant(at - begin + 1, end - begin)
}
