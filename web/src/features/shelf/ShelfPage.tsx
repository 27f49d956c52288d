import { Box, Flex, Text } from '@chakra-ui/react'
import { useMemo, useState } from 'react'
import { Link, useParams } from 'react-router'
import { listingPage, pagesOf, productPage, shelfOf, type ShelfLook } from '@cloudbank/core/shelf'
import type { DeliveryPlan } from '@cloudbank/core/shoot'
import { useShootView, type ShootView } from '../../data'
import { Lost } from '../../ui/Lost'
import { planDelivery } from '../../work/model'
import { filesOf, type Source } from './shelfFiles'
import { ShelfFrame, type LoadedSlot } from './ShelfFrame'
import { ShelfSide } from './ShelfSide'
import { ShelfTools, START, type ShelfChoice } from './ShelfTools'
import { strings } from './strings'
import { useAddresses } from './useAddresses'

/** The finished pictures as a shop would show them. */
export function ShelfPage() {
  const { shootId = '' } = useParams()
  const view = useShootView(shootId)
  if (view === undefined) return null
  return view === null ? <Lost /> : <Shelf view={view} />
}

function Shelf({ view }: { readonly view: ShootView }) {
  const plan = useMemo(
    () => planDelivery(view, ({ verdict }) => verdict?.kind === 'returned'),
    [view],
  )
  const [choice, choose] = useState<ShelfChoice>(() => ({ ...START, source: firstSource(plan) }))
  const [sku, open] = useState<string | null>(null)
  const [{ slots, pageBytes }, setLoaded] = useState<Loaded>({ slots: [], pageBytes: 0 })
  const files = useMemo(() => filesOf(plan, choice.source), [plan, choice.source])
  const shelf = useMemo(() => shelfOf(files, view.products), [files, view.products])
  if (files.length === 0 || shelf.length === 0)
    return (
      <Box padding="28px">
        <Text marginBottom="8px">
          {files.length === 0 ? strings.nothingMade : strings.noProducts}
        </Text>
        <Link to={`/shoots/${view.shoot.id}/products`}>
          <u>{strings.toProducts}</u>
        </Link>
      </Box>
    )
  const product = shelf.find((one) => one.sku === sku) ?? null
  const shown = {
    view,
    choice,
    sku: product?.sku ?? null,
    onOpen: (to: string) => open(to || null),
  }
  return (
    <Flex direction="column" height="100%">
      <ShelfTools
        view={view}
        plan={plan}
        shelf={shelf}
        choice={choice}
        onChoose={choose}
        product={product}
        onListing={() => open(null)}
      />
      <Flex flex="1" minHeight="0">
        <Flex flex="1" minWidth="0" gap="10px" padding="10px" background="mat">
          <Shop {...shown} plan={plan} source={choice.source} onLoaded={setLoaded} />
          {choice.beside !== null && (
            <Shop {...shown} plan={plan} source={choice.beside} onLoaded={() => undefined} />
          )}
        </Flex>
        <ShelfSide
          view={view}
          shelf={shelf}
          slots={slots}
          pageBytes={pageBytes}
          choice={choice}
          product={product}
        />
      </Flex>
    </Flex>
  )
}

/** The brief's own files, or those of the first outlet where there are none. */
function firstSource({ destinations }: DeliveryPlan): Source {
  const [first] = destinations
  return first?.outlet ? { outlet: first.outlet.id } : 'own'
}

/** What a page came to: its own text, and its pictures. */
interface Loaded {
  readonly slots: readonly LoadedSlot[]
  readonly pageBytes: number
}

interface ShopProps {
  readonly view: ShootView
  readonly plan: DeliveryPlan
  readonly source: Source
  readonly choice: ShelfChoice
  readonly sku: string | null
  readonly onOpen: (sku: string) => void
  readonly onLoaded: (loaded: Loaded) => void
}

/** One shop, filled from one source: the listing, or the page of a product. */
function Shop({ view, plan, source, choice, sku, onOpen, onLoaded }: ShopProps) {
  const files = useMemo(() => filesOf(plan, source), [plan, source])
  const addresses = useAddresses(files, `${choice.width}/${choice.density}/${sku ?? ''}`)
  const { lines, isAligned } = choice
  const html = useMemo(() => {
    if (!addresses) return null
    const look: ShelfLook = {
      title: view.shoot.name,
      addressOf: addresses.of,
      linkTo: () => '#',
      lines,
      isAligned,
      hasData: false,
    }
    const shelf = shelfOf(files, view.products)
    const page =
      sku === null
        ? undefined
        : pagesOf(shelf).find(({ products }) => products.some((one) => one.sku === sku))
    return page && sku !== null ? productPage(page, look, sku) : listingPage(shelf, look)
  }, [addresses, files, view.products, view.shoot.name, lines, isAligned, sku])
  if (!addresses || html === null) return <Box flex="1" />
  return (
    <ShelfFrame
      name={strings.shop(source === 'originals' ? strings.originals : view.shoot.name)}
      html={html}
      addresses={addresses}
      width={choice.width}
      density={choice.density}
      onLoaded={(slots) => onLoaded({ slots, pageBytes: new Blob([html]).size })}
      onOpen={onOpen}
    />
  )
}
