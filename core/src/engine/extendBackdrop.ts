import {
  linearRaster,
  softenInterleaved,
  type LinearRgba,
  type PlaneF32,
  type Rgb,
  type Size,
} from '../raster'
import type { Coverage } from './coverage'
import { isOpaque } from './isOpaque'

/** Depth of the strip along an edge that more backdrop is made of, as a share of that side of what there is. */
const STRIP = 0.2
/** What is coarser than this share of the shorter side is tone, what is finer is texture. */
const TONE = 0.02
const MIN_TONE_PX = 4
/** A pixel with this much product, or near to one, says nothing about the backdrop. */
const PRODUCT = 0.004
/** Texture this many times as strong as its median is a thing that lies there, or a product that was not cut. */
const THING = 8
/** Texture below this is never a thing, in linear light as a share of the tone. */
const MIN_THING = 0.06
/** Things are looked for again without those found: they had darkened the tone around them. */
const ROUNDS = 3
/** Share of a strip that must be left, or all of it counts. */
const MIN_LEFT = 0.2
/** The tone goes on by its slope at most as far as half a strip would take it. */
const SLOPE_REACH = 0.5
/** Far from the edge, the tone along it is evened out over this share of the distance. */
const SPREAD = 0.6
/** Levels of that evening out, each twice as wide as the one before. */
const LEVELS = 7

/**
 * Makes more of a photographed backdrop where a picture reaches beyond its photograph, in place: tone goes on
 * from the edge by its own slope, which dies away, and evens out along the edge the farther it gets; texture
 * and noise are mirrored at the edge out of a strip beside it, so that there is no seam. The product has no
 * say in it: where it stands at the edge, the backdrop on both sides goes on behind it. A photograph that is
 * partly transparent has no backdrop to go on, and stays as it is.
 *
 * @param picture linear light; what lies off the photograph is overwritten.
 * @param alpha share of product of each pixel; null where nothing is cut.
 */
export function extendBackdrop(
  picture: LinearRgba,
  coverage: Coverage,
  alpha: () => PlaneF32 | null,
): void {
  if (coverage.full) return
  const [left, right] = spanOf(coverage.columns)
  const [top, bottom] = spanOf(coverage.rows)
  if (right - left < 2 || bottom - top < 2) return
  if (!isOpaque(picture)) return
  const isBackdrop = backdropOf(picture, alpha())
  const across: Axis = { along: 4, aside: picture.width * 4, aSide: 1, asideSide: picture.width }
  const down: Axis = { along: picture.width * 4, aside: 4, aSide: picture.width, asideSide: 1 }
  const sides = { picture, isBackdrop }
  // Sideways first; what was made there is backdrop for what lies above and below it.
  extendAxis(sides, across, [left, right], picture.width, [top, bottom])
  extendAxis(sides, down, [top, bottom], picture.height, [0, picture.width])
}

interface Axis {
  /** Floats from one pixel to the next along the axis, and to the next line of it. */
  readonly along: number
  readonly aside: number
  /** The same in pixels. */
  readonly aSide: number
  readonly asideSide: number
}
type Span = readonly [from: number, to: number]

/** The pixels that lie on the photograph wholly. */
function spanOf(shares: Float32Array): Span {
  return [
    shares.findIndex((share) => share === 1),
    shares.findLastIndex((share) => share === 1) + 1,
  ]
}

function backdropOf({ width, height }: Size, alpha: PlaneF32 | null): Uint8Array {
  const isBackdrop = new Uint8Array(width * height).fill(1)
  if (!alpha) return isBackdrop
  const near = Math.max(MIN_TONE_PX, Math.round(TONE * Math.min(width, height)))
  for (let i = 0; i < isBackdrop.length; i++) if (alpha.data[i]! > PRODUCT) isBackdrop[i] = 0
  widenGaps(isBackdrop, { width, height }, near)
  return isBackdrop
}

/** Takes away, in place, what lies within a distance of a pixel that is not there, along both axes. */
function widenGaps(isThere: Uint8Array, { width, height }: Size, near: number): void {
  const along = (start: number, step: number, length: number): void => {
    const gone: number[] = []
    for (let i = 0; i < length; i++) if (!isThere[start + i * step]) gone.push(i)
    for (const i of gone)
      for (let j = Math.max(0, i - near); j <= Math.min(length - 1, i + near); j++)
        isThere[start + j * step] = 0
  }
  for (let y = 0; y < height; y++) along(y * width, 1, width)
  for (let x = 0; x < width; x++) along(x, width, height)
}

