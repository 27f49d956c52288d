import { linearRaster, type LinearRgba, type PxBox, type Size } from '../raster'
import type { Patch, Source } from '../source'

/** What a pixel of a window is to be. */
export const KNOWN = 0
/** Rebuilt. */
export const MISSING = 1
/** Neither rebuilt nor to be gone by: dirt of its own, or rebuilt later. */
export const UNKNOWN = 2

/** A part of a surface that is to be rebuilt. */
export interface Hole {
  /** Whole pixels of the photograph; it may reach beyond it. */
  readonly window: PxBox
  /** `KNOWN`, `MISSING` or `UNKNOWN` for each of its pixels. */
  readonly mask: Uint8Array
}

/** How far away the surface is taken from, as shares of the hole's size, and in how many directions. */
const DISTANCES = [1.05, 1.4, 1.9, 2.6] as const
const DIRECTIONS = 24
/** The best of those is looked for more closely, by so many pixels at a time. */
const CLOSER_PX = [2, 1] as const
/** A place whose border is so many times less like than the best's counts 1/e of it. */
const LESS_LIKE = 4
/** Sweeps of the membrane; thin holes are done long before. */
const SWEEPS = 80
/** Surface with dirt of its own must be so many times more like. */
const DIRTY = 4
/** The border of a large hole is compared in about so many places. */
const PLACES = 500
/** What is further off, in standard deviations, is the rim of dirt or a stray grain: it counts as much as that. */
const MAX_OFF = 1
/** Below this there is nothing visible. */
const MIN_ALPHA = 1 / 512
/** Borders that differ by less are alike. */
const MIN_COST = 1e-6
/** A place that counts less is left. */
const MIN_SHARE = 1 / 500
/** By what a border differs is averaged over so many pixels, so that its grain is not spread. */
const AVERAGED_PX = 2

/**
 * Rebuilds a hole: surface from beside it is laid over it, and what its border differs by is spread over it (Pérez,
 * Gangnet & Blake 2003, Poisson image editing: seamless cloning), so that structure goes on and tone has no seam. The surface is
 * the place's whose border is most like the hole's, or a mean of many such (after Buades, Coll & Morel 2005, A non-local
 * algorithm for image denoising), which is nearer to what was there on average, but has hardly any grain.
 *
 * @param marginPx how wide a border says how the surface goes on.
 * @param dirt parts of the photograph from which surface is taken only if it is much more like.
 * @param grain 1 takes the best place alone, 0 the mean of many; between them both.
 * @returns a patch at the photograph's own pixels; clear where nothing is rebuilt.
 */
export function mendHole(
  source: Source,
  hole: Hole,
  marginPx: number,
  dirt: readonly PxBox[],
  grain: number,
): Patch {
  const { window } = hole
  const mask = withinPhotograph(hole, source.size)
  const surface = source.sample(window, window)
  const region = regionAbout(window, source.size)
  const wide = source.sample(region, region)
  const border = borderOf(mask, window, marginPx)
  const places = placesBeside(surface, wide, { window, region, border, dirt })
  const from = blended(wide, region, window, places, grain)
  return { window, picture: filled(surface, from, mask) }
}

/** Beyond the photograph its edge goes on, dirt and all: that is nothing to go by. */
function withinPhotograph({ window, mask }: Hole, { width, height }: Size): Uint8Array {
  const isBeyond = (i: number): boolean => {
    const x = window.x + (i % window.width)
    const y = window.y + Math.floor(i / window.width)
    return x < 0 || y < 0 || x >= width || y >= height
  }
  return mask.map((kind, i) => (isBeyond(i) ? UNKNOWN : kind))
}

/** Where surface may be taken from, and how unlike its border is. */
interface Candidate {
  readonly x: number
  readonly y: number
  readonly cost: number
}

interface Beside {
  readonly window: PxBox
  /** The part of the photograph that `wide` shows. */
  readonly region: PxBox
  readonly border: Int32Array
  readonly dirt: readonly PxBox[]
}

/** Places beside a hole, the one that is most like it along its border first. */
function placesBeside(
  surface: LinearRgba,
  wide: LinearRgba,
  { window, region, border, dirt }: Beside,
): Candidate[] {
  const [inSurface, inWide] = [roots(surface), roots(wide)]
  const along = alongBorder(inSurface, border, window.width, region.width)
  const seen = new Map<number, Candidate>()
  let best: Candidate = { x: window.x, y: window.y, cost: Infinity }
  const look = (x: number, y: number): void => {
    const at = { ...window, x, y }
    const first = (y - region.y) * region.width + x - region.x
    if (!isWithin(at, region) || (x === window.x && y === window.y) || seen.has(first)) return
    const unlike = unlikeness(along, inWide, first)
    const cost = dirt.some((box) => overlaps(box, at)) ? unlike * DIRTY : unlike
    const place = { x, y, cost }
    seen.set(first, place)
    if (cost < best.cost) best = place
  }
  for (const distance of DISTANCES)
    for (let k = 0; k < DIRECTIONS; k++) {
      const turn = (2 * Math.PI * k) / DIRECTIONS
      look(
        Math.round(window.x + distance * window.width * Math.cos(turn)),
        Math.round(window.y + distance * window.height * Math.sin(turn)),
      )
    }
  if (seen.size > 0)
    for (const by of CLOSER_PX) {
      const { x, y } = best
      for (const dy of [-by, 0, by]) for (const dx of [-by, 0, by]) look(x + dx, y + dy)
    }
  return [...seen.values()].sort((a, b) => a.cost - b.cost)
}

