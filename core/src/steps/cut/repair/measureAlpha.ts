import {
  assertSameSize,
  nearestSites,
  planeF32,
  planeU8,
  SITE,
  type LinearRgba,
  type PlaneF32,
  type PlaneU8,
} from '../../../raster'

/** The band around the cut in which alpha is measured, as a share of the whole photograph's side. */
const BAND = 7 / 1600
/** Product pixels that look like backdrop are asked again this far inside the cut. */
const REOPEN = 14 / 1600
/** Relative step between a pixel and the bare backdrop below which it looks like backdrop. */
const LOOKS_BARE = 0.045
/** Distance of the probes that offer other colours, as a share of the side. */
const PROBE = 9 / 1600
/** Difference of the square roots of linear light at which product and backdrop are told apart. */
const SEPARATION = 0.06
/** Step, in square roots of linear light, below which two colours may be the same. */
const ALIKE = 0.05
/**
 * Beyond this depth inside the cut, as a share of the side, measured alpha counts for less and less: metal
 * has the backdrop's colours. Chosen on the even half of a set of 120 composites.
 */
const SURE_DEPTH = 2 / 1600
/** Ends of the measured alpha that count as nothing and as all. */
const TAIL = 0.04

export interface AlphaInput {
  /** The part of the photograph to cut, opaque. */
  readonly picture: LinearRgba
  /** The coarse cut at the same size, 0…1, soft from enlarging. */
  readonly inside: PlaneF32
  /** The bare backdrop at the same size. */
  readonly plate: LinearRgba
  /** Longer side of the whole photograph at this scale, in pixels. */
  readonly sidePx: number
  /** Where alpha is wanted: elsewhere, where this is 0, the coarse cut is given. All of it if missing. */
  readonly wanted?: PlaneF32
}

/**
 * Alpha (0…255) of the product. In a band round the coarse cut each pixel is explained as a mix of
 * the nearest sure product and the nearest sure (or the modelled) backdrop, in linear light. Where the
 * two are too alike, or the pixel is like some product and like the backdrop, the coarse cut stands.
 */
export function measureAlpha({ picture, inside, plate, sidePx, wanted }: AlphaInput): PlaneU8 {
  assertSameSize(picture, inside)
  assertSameSize(picture, plate)
  const { width, height } = picture
  const reach = Math.max(2, Math.round(BAND * sidePx))
  const depth = bandDepth(inside, Math.max(reach, Math.round(REOPEN * sidePx)))
  const band = planeU8(picture)
  for (let i = 0; i < band.data.length; i++) {
    const d = depth[i]!
    if (d === 0) continue
    const product = inside.data[i]! > 0.5
    band.data[i] = d <= reach || (product && looksBare(picture.data, plate.data, i)) ? 1 : 0
  }
  const bandIndices: number[] = []
  for (let i = 0; i < band.data.length; i++) if (band.data[i] && isWanted(i)) bandIndices.push(i)
  const productSites = nearestSites(siteKinds(true), width, height, bandIndices)
  const backdropSites = nearestSites(siteKinds(false), width, height, bandIndices)
  const alpha = planeU8(picture)
  const probe = Math.max(1, Math.round(PROBE * sidePx))
  for (let y = 0, i = 0; y < height; y++)
    for (let x = 0; x < width; x++, i++) {
      if (!band.data[i] || !isWanted(i)) {
        alpha.data[i] = inside.data[i]! > 0.5 ? 255 : 0
        continue
      }
      alpha.data[i] = Math.round(255 * alphaAt(x, y, i))
    }
  return calmed(alpha, band)

  function isWanted(i: number): boolean {
    return !wanted || wanted.data[i]! > 0
  }

  /** Sites lie beyond the band; a part too thin for that has them along its middle. */
  function siteKinds(product: boolean): Uint8Array {
    const kinds = new Uint8Array(width * height)
    for (let y = 0, i = 0; y < height; y++)
      for (let x = 0; x < width; x++, i++) {
        const own = inside.data[i]! > 0.5 === product
        if (!band.data[i]) kinds[i] = own ? SITE.site : SITE.none
        else kinds[i] = own && isRidge(x, y, i, product) ? SITE.site : SITE.band
      }
    return kinds
  }

  function isRidge(x: number, y: number, i: number, product: boolean): boolean {
    const d = depth[i]!
    if (d < 2 || d > reach || x === 0 || y === 0 || x === width - 1 || y === height - 1)
      return false
    for (let dy = -1; dy <= 1; dy++)
      for (let dx = -1; dx <= 1; dx++) {
        const j = i + dy * width + dx
        if (inside.data[j]! > 0.5 === product && (depth[j]! > d || depth[j] === 0)) return false
      }
    return true
  }

  function alphaAt(x: number, y: number, i: number): number {
    const p = i * 4
    const fallback = inside.data[i]!
    let best = fallback
    let bestCost = Infinity
    let bestTrust = 0
    let toProduct = Infinity
    let toBackdrop = Infinity
    for (let k = 0; k < 5; k++) {
      const px = Math.min(Math.max(x + (k === 1 ? probe : k === 2 ? -probe : 0), 0), width - 1)
      const py = Math.min(Math.max(y + (k === 3 ? probe : k === 4 ? -probe : 0), 0), height - 1)
      const site = productSites[py * width + px]!
      if (site < 0) continue
      for (let b = 0; b < 2; b++) {
        const backSite = backdropSites[i]!
        if (b === 0 && backSite < 0) continue
        const from = b === 0 ? picture.data : plate.data
        const q = (b === 0 ? backSite : i) * 4
        const f = site * 4
        let along = 0
        let length = 0
        let apart = 0
        let fromProduct = 0
        let fromBackdrop = 0
        for (let c = 0; c < 3; c++) {
          const axis = picture.data[f + c]! - from[q + c]!
          along += (picture.data[p + c]! - from[q + c]!) * axis
          length += axis * axis
          const own = rootOf(picture.data[p + c]!)
          const product = rootOf(picture.data[f + c]!)
          const backdrop = rootOf(from[q + c]!)
          apart += (product - backdrop) ** 2
          fromProduct += (own - product) ** 2
          fromBackdrop += (own - backdrop) ** 2
        }
        toProduct = Math.min(toProduct, fromProduct)
        toBackdrop = Math.min(toBackdrop, fromBackdrop)
        const share = Math.min(1, Math.max(0, along / (length + 1e-9)))
        let residual = 0
        for (let c = 0; c < 3; c++) {
          const made = from[q + c]! + share * (picture.data[f + c]! - from[q + c]!)
          residual += (rootOf(picture.data[p + c]!) - rootOf(made)) ** 2
        }
        const cost = Math.sqrt(residual) + (k > 0 ? 0.02 : 0) + 0.01 / (0.05 + Math.sqrt(apart))
        if (cost >= bestCost) continue
        bestCost = cost
        best = share
        bestTrust = (apart / (apart + SEPARATION ** 2)) * Math.exp(-residual / 0.02)
      }
    }
    const doubt = Math.exp(-(toProduct + toBackdrop) / ALIKE ** 2)
    // The deeper inside the cut, the more it takes to say that backdrop shows through.
    const deep = inside.data[i]! > 0.5 ? Math.max(0, depth[i]! / (SURE_DEPTH * sidePx) - 1) : 0
    const trust = bestCost === Infinity ? 0 : bestTrust * (1 - doubt) * Math.exp(-deep * deep)
    const stretched = Math.min(1, Math.max(0, (best - TAIL) / (1 - 2 * TAIL)))
    return trust * stretched + (1 - trust) * fallback
  }
}

