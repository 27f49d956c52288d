import { tableText } from '../words'
import { largestOf, type DeliveryFile } from '../shoot'
import type { ShelfProduct } from './shelf'

/** What a shop takes in: each product with its files and their descriptions, the cover first. */
export const feedData = (shelf: readonly ShelfProduct[]) => ({
  version: 1,
  products: shelf.map(({ pictures, ...product }) => ({
    ...product,
    pictures: pictures.map(({ shot, alt, card, page }, i) => ({
      place: i + 1,
      isCover: i === 0,
      angle: shot.angle,
      alt,
      files: [...new Set([...page, ...card])].map(fileOf),
    })),
  })),
})

const fileOf = ({ path, rendition }: DeliveryFile) => ({
  path,
  format: rendition.format,
  width: rendition.width,
  height: rendition.height,
  bytes: rendition.bytes,
})

/** The same as a table (RFC 4180), a line a picture, by its largest file. */
export const feedTable = (shelf: readonly ShelfProduct[]): string =>
  tableText(
    ['sku', 'name', 'variant', 'place', 'file', 'alt', 'width', 'height'],
    shelf.flatMap(({ sku, name, variant, pictures }) =>
      pictures.map(({ page, alt }, i) => {
        const { path, rendition } = largestOf(page)
        return [sku, name, variant, i + 1, path, alt, rendition.width, rendition.height]
      }),
    ),
  )