/** Surface from several places; black where there are none: in a photograph hardly larger than the hole tone alone goes on. */
function blended(
  wide: LinearRgba,
  region: PxBox,
  window: PxBox,
  places: readonly Candidate[],
  grain: number,
): LinearRgba {
  const made = linearRaster(window)
  const best = places[0]
  if (!best) return made
  const weights = places.map(({ cost }) =>
    Math.exp((1 - cost / Math.max(MIN_COST, best.cost)) / LESS_LIKE),
  )
  const all = weights.reduce((sum, weight) => sum + weight, 0)
  const { width, height } = window
  places.forEach(({ x, y }, k) => {
    const share = ((1 - grain) * weights[k]!) / all + (k === 0 ? grain : 0)
    if (share < MIN_SHARE) return
    for (let row = 0; row < height; row++) {
      let from = ((y - region.y + row) * region.width + x - region.x) * 4
      const to = (row + 1) * width * 4
      for (let i = row * width * 4; i < to; i++) made.data[i]! += share * wide.data[from++]!
    }
  })
  return made
}

/** The part of the photograph in which surface is looked for. */
function regionAbout({ x, y, width, height }: PxBox, size: Size): PxBox {
  const far = Math.max(...DISTANCES)
  const left = Math.max(0, Math.floor(x - far * width) - 1)
  const top = Math.max(0, Math.floor(y - far * height) - 1)
  const right = Math.min(size.width, Math.ceil(x + (1 + far) * width) + 1)
  const bottom = Math.min(size.height, Math.ceil(y + (1 + far) * height) + 1)
  return { x: left, y: top, width: Math.max(1, right - left), height: Math.max(1, bottom - top) }
}

const isWithin = (box: PxBox, region: PxBox): boolean =>
  box.x >= region.x &&
  box.y >= region.y &&
  box.x + box.width <= region.x + region.width &&
  box.y + box.height <= region.y + region.height

const overlaps = (a: PxBox, b: PxBox): boolean =>
  a.x < b.x + b.width && b.x < a.x + a.width && a.y < b.y + b.height && b.y < a.y + a.height

/** Known pixels within the margin of what is missing; of a large hole every so many of them. */
function borderOf(mask: Uint8Array, { width, height }: Size, margin: number): Int32Array {
  const near = new Uint8Array(mask.length)
  for (let i = 0; i < mask.length; i++) {
    if (mask[i] !== MISSING) continue
    const [x, y] = [i % width, Math.floor(i / width)]
    // Inside of a hole everything about is missing as well.
    if (x > 0 && x < width - 1 && mask[i - 1] === MISSING && mask[i + 1] === MISSING)
      if (mask[i - width] === MISSING && mask[i + width] === MISSING) continue
    for (let row = Math.max(0, y - margin); row <= Math.min(height - 1, y + margin); row++)
      near.fill(
        1,
        row * width + Math.max(0, x - margin),
        row * width + Math.min(width, x + margin + 1),
      )
  }
  const border: number[] = []
  for (let i = 0; i < mask.length; i++) if (near[i] && mask[i] === KNOWN) border.push(i)
  const every = Math.max(1, Math.floor(border.length / PLACES))
  return Int32Array.from(every === 1 ? border : border.filter((_, k) => k % every === 0))
}

/** Light about as the eye takes it: three numbers a pixel. */
function roots({ data }: LinearRgba): Float32Array {
  const made = new Float32Array((data.length / 4) * 3)
  for (let p = 0, k = 0; p < data.length; p += 4)
    for (let c = 0; c < 3; c++) made[k++] = Math.sqrt(Math.max(0, data[p + c]!))
  return made
}

/** A border as it is compared: where its pixels lie in a wider picture, and the three values of each. */
interface Along {
  readonly places: Int32Array
  readonly values: Float32Array
}

function alongBorder(
  picture: Float32Array,
  border: Int32Array,
  width: number,
  wideWidth: number,
): Along {
  const places = border.map((i) => Math.floor(i / width) * wideWidth + (i % width))
  const values = new Float32Array(border.length * 3)
  border.forEach((i, k) => values.set(picture.subarray(i * 3, i * 3 + 3), k * 3))
  return { places, values }
}

/**
 * How unlike a picture and part of a wider one are along a border once their tones are level: what tone differs by is
 * spread anyway.
 *
 * @param first the pixel of the wider one on which the picture's first lies.
 */
