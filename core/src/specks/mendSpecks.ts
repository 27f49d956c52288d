import { linearRaster, type LinearRgba, type PxBox, type Size } from '../raster'
import type { Patch, Source } from '../source'
import type { Speck } from './findSpecks'

/** What is mended reaches this far around what was found, in pixels of the scale at which it was found. */
const GROWN_PX = 2
/** Pixels beyond that which say how the surface goes on, and are compared with where it is taken from. */
const MARGIN_PX = 4
/** How far away the surface is taken from, as shares of the hole's size, and in how many directions. */
const DISTANCES = [1.1, 1.7, 2.5] as const
const DIRECTIONS = 12
/** Sweeps of the membrane; thin holes are done long before. */
const SWEEPS = 80

/**
 * Rebuilds what specks hide: a piece of surface from beside each is laid over it, the one whose border is most like the
 * border of the hole; what its border differs by is spread over it (Pérez, Gangnet & Blake 2003, Poisson image editing:
 * seamless cloning), so that structure and grain go on and tone has no seam.
 *
 * @returns a patch for each, to be laid over the photograph, at its own pixels.
 */
export const mendSpecks = (source: Source, specks: readonly Speck[]): Patch[] =>
  specks.map((speck) => mend(source, speck, specks))

function mend(source: Source, speck: Speck, all: readonly Speck[]): Patch {
  const scale = speck.window.width / speck.width
  const grown = Math.max(1, Math.round(GROWN_PX * scale))
  const margin = Math.max(2, Math.round(MARGIN_PX * scale))
  const reach = grown + margin
  const window = {
    x: Math.round(speck.window.x) - reach,
    y: Math.round(speck.window.y) - reach,
    width: Math.max(1, Math.round(speck.window.width)) + 2 * reach,
    height: Math.max(1, Math.round(speck.window.height)) + 2 * reach,
  }
  const hole = holeOf(speck, window, grown)
  const surface = source.sample(window, window)
  const from = bestBeside(source, surface, window, hole, dirtNear(window, all), margin)
  return { window, picture: filled(surface, from, hole) }
}

/** 1 where the surface is to be rebuilt. */
function holeOf(
  { window: of, width, height, mask }: Speck,
  window: PxBox,
  grown: number,
): Uint8Array {
  const hole = new Uint8Array(window.width * window.height)
  const [across, down] = [of.width / width, of.height / height]
  for (let i = 0; i < mask.length; i++) {
    if (!mask[i]) continue
    const [column, row] = [i % width, Math.floor(i / width)]
    const left = Math.floor(of.x + column * across - window.x) - grown
    const top = Math.floor(of.y + row * down - window.y) - grown
    const right = Math.ceil(of.x + (column + 1) * across - window.x) + grown
    const bottom = Math.ceil(of.y + (row + 1) * down - window.y) + grown
    for (let y = Math.max(0, top); y < Math.min(window.height, bottom); y++)
      hole.fill(
        1,
        y * window.width + Math.max(0, left),
        y * window.width + Math.min(window.width, right),
      )
  }
  return hole
}

const dirtNear = (window: PxBox, all: readonly Speck[]): readonly PxBox[] => {
  const reach = 3 * Math.max(window.width, window.height)
  return all
    .map((speck) => speck.window)
    .filter((box) => Math.abs(box.x - window.x) < reach && Math.abs(box.y - window.y) < reach)
}

/** The surface beside a hole that is most like it along its border, and holds no dirt itself. */
function bestBeside(
  source: Source,
  surface: LinearRgba,
  window: PxBox,
  hole: Uint8Array,
  dirt: readonly PxBox[],
  margin: number,
): LinearRgba {
  const border = borderOf(hole, window.width, window.height, margin)
  const region = regionAbout(window, source.size)
  const wide = source.sample(region, region)
  let best: { cost: number; at: PxBox } | null = null
  for (const distance of DISTANCES)
    for (let k = 0; k < DIRECTIONS; k++) {
      const turn = (2 * Math.PI * k) / DIRECTIONS
      const at = {
        ...window,
        x: Math.round(window.x + distance * window.width * Math.cos(turn)),
        y: Math.round(window.y + distance * window.height * Math.sin(turn)),
      }
      if (!isWithin(at, region)) continue
      const dirty = dirt.some((box) => overlaps(box, at)) ? DIRTY : 1
      const cost =
        unlikeness(surface, wide, (at.y - region.y) * region.width + at.x - region.x, border) *
        dirty
      if (!best || cost < best.cost) best = { cost, at }
    }
  // A photograph that is hardly larger than the hole: tone alone goes on.
  return best ? cropped(wide, region, best.at) : linearRaster(window)
}