const rootOf = (light: number): number => Math.sqrt(Math.max(0, light))

/** Grain makes single pixels of the band jump; they are averaged with their eight neighbours. */
function calmed(alpha: PlaneU8, band: PlaneU8): PlaneU8 {
  const { width, height, data } = alpha
  const result = planeU8(alpha, data.slice())
  for (let y = 1; y < height - 1; y++)
    for (let x = 1; x < width - 1; x++) {
      const i = y * width + x
      if (!band.data[i]) continue
      const corners =
        data[i - width - 1]! + data[i - width + 1]! + data[i + width - 1]! + data[i + width + 1]!
      const sides = data[i - 1]! + data[i + 1]! + data[i - width]! + data[i + width]!
      result.data[i] = Math.round((4 * data[i]! + 2 * sides + corners) / 16)
    }
  return result
}

/** Steps (1…reach) from the nearest pixel on the other side of the cut; 0 beyond reach. */
function bandDepth(inside: PlaneF32, reach: number): Uint8Array {
  const { width, height, data } = inside
  const depth = new Uint8Array(width * height)
  let queue: number[] = []
  for (let y = 0, i = 0; y < height; y++)
    for (let x = 0; x < width; x++, i++) {
      const own = data[i]! > 0.5
      if (
        (x > 0 && data[i - 1]! > 0.5 !== own) ||
        (x < width - 1 && data[i + 1]! > 0.5 !== own) ||
        (y > 0 && data[i - width]! > 0.5 !== own) ||
        (y < height - 1 && data[i + width]! > 0.5 !== own)
      ) {
        depth[i] = 1
        queue.push(i)
      }
    }
  for (let step = 2; step <= reach; step++) {
    const next: number[] = []
    for (const i of queue) {
      const y = (i / width) | 0
      const x = i - y * width
      if (x > 0) visit(i - 1)
      if (x < width - 1) visit(i + 1)
      if (y > 0) visit(i - width)
      if (y < height - 1) visit(i + width)
    }
    queue = next
    function visit(j: number): void {
      if (depth[j]) return
      depth[j] = step
      next.push(j)
    }
  }
  return depth
}

function looksBare(picture: Float32Array, plate: Float32Array, i: number): boolean {
  const p = i * 4
  for (let c = 0; c < 3; c++) {
    if (Math.abs(rootOf(picture[p + c]!) - rootOf(plate[p + c]!)) > LOOKS_BARE) return false
  }
  return true
}

/** A plane of zeros and ones as 0…1 floats, enlarged elsewhere. */
export function asFloats(mask: PlaneU8): PlaneF32 {
  return planeF32(mask, Float32Array.from(mask.data))
}
