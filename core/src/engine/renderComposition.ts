import {
  hexToLinear,
  linearRaster,
  planeF32,
  resamplePlane,
  resampleSrgb,
  wholeOf,
  type LinearRgba,
  type PlaneF32,
  type Rgb,
  type Size,
  type Window,
} from '../raster'
import type { Composition, Matte } from '../steps'
import { extractForeground } from './foreground'

/** Alpha this close to nothing or all is nothing or all. */
const SNAP = 0.004

/**
 * Makes the pixels of a composition at one size, in linear light: the photograph is resampled once,
 * straight to the size that is wanted. The ground's colour is exact wherever no product is.
 */
export function renderComposition(composition: Composition, size: Size): LinearRgba {
  const { original, gains, matte, ground, frame } = composition
  const window = frame?.window ?? wholeOf(original)
  const picture = resampleSrgb(original, window, linearRaster(size), undefined, gains)
  if (ground.kind === 'original') return picture
  const coverage = coverageOf(window, original, size)
  if (matte?.kind === 'cut') {
    const alpha = alphaFor(matte, original, window, coverage, size)
    extractForeground(picture, alpha)
  } else multiplyByCoverage(picture, coverage)
  if (ground.kind === 'colour') layOn(picture, hexToLinear(ground.colour))
  return picture
}

/** How much of each column and row lies on the photograph, 0…1. */
interface Coverage {
  readonly columns: Float32Array
  readonly rows: Float32Array
  readonly full: boolean
}

function coverageOf(window: Window, photograph: Size, size: Size): Coverage {
  const columns = coverageAlong(window.x, window.width, photograph.width, size.width)
  const rows = coverageAlong(window.y, window.height, photograph.height, size.height)
  const full = columns.every((share) => share === 1) && rows.every((share) => share === 1)
  return { columns, rows, full }
}

function coverageAlong(start: number, length: number, limit: number, pixels: number): Float32Array {
  const scale = length / pixels
  return Float32Array.from({ length: pixels }, (_, i) => {
    const from = start + i * scale
    const share = (Math.min(from + scale, limit) - Math.max(from, 0)) / scale
    return share < SNAP ? 0 : share > 1 - SNAP ? 1 : share
  })
}

function multiplyByCoverage(picture: LinearRgba, { columns, rows, full }: Coverage): void {
  if (full) return
  const { width, height, data } = picture
  for (let y = 0, p = 0; y < height; y++)
    for (let x = 0; x < width; x++, p += 4) {
      const share = columns[x]! * rows[y]!
      if (share === 1) continue
      data[p]! *= share
      data[p + 1]! *= share
      data[p + 2]! *= share
      data[p + 3]! *= share
    }
}

function alphaFor(
  matte: Extract<Matte, { kind: 'cut' }>,
  photograph: Size,
  window: Window,
  { columns, rows }: Coverage,
  size: Size,
): PlaneF32 {
  const fx = matte.alpha.width / (matte.area.width * photograph.width)
  const fy = matte.alpha.height / (matte.area.height * photograph.height)
  const inAlpha = {
    x: (window.x - matte.area.x * photograph.width) * fx,
    y: (window.y - matte.area.y * photograph.height) * fy,
    width: window.width * fx,
    height: window.height * fy,
  }
  const alpha = resamplePlane(matte.alpha, inAlpha, planeF32(size))
  for (let y = 0, i = 0; y < size.height; y++)
    for (let x = 0; x < size.width; x++, i++) {
      const a = alpha.data[i]! * columns[x]! * rows[y]!
      alpha.data[i] = a < SNAP ? 0 : a > 1 - SNAP ? 1 : a
    }
  return alpha
}

/** Lays a premultiplied picture on an opaque colour in linear light, in place. */
export function layOn(picture: LinearRgba, [r, g, b]: Rgb): void {
  const { data } = picture
  for (let p = 0; p < data.length; p += 4) {
    const behind = 1 - data[p + 3]!
    if (behind <= 0) continue
    data[p]! += behind * r
    data[p + 1]! += behind * g
    data[p + 2]! += behind * b
    data[p + 3] = 1
  }
}
