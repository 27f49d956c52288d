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
  type SrgbRgba8,
  type Window,
} from '../raster'
import { applyFlatten, applyGrade, type Composition, type Matte } from '../steps'
import { extractForeground } from './foreground'

/** A share of a pixel this close to nothing or all is nothing or all. */
const SNAP = 0.004

/**
 * Makes the pixels of a composition at one size, in linear light: the photograph is resampled once,
 * straight to the size that is wanted. What is neither product nor photograph is transparent; a ground
 * of colour is laid behind it when it becomes bytes (`groundLight`).
 */
export function renderComposition(composition: Composition, size: Size): LinearRgba {
  const { original, grade, matte, ground, frame } = composition
  const window = frame?.window ?? wholeOf(original)
  const picture = linearRaster(size)
  const coverage = coverageOf(window, original, size)
  if (ground.kind === 'original') {
    resampleSrgb(original, window, picture)
    flattenBackdrop(composition, window, picture, coverage)
  } else {
    resampleCovered(original, window, coverage, picture)
    if (matte?.kind === 'cut')
      extractForeground(picture, alphaFor(matte, original, window, coverage, size))
    else {
      flattenBackdrop(composition, window, picture, coverage)
      multiplyByCoverage(picture, coverage)
    }
  }
  applyGrade(picture.data, grade)
  return picture
}

function flattenBackdrop(
  { original, matte, flatten }: Composition,
  window: Window,
  picture: LinearRgba,
  coverage: Coverage,
): void {
  if (!flatten) return
  const product =
    matte?.kind === 'cut' ? alphaFor(matte, original, window, coverage, picture) : null
  const { width, height } = original
  const window01 = {
    x: window.x / width,
    y: window.y / height,
    width: window.width / width,
    height: window.height / height,
  }
  applyFlatten(picture, flatten, window01, product)
}

/** Linear light of a composition's ground, or null where it has no colour of its own. */
export function groundLight({ ground }: Composition): Rgb | null {
  return ground.kind === 'colour' ? hexToLinear(ground.colour) : null
}

/** Resamples only the rows that lie on the photograph; the others stay transparent. */
function resampleCovered(
  original: SrgbRgba8,
  window: Window,
  { rows }: Coverage,
  picture: LinearRgba,
): void {
  const first = rows.findIndex((share) => share > 0)
  const end = rows.findLastIndex((share) => share > 0) + 1
  if (first < 0) return
  const { width, height, data } = picture
  const scale = window.height / height
  const part = { ...window, y: window.y + first * scale, height: (end - first) * scale }
  const covered = data.subarray(first * width * 4, end * width * 4)
  resampleSrgb(original, part, { ...picture, height: end - first, data: covered })
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
  const { width, data } = picture
  const partly = [...columns.keys()].filter((x) => columns[x] !== 1)
  rows.forEach((row, y) => {
    const start = y * width * 4
    if (row === 0) data.fill(0, start, start + width * 4)
    else if (row < 1) for (let p = start; p < start + width * 4; p++) data[p]! *= row
    for (const x of partly)
      for (let p = start + x * 4; p < start + x * 4 + 4; p++) data[p]! *= columns[x]!
  })
}

function alphaFor(
  matte: Extract<Matte, { kind: 'cut' }>,
  photograph: Size,
  window: Window,
  { columns, rows, full }: Coverage,
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
  if (full) return alpha
  for (let y = 0, i = 0; y < size.height; y++)
    for (let x = 0; x < size.width; x++, i++) alpha.data[i]! *= columns[x]! * rows[y]!
  return alpha
}
