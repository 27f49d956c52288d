import {
  deltaE2000,
  hexToLinear,
  linearRaster,
  linearToLab,
  nearestSites,
  planeF32,
  planeU8,
  SITE,
  squaredDistance,
  type LinearRgba,
  type PlaneU8,
  type Rgb,
} from '@cloudbank/core/raster'
import { extractForeground } from '@cloudbank/core/steps'

/** Mean ΔE2000 along the edge against the true product on new grounds, and by alpha alone. */
export type Fringe = { green: number; magenta: number; plainGreen: number; plainMagenta: number }

const GREEN = '#00ff00'
const MAGENTA = '#ff00ff'
/** Alphas between these are the edge. */
const EDGE = [0.02, 0.98] as const
/** How far from the edge colours are sure to be unmixed, in pixels. */
const UNMIXED_PX = 3

/**
 * The fringe of the old backdrop that is left on new grounds. A photograph with known foreground is made
 * of one with known alpha: product and backdrop go on past their edges as if mirrored there, and are mixed
 * anew. The foreground is then taken out of it with the true alpha, so that colours alone are judged.
 *
 * @param photograph opaque, in linear light, of the size of `truth`.
 * @returns null where there is no edge.
 */
export function measureFringe(photograph: LinearRgba, truth: PlaneU8): Fringe | null {
  const alpha = planeF32(
    truth,
    Float32Array.from(truth.data, (value) => value / 255),
  )
  const outside = planeU8(truth)
  outside.data.set(truth.data.map((value) => 255 - value))
  const product = continued(photograph, truth)
  const backdrop = continued(photograph, outside)
  const edge: number[] = []
  alpha.data.forEach((a, i) => {
    if (a > EDGE[0] && a < EDGE[1] && product[i]! >= 0 && backdrop[i]! >= 0) edge.push(i)
  })
  if (edge.length === 0) return null
  const colourAt = (from: Int32Array, i: number): Rgb => rgbAt(photograph.data, from[i]!)
  const mixed = linearRaster(truth, Float32Array.from(photograph.data))
  for (const i of edge)
    mixed.data.set(over(colourAt(product, i), alpha.data[i]!, colourAt(backdrop, i)), i * 4)
  const lifted = linearRaster(truth, Float32Array.from(mixed.data))
  extractForeground(lifted, alpha)
  const meanOn = (ground: string, colour: (i: number) => Rgb): number => {
    const below = hexToLinear(ground)
    const differences = edge.map((i) => {
      const a = alpha.data[i]!
      const right = over(colourAt(product, i), a, below)
      const made = over(colour(i), a, below)
      return deltaE2000(linearToLab(made), linearToLab(right))
    })
    return differences.reduce((sum, value) => sum + value, 0) / differences.length
  }
  const own = (i: number): Rgb => unpremultiplied(rgbAt(lifted.data, i), alpha.data[i]!)
  const plain = (i: number): Rgb => rgbAt(mixed.data, i)
  return {
    green: meanOn(GREEN, own),
    magenta: meanOn(MAGENTA, own),
    plainGreen: meanOn(GREEN, plain),
    plainMagenta: meanOn(MAGENTA, plain),
  }
}

/**
 * For each pixel at or beyond the edge of what an alpha covers, the pixel well inside whose colour it gets:
 * its mirror image at the nearest sure one; −1 where there is none.
 */
function continued({ width, height }: LinearRgba, covers: PlaneU8): Int32Array {
  const open = planeU8(covers)
  covers.data.forEach((value, i) => (open.data[i] = value < 250 ? 1 : 0))
  const depth = squaredDistance(open)
  const kind = new Uint8Array(width * height)
  const band: number[] = []
  covers.data.forEach((value, i) => {
    const isSure = depth.data[i]! > UNMIXED_PX ** 2
    kind[i] = isSure ? SITE.site : value > 0 ? SITE.band : SITE.none
    if (kind[i] === SITE.band) band.push(i)
  })
  const from = nearestSites(kind, width, height, band)
  for (const i of band) {
    const site = from[i]!
    if (site < 0) continue
    const x = 2 * (site % width) - (i % width)
    const y = 2 * Math.floor(site / width) - Math.floor(i / width)
    const mirrored = y * width + x
    const isIn = x >= 0 && x < width && y >= 0 && y < height
    if (isIn && kind[mirrored] === SITE.site) from[i] = mirrored
  }
  return from
}

const rgbAt = (data: Float32Array, i: number): Rgb => [
  data[i * 4]!,
  data[i * 4 + 1]!,
  data[i * 4 + 2]!,
]

const over = (top: Rgb, alpha: number, below: Rgb): Rgb => [
  alpha * top[0] + (1 - alpha) * below[0],
  alpha * top[1] + (1 - alpha) * below[1],
  alpha * top[2] + (1 - alpha) * below[2],
]

const unpremultiplied = ([r, g, b]: Rgb, alpha: number): Rgb => [r / alpha, g / alpha, b / alpha]
