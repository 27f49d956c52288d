import { pictureMarkup, relativeAddress, type DeliveryFile } from '../shoot'
import { safeStem } from '../names'
import { feedData, feedTable } from './feed'
import { listingPage, productPage, type ShelfLook } from './html'
import { pagesOf, type ShelfProduct } from './shelf'

/** A page or table of the shop, as text at a path. */
export interface ShelfText {
  readonly path: string
  readonly text: string
}

const [INDEX, PAGES, MARKUP] = ['index.html', 'products', 'markup']

/**
 * The shop as a folder that opens by itself from disk: listing, product pages, feeds, and the markup of each product to
 * paste; beside the delivered files at their own paths.
 */
export function folderOf(
  shelf: readonly ShelfProduct[],
  look: Pick<ShelfLook, 'title' | 'isAligned'>,
): readonly ShelfText[] {
  const pageOf = (sku: string): string => `${PAGES}/${safeStem(sku)}.html`
  const at = (depth: string): Omit<ShelfLook, 'title' | 'isAligned'> => ({
    addressOf: ({ path }) => depth + relativeAddress(path),
    linkTo: (sku) => depth + (sku === null ? INDEX : relativeAddress(pageOf(sku))),
    lines: 'none',
    hasData: true,
  })
  const here = { ...look, ...at('') }
  const within = { ...look, ...at('../') }
  return [
    { path: INDEX, text: listingPage(shelf, here) },
    ...pagesOf(shelf).flatMap((page) =>
      page.products.map(({ sku }) => ({
        path: pageOf(sku),
        text: productPage(page, within, sku),
      })),
    ),
    ...shelf.map((product) => ({
      path: `${MARKUP}/${safeStem(product.sku)}.html`,
      text: markupOf(product, ({ path }) => relativeAddress(path)),
    })),
    { path: 'feed.json', text: JSON.stringify(feedData(shelf), null, 2) },
    { path: 'feed.csv', text: feedTable(shelf) },
  ]
}

/** As wide as the window, up to a column. */
const PASTED_SIZES = '(min-width: 700px) 640px, 100vw'

/** The pictures of a product as markup to paste into a shop. */
export const markupOf = (
  { pictures }: ShelfProduct,
  addressOf: (file: DeliveryFile) => string,
): string =>
  pictures
    .flatMap(
      ({ page }, i) =>
        pictureMarkup(page, { sizes: PASTED_SIZES, isFirst: i === 0, addressOf }) ?? [],
    )
    .join('\n')
    .concat('\n')