function unlikeness({ places, values }: Along, wide: Float32Array, first: number): number {
  let [sum0, sum1, sum2, square0, square1, square2] = [0, 0, 0, 0, 0, 0]
  for (let k = 0, v = 0; k < places.length; k++, v += 3) {
    const there = (first + places[k]!) * 3
    const off0 = values[v]! - wide[there]!
    const off1 = values[v + 1]! - wide[there + 1]!
    const off2 = values[v + 2]! - wide[there + 2]!
    sum0 += off0
    sum1 += off1
    sum2 += off2
    square0 += off0 * off0
    square1 += off1 * off1
    square2 += off2 * off2
  }
  const count = Math.max(1, places.length)
  // A level difference counts, but little.
  const costOf = (sum: number, square: number): number => {
    const mean = sum / count
    return square / count - 0.9 * mean * mean
  }
  return costOf(sum0, square0) + costOf(sum1, square1) + costOf(sum2, square2)
}

/** The hole filled with surface from beside, its difference along the border spread over it; clear elsewhere. */
function filled(surface: LinearRgba, from: LinearRgba, mask: Uint8Array): LinearRgba {
  const { width } = surface
  const picture = linearRaster(surface)
  const inside = Int32Array.from(mask.keys()).filter((i) => mask[i] === MISSING)
  const beside = besideOf(inside, mask, width)
  for (let c = 0; c < 3; c++) {
    const offs = differences(surface, from, mask, c)
    spread(offs, inside, beside)
    for (const i of inside) {
      const light = Math.max(0, from.data[i * 4 + c]! + offs[i]!)
      picture.data[i * 4 + c] = light / Math.max(MIN_ALPHA, from.data[i * 4 + 3]!)
    }
  }
  for (const i of inside) picture.data[i * 4 + 3] = 1
  return picture
}

/** Holds differences of known pixels within some standard deviations of their mean. */
function clip(raw: Float32Array, mask: Uint8Array, mean: number): void {
  let [square, count] = [0, 0]
  for (let i = 0; i < raw.length; i++) {
    if (mask[i] !== KNOWN) continue
    square += (raw[i]! - mean) ** 2
    count++
  }
  const most = MAX_OFF * Math.sqrt(square / Math.max(1, count))
  for (let i = 0; i < raw.length; i++)
    if (mask[i] === KNOWN) raw[i] = Math.min(mean + most, Math.max(mean - most, raw[i]!))
}

/** By what two pictures differ where both are known, averaged over a few pixels; their mean elsewhere. */
function differences(
  surface: LinearRgba,
  from: LinearRgba,
  mask: Uint8Array,
  c: number,
): Float32Array {
  const { width, height } = surface
  const raw = new Float32Array(mask.length)
  let [sum, count] = [0, 0]
  for (let i = 0; i < mask.length; i++) {
    if (mask[i] !== KNOWN) continue
    raw[i] = surface.data[i * 4 + c]! - from.data[i * 4 + c]!
    sum += raw[i]!
    count++
  }
  const mean = sum / Math.max(1, count)
  clip(raw, mask, mean)
  const offs = new Float32Array(mask.length).fill(mean)
  for (let y = 0, i = 0; y < height; y++)
    for (let x = 0; x < width; x++, i++) {
      if (mask[i] !== KNOWN) continue
      let [near, places] = [0, 0]
      for (let dy = -AVERAGED_PX; dy <= AVERAGED_PX; dy++)
        for (let dx = -AVERAGED_PX; dx <= AVERAGED_PX; dx++) {
          const [nx, ny] = [x + dx, y + dy]
          if (nx < 0 || ny < 0 || nx >= width || ny >= height) continue
          const k = ny * width + nx
          if (mask[k] !== KNOWN) continue
          near += raw[k]!
          places++
        }
      offs[i] = near / places
    }
  return offs
}

/** The pixels beside each of some: how many, then up to four that are not unknown; five numbers a pixel. */
function besideOf(inside: Int32Array, mask: Uint8Array, width: number): Int32Array {
  const beside = new Int32Array(inside.length * 5)
  inside.forEach((i, at) => {
    const x = i % width
    let count = 0
    const add = (j: number): void => {
      if (j >= 0 && j < mask.length && mask[j] !== UNKNOWN) beside[at * 5 + ++count] = j
    }
    if (x > 0) add(i - 1)
    if (x < width - 1) add(i + 1)
    add(i - width)
    add(i + width)
    beside[at * 5] = count
  })
  return beside
}

/** Spreads what is known along a border over what is missing: Laplace's equation, by relaxation. */
function spread(offs: Float32Array, inside: Int32Array, beside: Int32Array): void {
  for (let sweep = 0; sweep < SWEEPS; sweep++)
    for (let at = 0, b = 0; at < inside.length; at++, b += 5) {
      const count = beside[b]!
      if (count === 0) continue
      let sum = offs[beside[b + 1]!]!
      for (let k = 2; k <= count; k++) sum += offs[beside[b + k]!]!
      offs[inside[at]!] = sum / count
    }
}
