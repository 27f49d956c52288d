import { largestOf, type DeliveryFile } from '../shoot'
import type { ShelfProduct } from './shelf'

/**
 * A product’s pictures as linked data (schema.org Product and ImageObject, JSON-LD 1.1), as it may stand in a script
 * element.
 */
export function jsonLdOf(
  { sku, name, brand, variant, barcode, pictures }: ShelfProduct,
  addressOf: (file: DeliveryFile) => string,
): string {
  const data = {
    '@context': 'https://schema.org',
    '@type': 'Product',
    sku,
    name,
    ...(brand === '' ? {} : { brand: { '@type': 'Brand', name: brand } }),
    ...(variant === '' ? {} : { color: variant }),
    ...(barcode === '' ? {} : { gtin: barcode }),
    image: pictures.map(({ page, alt }) => {
      const file = largestOf(page)
      const { width, height } = file.rendition
      return { '@type': 'ImageObject', contentUrl: addressOf(file), width, height, caption: alt }
    }),
  }
  // Nothing in it may end the element that it stands in.
  return JSON.stringify(data).replaceAll('<', '\\u003c')
}
