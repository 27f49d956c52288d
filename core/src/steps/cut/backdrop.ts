import { softenInterleaved, type LabPicture, type PlaneF32, type Size } from '../../raster'
import { pullPush } from './inpaint'
import { fitTrend } from './trend'

/** Below this probability of product a pixel is a seed of backdrop (98.5 % pure on our pictures). */
const SEED_PROBABILITY = 0.05
/** Noise floors, in Lab units: sensor noise and JPEG at the work size. */
const FLOOR = [0.8, 0.55, 0.55] as const
/** A backdrop whose lightness scatters more than this is textured: by place and colour it says little. */
const TEXTURED_SIGMA_L = 2.2
/** The backdrop is smooth: it is modelled by blocks of this many pixels a side. */
const BLOCK_PX = 3

/** What the backdrop looks like behind and around the product. */
export interface Backdrop {
  readonly width: number
  readonly height: number
  /** Lab of the bare backdrop at each pixel (3 floats). */
  readonly plate: Float32Array
  /** Variance of Lab about the plate at each pixel (3 floats). */
  readonly variance: Float32Array
  readonly textured: boolean
  /** Share of the frame that served as seeds, 0…1. */
  readonly seedShare: number
}

/**
 * Models the backdrop from the pixels that the finder is sure are not product. Bare backdrop is
 * spread behind the product; its scatter is kept a place at a time, so that a wall and a floor may
 * differ.
 */
export function modelBackdrop(lab: LabPicture, probability: PlaneF32): Backdrop {
  const { width, height } = lab
  const size = { width: Math.ceil(width / BLOCK_PX), height: Math.ceil(height / BLOCK_PX) }
  const small = reduced(lab, size)
  const pixels = size.width * size.height
  const known = new Float32Array(pixels)
  let seeds = 0
  for (let y = 0, i = 0; y < size.height; y++)
    for (let x = 0; x < size.width; x++, i++)
      if (probability.data[(y * width + x) * BLOCK_PX]! < SEED_PROBABILITY) {
        known[i] = 1
        seeds++
      }
  const scratch = new Float32Array(pixels * 3)
  const first = smoothFill(small, known, size, scratch)
  // A second round leaves out what stands off the first plate: specks, marks, a stray shadow.
  const limit = 2.5 * residualSpread(small, first, known) + 1
  const trimmed = new Float32Array(pixels)
  for (let i = 0; i < pixels; i++)
    if (known[i] && Math.abs(small[i * 3]! - first[i * 3]!) < limit) trimmed[i] = 1
  const plate = smoothFill(small, trimmed, size, scratch)
  const squares = new Float32Array(pixels * 3)
  for (let i = 0; i < squares.length; i++) squares[i] = (small[i]! - plate[i]!) ** 2
  const variance = smoothFill(squares, trimmed, size, scratch).map((v) => Math.max(0, v))
  let meanL = 0
  for (let i = 0; i < pixels; i++) {
    for (let c = 0; c < 3; c++) variance[i * 3 + c] = variance[i * 3 + c]! + FLOOR[c]! ** 2
    meanL += variance[i * 3]! / pixels
  }
  const textured = Math.sqrt(meanL) > TEXTURED_SIGMA_L
  return {
    width,
    height,
    plate: enlarged(plate, size, lab),
    variance: enlarged(variance, size, lab),
    textured,
    seedShare: seeds / pixels,
  }
}

/** Averages of blocks of pixels. */
function reduced({ width, height, data }: LabPicture, small: Size): Float32Array {
  const result = new Float32Array(small.width * small.height * 3)
  for (let y = 0, p = 0; y < small.height; y++) {
    const bottom = Math.min(height, (y + 1) * BLOCK_PX)
    for (let x = 0; x < small.width; x++, p += 3) {
      const right = Math.min(width, (x + 1) * BLOCK_PX)
      for (let v = y * BLOCK_PX; v < bottom; v++)
        for (let q = (v * width + x * BLOCK_PX) * 3; q < (v * width + right) * 3; q += 3) {
          result[p]! += data[q]!
          result[p + 1]! += data[q + 1]!
          result[p + 2]! += data[q + 2]!
        }
      const pixels = (bottom - y * BLOCK_PX) * (right - x * BLOCK_PX)
      for (let c = 0; c < 3; c++) result[p + c]! /= pixels
    }
  }
  return result
}