interface Sides {
  readonly picture: LinearRgba
  readonly isBackdrop: Uint8Array
}

/** Extends before and behind a span of one axis, over a span of lines. */
function extendAxis(sides: Sides, axis: Axis, [from, to]: Span, length: number, lines: Span): void {
  const depth = Math.max(2, Math.min(to - from, Math.ceil((to - from) * STRIP)))
  if (from > 0) extendSide(sides, axis, { first: from, step: 1, depth, count: from }, lines)
  if (to < length)
    extendSide(sides, axis, { first: to - 1, step: -1, depth, count: length - to }, lines)
}

interface Side {
  /** The outermost pixel that lies on the photograph, and the way inwards. */
  readonly first: number
  readonly step: 1 | -1
  /** How many pixels inwards the strip goes, and how many outwards are wanted. */
  readonly depth: number
  readonly count: number
}

function extendSide(
  { picture, isBackdrop }: Sides,
  axis: Axis,
  { first, step, depth, count }: Side,
  [fromLine, toLine]: Span,
): void {
  const lines = toLine - fromLine
  // The strip lies so that its rows are lines and its first column is the edge.
  const strip = linearRaster({ width: depth, height: lines })
  const isSure = new Uint8Array(depth * lines)
  for (let line = 0; line < lines; line++)
    for (let t = 0; t < depth; t++) {
      const at = first + step * t
      const p = at * axis.along + (fromLine + line) * axis.aside
      strip.data.set(picture.data.subarray(p, p + 3), (line * depth + t) * 4)
      isSure[line * depth + t] =
        isBackdrop[at * axis.aSide + (fromLine + line) * axis.asideSide] ?? 0
    }
  if (!isSure.includes(1)) isSure.fill(1)
  const radius = Math.max(MIN_TONE_PX, Math.round(TONE * Math.min(picture.width, picture.height)))
  const tone = toneWithoutThings(strip, isSure, radius)
  const texture = textureOf(strip, tone, isSure)
  const edge = edgeOf(tone, lines, depth, radius)
  for (let t = 1; t <= count; t++) {
    const source = mirrored(t - 1, depth)
    const reach = depth * SLOPE_REACH
    const drift = reach * (1 - Math.exp(-t / reach))
    const level = Math.min(LEVELS - 1, Math.max(0, Math.log2((t * SPREAD) / radius + 1)))
    const [coarse, share] = [Math.min(LEVELS - 2, Math.floor(level)), level]
    for (let line = 0; line < lines; line++) {
      const p = (first - step * t) * axis.along + (fromLine + line) * axis.aside
      const q = (line * depth + source) * 4
      for (let c = 0; c < 3; c++) {
        const i = line * 3 + c
        const fine = edge.tones[coarse]![i]!
        const even = fine + (edge.tones[coarse + 1]![i]! - fine) * (share - coarse)
        const value = even + edge.slopes[i]! * drift + texture[q + c]!
        picture.data[p + c] = Math.max(0, value)
      }
      picture.data[p + 3] = 1
    }
  }
}

/** To and fro inside a strip. */
function mirrored(t: number, depth: number): number {
  const place = t % (2 * depth)
  return place < depth ? place : 2 * depth - 1 - place
}

/** What is coarse in a strip, by its backdrop alone: a blur in which nothing else has weight. */
function toneOf(strip: LinearRgba, isSure: Uint8Array, radius: number): Float32Array {
  const { width, height } = strip
  const weighed = new Float32Array(width * height * 4)
  const scratch = new Float32Array(weighed.length)
  const tone = new Float32Array(weighed.length)
  const open = new Uint8Array(isSure.length).fill(1)
  const longest = Math.max(width, height)
  // Where the backdrop is far, a wider blur has the word; where hardly any is left, its mean.
  for (let wide = radius, left = open.length; left > 0 && wide <= longest; wide *= 2) {
    for (let i = 0; i < isSure.length; i++) {
      for (let c = 0; c < 3; c++) weighed[i * 4 + c] = isSure[i]! * strip.data[i * 4 + c]!
      weighed[i * 4 + 3] = isSure[i]!
    }
    softenInterleaved(weighed, width, height, 4, wide, scratch)
    left = 0
    for (let i = 0; i < open.length; i++) {
      if (!open[i]) continue
      const weight = weighed[i * 4 + 3]!
      if (weight < 0.02) {
        left++
        continue
      }
      open[i] = 0
      for (let c = 0; c < 3; c++) tone[i * 4 + c] = weighed[i * 4 + c]! / weight
    }
  }
  const mean = meanOf(strip, isSure)
  for (let i = 0; i < open.length; i++) if (open[i]) tone.set(mean, i * 4)
  return tone
}