/** The part of the photograph in which surface is looked for. */
function regionAbout({ x, y, width, height }: PxBox, size: Size): PxBox {
  const far = Math.max(...DISTANCES)
  const left = Math.max(0, Math.floor(x - far * width) - 1)
  const top = Math.max(0, Math.floor(y - far * height) - 1)
  const right = Math.min(size.width, Math.ceil(x + (1 + far) * width) + 1)
  const bottom = Math.min(size.height, Math.ceil(y + (1 + far) * height) + 1)
  return { x: left, y: top, width: right - left, height: bottom - top }
}

function cropped(wide: LinearRgba, region: PxBox, at: PxBox): LinearRgba {
  const picture = linearRaster(at)
  for (let y = 0; y < at.height; y++) {
    const from = ((at.y - region.y + y) * region.width + at.x - region.x) * 4
    picture.data.set(wide.data.subarray(from, from + at.width * 4), y * at.width * 4)
  }
  return picture
}

/** Surface with dirt of its own must be so many times more like. */
const DIRTY = 4

const isWithin = (box: PxBox, region: PxBox): boolean =>
  box.x >= region.x &&
  box.y >= region.y &&
  box.x + box.width <= region.x + region.width &&
  box.y + box.height <= region.y + region.height

const overlaps = (a: PxBox, b: PxBox): boolean =>
  a.x < b.x + b.width && b.x < a.x + a.width && a.y < b.y + b.height && b.y < a.y + a.height

/** Pixels within the margin of a hole. */
function borderOf(hole: Uint8Array, width: number, height: number, margin: number): Int32Array {
  const border: number[] = []
  for (let i = 0; i < hole.length; i++) {
    if (hole[i]) continue
    const [x, y] = [i % width, Math.floor(i / width)]
    let near = false
    for (let dy = -margin; dy <= margin && !near; dy++)
      for (let dx = -margin; dx <= margin && !near; dx++) {
        const [nx, ny] = [x + dx, y + dy]
        near = nx >= 0 && ny >= 0 && nx < width && ny < height && hole[ny * width + nx] === 1
      }
    if (near) border.push(i)
  }
  return Int32Array.from(border)
}

/**
 * How unlike a picture and part of a wider one are along a border once their tones are level: what tone differs by is
 * spread anyway.
 *
 * @param first the pixel of the wider one on which the picture's first lies.
 */
function unlikeness(
  picture: LinearRgba,
  wide: LinearRgba,
  first: number,
  border: Int32Array,
): number {
  let cost = 0
  for (let c = 0; c < 3; c++) {
    let [sum, square] = [0, 0]
    for (const i of border) {
      const x = i % picture.width
      const there = first + ((i - x) / picture.width) * wide.width + x
      const off = rootOf(picture.data[i * 4 + c]!) - rootOf(wide.data[there * 4 + c]!)
      sum += off
      square += off * off
    }
    const mean = sum / Math.max(1, border.length)
    // A level difference counts, but little.
    cost += square / Math.max(1, border.length) - 0.9 * mean * mean
  }
  return cost
}

/** About as the eye takes it. */
const rootOf = (light: number): number => Math.sqrt(Math.max(0, light))

/** The hole filled with surface from beside, its difference along the border spread over it; clear elsewhere. */
function filled(surface: LinearRgba, from: LinearRgba, hole: Uint8Array): LinearRgba {
  const { width, height } = surface
  const picture = linearRaster(surface)
  const offs = new Float32Array(hole.length)
  const inside: number[] = []
  for (let i = 0; i < hole.length; i++) if (hole[i]) inside.push(i)
  for (let c = 0; c < 3; c++) {
    let mean = 0
    for (let i = 0; i < hole.length; i++) {
      offs[i] = hole[i] ? 0 : surface.data[i * 4 + c]! - from.data[i * 4 + c]!
      mean += offs[i]!
    }
    mean /= Math.max(1, hole.length - inside.length)
    for (const i of inside) offs[i] = mean
    for (let sweep = 0; sweep < SWEEPS; sweep++)
      for (const i of inside) {
        const x = i % width
        const y = (i - x) / width
        let [sum, count] = [0, 0]
        if (x > 0) [sum, count] = [sum + offs[i - 1]!, count + 1]
        if (x < width - 1) [sum, count] = [sum + offs[i + 1]!, count + 1]
        if (y > 0) [sum, count] = [sum + offs[i - width]!, count + 1]
        if (y < height - 1) [sum, count] = [sum + offs[i + width]!, count + 1]
        offs[i] = sum / count
      }
    for (const i of inside) picture.data[i * 4 + c] = Math.max(0, from.data[i * 4 + c]! + offs[i]!)
  }
  for (const i of inside) picture.data[i * 4 + 3] = 1
  return picture
}
