import { Box, Flex, Text } from '@chakra-ui/react'
import { useMemo, useState } from 'react'
import { Link, useParams } from 'react-router'
import { listingPage, pagesOf, productPage, shelfOf, type ShelfLook } from '@cloudbank/core/shelf'
import { useShootView, type ShootView } from '../../data'
import { Lost } from '../../ui/Lost'
import { firstSource } from './shelfFiles'
import { ShelfFrame, type LoadedSlot } from './ShelfFrame'
import { ShelfSide } from './ShelfSide'
import { ShelfTools, START, type ShelfChoice } from './ShelfTools'
import { strings } from './strings'
import { useAddresses } from './useAddresses'
import { fillingFrom, planOfShelf, useBeside, type Filling } from './useBeside'

/** The finished pictures as a shop would show them. */
export function ShelfPage() {
  const { shootId = '' } = useParams()
  const view = useShootView(shootId)
  if (view === undefined) return null
  return view === null ? <Lost /> : <Shelf view={view} />
}

function Shelf({ view }: { readonly view: ShootView }) {
  const plan = useMemo(() => planOfShelf(view), [view])
  const [choice, choose] = useState<ShelfChoice>(() => ({ ...START, source: firstSource(plan) }))
  const [sku, open] = useState<string | null>(null)
  const [{ slots, pageBytes }, setLoaded] = useState<Loaded>({ slots: [], pageBytes: 0 })
  const filling = useMemo(() => fillingFrom(view, plan, choice.source), [view, plan, choice.source])
  const { files } = filling
  const shelf = useMemo(() => shelfOf(files, view.products), [files, view.products])
  const beside = useBeside(view, plan, choice.source, choice.beside)
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
          <Shop {...shown} filling={filling} isAlone={!beside} onLoaded={setLoaded} />
          {beside && (
            <Shop {...shown} filling={beside} isAlone={false} onLoaded={() => undefined} />
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

/** What a page came to: its own text, and its pictures. */
interface Loaded {
  readonly slots: readonly LoadedSlot[]
  readonly pageBytes: number
}

interface ShopProps {
  readonly filling: Filling
  /** Whether nothing stands beside it, so that it needs no caption. */
  readonly isAlone: boolean
  readonly choice: ShelfChoice
  readonly sku: string | null
  readonly onOpen: (sku: string) => void
  readonly onLoaded: (loaded: Loaded) => void
}

/** One shop: the listing, or the page of a product. */
function Shop({ filling, isAlone, choice, sku, onOpen, onLoaded }: ShopProps) {
  const { caption, title, files, products } = filling
  const addresses = useAddresses(files, `${choice.width}/${choice.density}/${sku ?? ''}`)
  const { lines, isAligned } = choice
  const html = useMemo(() => {
    if (!addresses) return null
    const look: ShelfLook = {
      title,
      addressOf: addresses.of,
      linkTo: () => '#',
      lines,
      isAligned,
      hasData: false,
    }
    const shelf = shelfOf(files, products)
    const page =
      sku === null
        ? undefined
        : pagesOf(shelf).find((one) => one.products.some((product) => product.sku === sku))
    return page && sku !== null ? productPage(page, look, sku) : listingPage(shelf, look)
  }, [addresses, files, products, title, lines, isAligned, sku])
  if (!addresses || html === null) return <Box flex="1" />
  return (
    <Flex direction="column" flex="1" minWidth="0" gap="4px">
      {!isAlone && (
        <Text fontSize="12px" truncate>
          {caption}
        </Text>
      )}
      <ShelfFrame
        name={strings.shop(caption)}
        html={html}
        addresses={addresses}
        width={choice.width}
        density={choice.density}
        onLoaded={(slots) => onLoaded({ slots, pageBytes: new Blob([html]).size })}
        onOpen={onOpen}
      />
    </Flex>
  )
}