function meanOf({ data }: LinearRgba, isSure: Uint8Array): Rgb {
  const sum: [number, number, number] = [0, 0, 0]
  let count = 0
  for (let i = 0; i < isSure.length; i++) {
    if (!isSure[i]) continue
    for (let c = 0; c < 3; c++) sum[c]! += data[i * 4 + c]!
    count++
  }
  return [sum[0] / count, sum[1] / count, sum[2] / count]
}

/** The same once things that lie on the backdrop have been found and taken out of what is sure, in place. */
function toneWithoutThings(strip: LinearRgba, isSure: Uint8Array, radius: number): Float32Array {
  const all = isSure.slice()
  let tone = toneOf(strip, isSure, radius)
  for (let round = 0; round < ROUNDS; round++) {
    const off = Float32Array.from(isSure, (_, i) => {
      let most = 0
      for (let c = 0; c < 3; c++) {
        const is = tone[i * 4 + c]!
        most = Math.max(most, Math.abs(strip.data[i * 4 + c]! - is) / (is + 0.01))
      }
      return most
    })
    const sure = off.filter((_, i) => isSure[i]).sort()
    const limit = Math.max(MIN_THING, THING * (sure[sure.length >> 1] ?? 0))
    const left = all.map((was, i) => (was && off[i]! <= limit ? 1 : 0))
    widenGaps(left, strip, radius)
    const count = left.reduce((sum, there) => sum + there, 0)
    if (count < MIN_LEFT * left.length) break
    isSure.set(left)
    tone = toneOf(strip, isSure, radius)
  }
  return tone
}

/** What is fine in a strip; where it has product, the texture of the nearest line that has none there. */
function textureOf(strip: LinearRgba, tone: Float32Array, isSure: Uint8Array): Float32Array {
  const { width, height } = strip
  const texture = new Float32Array(tone.length)
  for (let x = 0; x < width; x++) {
    const sure = [...Array(height).keys()].filter((y) => isSure[y * width + x])
    if (sure.length === 0) continue
    let next = 0
    for (let y = 0; y < height; y++) {
      while (next + 1 < sure.length && Math.abs(sure[next + 1]! - y) <= Math.abs(sure[next]! - y))
        next++
      // As far beyond the nearest one, so that no line is repeated over and over.
      const beyond = sure[next]! - y
      const taken = sure[Math.min(sure.length - 1, Math.max(0, next + beyond))]!
      const p = (y * width + x) * 4
      const q = (taken * width + x) * 4
      for (let c = 0; c < 3; c++) texture[p + c] = strip.data[q + c]! - tone[q + c]!
    }
  }
  return texture
}

/** The tone at the edge, evened out along it more and more, and its slope outwards for each pixel. */
function edgeOf(tone: Float32Array, lines: number, depth: number, radius: number) {
  const inner = depth - 1
  const base = new Float32Array(lines * 3)
  const slopes = new Float32Array(lines * 3)
  for (let line = 0; line < lines; line++)
    for (let c = 0; c < 3; c++) {
      const outer = tone[line * depth * 4 + c]!
      base[line * 3 + c] = outer
      slopes[line * 3 + c] = (outer - tone[(line * depth + inner) * 4 + c]!) / Math.max(1, inner)
    }
  const scratch = new Float32Array(base.length)
  softenInterleaved(slopes, 1, lines, 3, radius * 8, scratch)
  const tones = [base]
  for (let level = 1; level < LEVELS; level++) {
    const evened = tones[level - 1]!.slice()
    softenInterleaved(evened, 1, lines, 3, Math.min(lines, (radius * 2 ** level) / 2), scratch)
    tones.push(evened)
  }
  return { tones, slopes }
}
