import { luminance, type Rgb } from '@cloudbank/core/raster'
import { isPlain } from '@cloudbank/core/findings'
import { neutralGains, type EvenInput } from '@cloudbank/core/steps'
import type { Lighting, ShootView, Shot } from '../../data'
import { lightingOf } from '../recipe'

/** What evening out goes by for shots of a shoot; unmeasured ones are left out. */
export function evenInputs(view: EvenView, shots: readonly Shot[]): EvenInput[] {
  return shots.flatMap((shot) => {
    const measures = view.measures.get(shot.originalHash)?.measures
    if (!measures) return []
    const { backdrop, product } = measures
    const plain = isPlain(measures)
    const gains = gainsOf(lightingOf(shot, view.lightings), backdrop)
    const [r, g, b] = backdrop.linear
    return [
      {
        id: shot.id,
        backdropLight: plain ? luminance([r * gains[0], g * gains[1], b * gains[2]]) : null,
        productTone: product?.tone01 ?? null,
        product: shot.sku === null ? null : familyOf(shot.sku, view.products),
        variant: shot.sku,
      },
    ]
  })
}

type EvenView = Pick<ShootView, 'measures' | 'lightings' | 'products'>

function gainsOf(
  lighting: Lighting | null,
  backdrop: { readonly linear: Rgb; readonly lightness: number; readonly share01: number },
): Rgb {
  const { linear: colour, lightness, share01: share } = backdrop
  return lighting?.neutral?.gains ?? neutralGains({ colour, lightness, share }) ?? [1, 1, 1]
}

/** What all variants of a product have in common: name and type. What has no variants is by itself. */
function familyOf(sku: string, products: ShootView['products']): string {
  const product = products.get(sku)
  return product && product.variant !== '' ? `${product.name}/${product.type}` : sku
}
