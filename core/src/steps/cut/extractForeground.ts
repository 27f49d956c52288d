import { nearestSites, SITE, type LinearRgba, type PlaneF32 } from '../../raster'

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
 * @param strength01 1 takes all of the backdrop out, 0 leaves mixed pixels their colour.
 * Source: the mixing equation of Porter & Duff 1984, Compositing digital images, solved for the
 * foreground.
 */
export function extractForeground(picture: LinearRgba, alpha: PlaneF32, strength01 = 1): void {
  const { width, height, data } = picture
  const product = new Uint8Array(width * height)
  const backdrop = new Uint8Array(width * height)
  const rim: number[] = []
  for (let i = 0; i < product.length; i++) {
    const a = alpha.data[i]!
    if (a >= ALL_PRODUCT) product[i] = SITE.site
    else if (a <= ALL_BACKDROP) backdrop[i] = SITE.site
    else {
      product[i] = backdrop[i] = SITE.band
      rim.push(i)
    }
  }
  const productSites = nearestSites(product, width, height, rim)
  const backdropSites = nearestSites(backdrop, width, height, rim)
  // All of the rim is worked out before any pixel changes, for it reads pixels beyond itself.
  const colours = new Float32Array(rim.length * 3)
  rim.forEach((i, k) => {
    const a = alpha.data[i]!
    const t = Math.min(1, Math.max(0, (a - UNMIX[0]) / (UNMIX[1] - UNMIX[0])))
    const unmixWeight = t * t * (3 - 2 * t)
    const f = productSites[i]! * 4
    const b = backdropSites[i]! * 4
    for (let c = 0; c < 3; c++) {
      const mixed = data[i * 4 + c]!
      const unmixed = b < 0 ? mixed : Math.min(1, Math.max(0, (mixed - (1 - a) * data[b + c]!) / a))
      const spread = f < 0 ? unmixed : data[f + c]!
      const clean = unmixWeight * unmixed + (1 - unmixWeight) * spread
      colours[k * 3 + c] = a * (mixed + strength01 * (clean - mixed))
    }
  })
  clearBackdrop(data, backdrop)
  rim.forEach((i, k) => {
    data.set(colours.subarray(k * 3, k * 3 + 3), i * 4)
    data[i * 4 + 3] = alpha.data[i]!
  })
}

/** Makes every run of backdrop pixels transparent black. */
function clearBackdrop(data: Float32Array, backdrop: Uint8Array): void {
  let i = 0
  while (i < backdrop.length) {
    const start = backdrop.indexOf(SITE.site, i)
    if (start < 0) return
    let end = start + 1
    while (backdrop[end] === SITE.site) end++
    data.fill(0, start * 4, end * 4)
    i = end
  }
}
