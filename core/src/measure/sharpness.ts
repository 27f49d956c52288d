import { gaussianBlur, planeF32, type PlaneF32 } from '../raster'

/** The two blurs that are compared, in pixels; the finer one keeps grain out. */
const FINE_SIGMA_PX = 1
const COARSE_SIGMA_PX = 2
/** The strongest edges are looked at: this share of all pixels. */
const STRONGEST = 0.005
/** Of those, the sharpest count: a product has soft edges as well as its outline. */
const SHARPEST = 0.25
const MIN_GRADIENT = 3
const MIN_EDGES = 40
const MAX_PX = 20

/**
 * Blur of a picture's sharpest edges: standard deviation in pixels of the Gaussian that would have
 * blurred a perfect edge as much. A little more blur lowers a sharp edge's gradient much, and that of a
 * blurred one little. Of edges across and edges along the worse counts, for a shake blurs one of them.
 *
 * @param lightness L*, at a scale that is not enlarged.
 * Source: Zhuo & Sim 2011, Defocus map estimation from a single image.
 */
export function measureBlur(lightness: PlaneF32): number {
  const fine = gaussianBlur(lightness, FINE_SIGMA_PX, planeF32(lightness))
  const coarse = gaussianBlur(lightness, COARSE_SIGMA_PX, planeF32(lightness))
  const along = [1, lightness.width].map((step) => blurAlong(fine, coarse, step))
  const known = along.filter((sigma) => sigma !== null)
  return known.length === 0 ? MAX_PX : Math.max(...known)
}

/** Blur in one direction, `step` leading to the next pixel along it; null with too few edges. */
function blurAlong(fine: PlaneF32, coarse: PlaneF32, step: number): number | null {
  const { width, height, data } = fine
  const gradients = new Float32Array(width * height)
  const across = step === 1 ? width : 1
  for (let y = 1; y < height - 1; y++)
    for (let i = y * width + 1, end = y * width + width - 1; i < end; i++) {
      const gradient = Math.abs(data[i + step]! - data[i - step]!)
      // Only edges that lie fairly square to the direction tell of blur in it.
      if (gradient > 2 * Math.abs(data[i + across]! - data[i - across]!)) gradients[i] = gradient
    }
  const limit = Math.max(MIN_GRADIENT, strongest(gradients, STRONGEST))
  const sigmas: number[] = []
  for (let i = width; i < gradients.length - width; i++) {
    if (gradients[i]! < limit) continue
    const ratio = gradients[i]! / Math.abs(coarse.data[i + step]! - coarse.data[i - step]!)
    sigmas.push(blurOfRatio(ratio))
  }
  if (sigmas.length < MIN_EDGES) return null
  return Float32Array.from(sigmas).sort()[Math.floor(sigmas.length * SHARPEST)]!
}

/** Blur (0 at least) whose edge has gradients in this ratio after the fine and the coarse blur. */
function blurOfRatio(ratio: number): number {
  const squared = ratio * ratio
  if (squared <= 1.01) return MAX_PX
  const variance = (COARSE_SIGMA_PX ** 2 - squared * FINE_SIGMA_PX ** 2) / (squared - 1)
  return Math.min(MAX_PX, Math.sqrt(Math.max(0, variance)))
}

/** The value that this share of all values exceed, to a tenth; found by counting, for they are many. */
function strongest(values: Float32Array, share: number): number {
  const counts = new Uint32Array(2001)
  for (const value of values) counts[Math.min(2000, (value * 10) | 0)]!++
  let above = 0
  let bin = 2000
  while (bin > 0 && (above += counts[bin]!) < share * values.length) bin--
  return bin / 10
}
