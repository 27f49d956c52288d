import { groupBy, largestOf, ratioStep, type DeliveryFile, type Product, type Shot } from '../shoot'

/** One picture of a product, in all sizes and formats that it is delivered in. */
export interface ShelfPicture {
  readonly shot: Shot
  /** Files of the ratio that listings show. */
  readonly card: readonly DeliveryFile[]
  /** Files of the ratio that the product’s page shows. */
  readonly page: readonly DeliveryFile[]
  readonly alt: string
}

/** A product as a shop shows it. */
export interface ShelfProduct {
  readonly sku: string
  readonly name: string
  readonly brand: string
  readonly price: string
  /** What tells it from others of its name; empty for one that is alone. */
  readonly variant: string
  readonly barcode: string
  /** The cover first. */
  readonly pictures: readonly ShelfPicture[]
}

/** Products that are one but for a colour or a size, and share a page. */
export interface ShelfPage {
  readonly products: readonly ShelfProduct[]
}

/**
 * What a shop would show: the products that have finished pictures, in the order of the delivery.
 *
 * @param files of one outlet, or of the brief’s own placements.
 */
export function shelfOf(
  files: readonly DeliveryFile[],
  products: ReadonlyMap<string, Product>,
): readonly ShelfProduct[] {
  return [...groupBy(files, ({ shot }) => shot.sku ?? '')]
    .filter(([sku]) => sku !== '')
    .map(([sku, own]) => {
      const product = products.get(sku)
      return {
        sku,
        name: product?.name ?? sku,
        brand: product?.brand ?? '',
        price: product?.price ?? '',
        variant: product?.variant || product?.colour || '',
        barcode: product?.barcode ?? '',
        pictures: [...groupBy(own, ({ shot }) => shot.id).values()].map(pictureOf),
      }
    })
}

function pictureOf(files: readonly DeliveryFile[]): ShelfPicture {
  const [first] = files
  const ratios = [...groupBy(files, ratioStep).values()]
  const narrow = (own: readonly DeliveryFile[]): number =>
    Math.min(...own.map(({ rendition }) => rendition.width))
  const card = ratios.reduce((least, own) => (narrow(own) < narrow(least) ? own : least))
  const page = ratios.reduce((most, own) =>
    largestOf(own).rendition.width > largestOf(most).rendition.width ? own : most,
  )
  return { shot: first!.shot, card, page, alt: largestOf(page).altText }
}

/** Products that share a page: of one name and brand, told apart by their variants. */
export const pagesOf = (shelf: readonly ShelfProduct[]): readonly ShelfPage[] =>
  [...groupBy(shelf, ({ name, brand }) => `${brand}\n${name}`).values()].map((products) => ({
    products,
  }))
