import { isPlain } from '../findings'
import { luminance, type Rgb } from '../raster'
import { neutralGains, type EvenInput } from '../steps'
import { lightingOf } from './recipe'
import type { Lighting, Measured, ShootRows, Shot } from './rows'

type Products = ShootRows['products']

/** What evening out goes by for shots of a shoot; unmeasured ones are left out. */
export const evenInputs = (
  { measures, lightings, products }: Pick<ShootRows, 'measures' | 'lightings' | 'products'>,
  shots: readonly Shot[],
): EvenInput[] =>
  shots.flatMap((shot) => {
    const measured = measures.get(shot.originalHash)
    return measured ? [evenInput(shot, measured, lightingOf(shot, lightings), products)] : []
  })

/** The same for one shot that has been measured. */
export function evenInput(
  { id, sku }: { readonly id: string; readonly sku: string | null },
  { measures }: Measured,
  lighting: Lighting | null,
  products: Products,
): EvenInput {
  const { backdrop, product } = measures
  const gains = gainsOf(lighting, backdrop)
  const [r, g, b] = backdrop.linear
  return {
    id,
    backdropLight: isPlain(measures) ? luminance([r * gains[0], g * gains[1], b * gains[2]]) : null,
    productTone: product?.tone01 ?? null,
    product: sku === null ? null : familyOf(sku, products),
    variant: sku,
  }
}

function gainsOf(
  lighting: Lighting | null,
  backdrop: { readonly linear: Rgb; readonly lightness: number; readonly share01: number },
): Rgb {
  const { linear: colour, lightness, share01: share } = backdrop
  return lighting?.neutral?.gains ?? neutralGains({ colour, lightness, share }) ?? [1, 1, 1]
}

/** What all variants of a product have in common: name and type. What has no variants is by itself. */
function familyOf(sku: string, products: Products): string {
  const product = products.get(sku)
  return product && product.variant !== '' ? `${product.name}/${product.type}` : sku
}
