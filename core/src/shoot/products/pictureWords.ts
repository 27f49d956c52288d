import { stemOf, type PictureWords } from '../../names'
import type { Product, Shot } from '../rows'

/** What is known of a shot's picture, for patterns: every column of its product, and its own facts. */
export function pictureWords(
  shot: Shot,
  product: Product | undefined,
  place: {
    readonly shoot: string
    readonly outlet: string
    readonly placement: string
    /** Its place among the pictures of its product, from 1. */
    readonly number: number
  },
): PictureWords {
  const more: PictureWords = Object.fromEntries(
    Object.entries(product?.more ?? {}).map(([name, value]) => [name.trim().toLowerCase(), value]),
  )
  return {
    ...more,
    sku: shot.sku ?? '',
    name: product?.name ?? '',
    brand: product?.brand ?? '',
    type: product?.type ?? '',
    variant: product?.variant ?? '',
    colour: product?.colour ?? '',
    barcode: product?.barcode ?? '',
    price: product?.price ?? '',
    angle: shot.angle ?? '',
    photograph: stemOf(shot.fileName),
    shoot: place.shoot,
    outlet: place.outlet,
    placement: place.placement,
    number: String(place.number),
  }
}