/** Each value for a block of pixels: the plate is smoother than that. */
function enlarged(values: Float32Array, small: Size, { width, height }: Size): Float32Array {
  const result = new Float32Array(width * height * 3)
  for (let y = 0, p = 0; y < height; y++) {
    const row = Math.floor(y / BLOCK_PX) * small.width
    for (let x = 0; x < width; x++, p += 3) {
      const q = (row + Math.floor(x / BLOCK_PX)) * 3
      result[p] = values[q]!
      result[p + 1] = values[q + 1]!
      result[p + 2] = values[q + 2]!
    }
  }
  return result
}

/** Squared Mahalanobis distance of one pixel from the backdrop at its place. */
export function distanceFromPlate(backdrop: Backdrop, lab: Float32Array, i: number): number {
  const { plate, variance } = backdrop
  const p = i * 3
  const dl = lab[p]! - plate[p]!
  const da = lab[p + 1]! - plate[p + 1]!
  const db = lab[p + 2]! - plate[p + 2]!
  return (dl * dl) / variance[p]! + (da * da) / variance[p + 1]! + (db * db) / variance[p + 2]!
}

/** Lab of up to about `limit` of the pixels that are `wanted`, evenly strewn. */
export function sampleLab(
  lab: LabPicture,
  wanted: (i: number) => boolean,
  limit: number,
): Float32Array {
  const pixels = lab.width * lab.height
  const chosen: number[] = []
  for (let i = 0; i < pixels; i++) if (wanted(i)) chosen.push(i)
  const count = Math.min(limit, chosen.length)
  const samples = new Float32Array(count * 3)
  for (let k = 0; k < count; k++) {
    const i = chosen[Math.floor((k * chosen.length) / count)]!
    samples.set(lab.data.subarray(i * 3, i * 3 + 3), k * 3)
  }
  return samples
}

function smoothFill(
  values: Float32Array,
  known: Float32Array,
  { width, height }: Size,
  scratch: Float32Array,
): Float32Array {
  // The fall of light across a backdrop is smooth, so it is carried behind the product by a
  // polynomial; what that leaves is spread by pull-push. Known values are averaged with their
  // surroundings too: the plate must not carry grain.
  const trend = fitTrend(values, known, { width, height })
  const sums = new Float32Array(values.length)
  const weights = known.slice()
  for (let i = 0; i < known.length; i++)
    for (let c = 0; c < 3; c++)
      sums[i * 3 + c] = (values[i * 3 + c]! - trend[i * 3 + c]!) * known[i]!
  const radius = Math.max(1, Math.round(Math.max(width, height) * 0.006))
  softenInterleaved(sums, width, height, 3, radius, scratch)
  softenInterleaved(weights, width, height, 1, radius, scratch)
  const sure = new Float32Array(known.length)
  for (let i = 0; i < known.length; i++) {
    const weight = weights[i]!
    if (weight < 0.15) continue
    sure[i] = 1
    for (let c = 0; c < 3; c++) sums[i * 3 + c]! /= weight
  }
  const filled = pullPush(sums, sure, width, height, 3)
  softenInterleaved(filled, width, height, 3, radius, scratch)
  for (let i = 0; i < filled.length; i++) filled[i]! += trend[i]!
  return filled
}

/** Root mean square of the lightness residual over the known pixels. */
function residualSpread(lab: Float32Array, plate: Float32Array, known: Float32Array): number {
  let sum = 0
  let count = 0
  for (let i = 0; i < known.length; i++)
    if (known[i]) {
      sum += (lab[i * 3]! - plate[i * 3]!) ** 2
      count++
    }
  return count ? Math.sqrt(sum / count) : 0
}
