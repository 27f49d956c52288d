import type { LinearRgba, PlaneF32 } from '../raster'
import { nearestSites, SITE } from '../steps'

/** Alpha from which a pixel is all product, and up to which it is all backdrop. */
const ALL_PRODUCT = 0.97
const ALL_BACKDROP = 0.02
/** Between these the unmixed colour takes over from the one spread outwards. */
const UNMIX = [0.3, 0.9] as const

/**
 * Replaces a picture's mixed pixels by the product's colour alone, premultiplied by alpha, so that no
 * fringe of the old backdrop stays. In the rim the backdrop's share is subtracted; where there is too
 * little product left for that, its colour is taken from the nearest sure product.
 *
 * @param picture opaque, in linear light; changed in place, its alpha becomes `alpha`.
 * Source: the mixing equation of Porter & Duff 1984, Compositing digital images, solved for the
 * foreground.
 */
export function extractForeground(picture: LinearRgba, alpha: PlaneF32): void {
  const { width, height, data } = picture
  const product = new Uint8Array(width * height)
  const backdrop = new Uint8Array(width * height)
  for (let i = 0; i < product.length; i++) {
    const a = alpha.data[i]!
    const mixed = a > ALL_BACKDROP && a < ALL_PRODUCT
    product[i] = a >= ALL_PRODUCT ? SITE.site : mixed ? SITE.band : SITE.none
    backdrop[i] = a <= ALL_BACKDROP ? SITE.site : mixed ? SITE.band : SITE.none
  }
  const productSites = nearestSites(product, width, height)
  const backdropSites = nearestSites(backdrop, width, height)
  const original = data.slice()
  for (let i = 0, p = 0; i < product.length; i++, p += 4) {
    const a = alpha.data[i]!
    if (a <= ALL_BACKDROP) {
      data.fill(0, p, p + 4)
      continue
    }
    data[p + 3] = a >= ALL_PRODUCT ? 1 : a
    if (a >= ALL_PRODUCT) continue
    const t = Math.min(1, Math.max(0, (a - UNMIX[0]) / (UNMIX[1] - UNMIX[0])))
    const unmixWeight = t * t * (3 - 2 * t)
    const f = productSites[i]! * 4
    const b = backdropSites[i]! * 4
    for (let c = 0; c < 3; c++) {
      const mixed = original[p + c]!
      const unmixed =
        b < 0 ? mixed : Math.min(1, Math.max(0, (mixed - (1 - a) * original[b + c]!) / a))
      const spread = f < 0 ? unmixed : original[f + c]!
      data[p + c] = a * (unmixWeight * unmixed + (1 - unmixWeight) * spread)
    }
  }
}
