import { planeF32, planeU8, squaredDistance, type PlaneF32 } from '../../raster'

// Limits are chosen on the demo shoot, eight rendered scenes and twenty real photographs, with their true mattes.

/** A shadow falls off no faster than this, in darkness a share of the longer side: what does has an edge. */
const STEEPEST = 15
/** Darkness below this is uneven light, and up to the second nothing is taken off it. */
const NOTHING = 0.025
const ALL = 0.08
/** A shadow ends softly within this share of the longer side from the photograph's border. */
const BORDER = 0.04
/** What is dark along more than this of the photograph's border is a part of the scene: a table, a wall. */
const MAX_AT_BORDER = 0.08
/** As is what is dark over more than this share of the photograph, and over so many times the product's own area. */
const MAX_AREA = 0.1
const MAX_OF_PRODUCT = 1.5
/**
 * A shadow's core is at most so many times as dark as what joins it to the product; what is darker than that by more
 * than the second is another thing.
 */
const CORE = 1.6
const APART = 0.05
/** Edges of another thing are this wide, as a share of the longer side. */
const EDGE = 0.025
/** Where so much of the rest is dark otherwise, the backdrop has a pattern, and a shadow can't be told from it. */
const MAX_OTHERS = 0.16
/** Where less than this is left, there is no shadow. */
const MIN_DARKEST = 0.05

/**
 * What of the darkness about a product is its shadow: it darkens smoothly, is darkest at the product, and ends before
 * the photograph does. Seams, grain and cards have edges; what lies apart from the product is not its own.
 *
 * @param dark how much darker each pixel is than the bare backdrop, 0…1; under the product it goes on.
 * @param near squared distance from the product, in pixels.
 * @param rim pixels about the product that may be mixed with it.
 * @returns the shadow's darkness, 0…1; null where there is none, or where it can't be told from the scene.
 */
export function shadowOfProduct(dark: PlaneF32, near: PlaneF32, rim: number): PlaneF32 | null {
  const { width, height } = dark
  const side = Math.max(width, height)
  const isAtProduct = (i: number): boolean => near.data[i]! <= rim * rim
  const plain = withoutBands(dark, isAtProduct)
  const own = withoutOthers(plain, isAtProduct, STEEPEST / side)
  const alone = lowered(own, STEEPEST / side)
  const joined = spread(alone, isAtProduct)
  const shadow = planeF32(dark)
  const border = 2 * (width + height)
  let [area, others, atBorder, outside, darkest] = [0, 0, 0, 0, 0]
  for (let y = 0, i = 0; y < height; y++)
    for (let x = 0; x < width; x++, i++) {
      const darkness = Math.min(alone.data[i]!, CORE * joined.data[i]!)
      const toBorder = Math.min(x, y, width - 1 - x, height - 1 - y)
      const inside = Math.min(1, (toBorder + 0.5) / (BORDER * side))
      shadow.data[i] = darkness * smoothly((darkness - NOTHING) / (ALL - NOTHING)) * inside
      if (isAtProduct(i)) continue
      outside++
      if (darkness > ALL) area++
      else if (plain.data[i]! > ALL) others++
      if (toBorder === 0 && darkness > ALL) atBorder++
      darkest = Math.max(darkest, darkness)
    }
  const pixels = width * height
  const most = Math.max(MAX_AREA * pixels, MAX_OF_PRODUCT * (pixels - outside))
  const isOfScene =
    atBorder > MAX_AT_BORDER * border || area > most || others > MAX_OTHERS * outside
  return isOfScene || darkest < MIN_DARKEST ? null : shadow
}

/** 0 up to 0, 1 from 1 on, and smooth between. */
function smoothly(value: number): number {
  const t = Math.min(1, Math.max(0, value))
  return t * t * (3 - 2 * t)
}

/**
 * Darkness without what runs through the whole photograph from left to right: where a table ends, where a cove bends.
 * It is told at both borders; a shadow reaches one of them at most.
 */
function withoutBands(dark: PlaneF32, isAtProduct: (i: number) => boolean): PlaneF32 {
  const { width, height } = dark
  const reach = Math.max(1, Math.round(BORDER * width))
  const out = planeF32(dark)
  for (let y = 0; y < height; y++) {
    const row = y * width
    /** Mean over a few columns; nothing is known where the product lies there. */
    const meanFrom = (first: number): number => {
      let sum = 0
      for (let x = first; x < first + reach; x++) {
        if (isAtProduct(row + x)) return 0
        sum += dark.data[row + x]!
      }
      return sum / reach
    }
    const band = Math.min(meanFrom(0), meanFrom(width - reach))
    for (let x = 0; x < width; x++)
      out.data[row + x] = Math.max(0, (dark.data[row + x]! - band) / Math.max(0.05, 1 - band))
  }
  return out
}

/** Darkness without what is darker than anything on the way to it from the product: cards, bricks, other things. */
function withoutOthers(
  dark: PlaneF32,
  isAtProduct: (i: number) => boolean,
  slope: number,
): PlaneF32 {
  const { width, height } = dark
  const alone = lowered(dark, slope)
  const joined = spread(alone, isAtProduct)
  const own = dark.data.slice()
  // All that is reached through one pass is as dark as that: it goes as a whole.
  const open: number[] = []
  const remove = (i: number): void => {
    if (own[i] === 0) return
    own[i] = 0
    open.push(i)
  }
  for (let i = 0; i < own.length; i++)
    if (alone.data[i]! > CORE * joined.data[i]! + APART) remove(i)
  for (let i = open.pop(); i !== undefined; i = open.pop()) {
    const [x, level] = [i % width, joined.data[i]!]
    for (const [next, isInside] of [
      [i - 1, x > 0],
      [i + 1, x < width - 1],
      [i - width, i >= width],
      [i + width, i < width * (height - 1)],
    ] as const)
      if (isInside && joined.data[next] === level) remove(next)
  }
  // Its edges go with it.
  const edge = EDGE * Math.max(width, height)
  const gone = squaredDistance(
    planeU8(
      dark,
      Uint8Array.from(own, (value, i) => (value === 0 && dark.data[i]! > 0 ? 1 : 0)),
    ),
  )
  return planeF32(
    dark,
    own.map((value, i) => (gone.data[i]! <= edge * edge && !isAtProduct(i) ? 0 : value)),
  )
}

/**
 * The greatest plane under another that falls no faster than a slope: what is narrow, or has an edge, is worn away,
 * and what is smooth stays as it is. Two passes of a chamfer (Borgefors 1986).
 *
 * @param slope in values a pixel.
 */
function lowered(plane: PlaneF32, slope: number): PlaneF32 {
  const { width, height } = plane
  const low = planeF32(plane, plane.data.slice())
  const take = (i: number, from: number, distance: number): void => {
    low.data[i] = Math.min(low.data[i]!, low.data[from]! + slope * distance)
  }
  eachNeighbour(width, height, take)
  return low
}

/**
 * What is reached from the seeds without ever growing, and never more than the plane has (reconstruction by dilation,
 * Vincent 1993).
 */
function spread(plane: PlaneF32, isSeed: (i: number) => boolean): PlaneF32 {
  const { width, height } = plane
  const reached = planeF32(
    plane,
    Float32Array.from(plane.data, (value, i) => (isSeed(i) ? value : 0)),
  )
  let changed = true
  const take = (i: number, from: number): void => {
    const value = Math.min(plane.data[i]!, reached.data[from]!)
    if (value <= reached.data[i]!) return
    reached.data[i] = value
    changed = true
  }
  for (let pass = 0; changed && pass < MAX_PASSES; pass++) {
    changed = false
    eachNeighbour(width, height, take)
  }
  return reached
}

/** Round corners take further passes; few photographs need more than three. */
const MAX_PASSES = 12

/** Calls for each pixel and each neighbour that comes before it, downwards, and then upwards. */
function eachNeighbour(
  width: number,
  height: number,
  take: (i: number, from: number, distance: number) => void,
): void {
  for (const step of [1, -1]) {
    const [first, last] = step === 1 ? [0, height] : [height - 1, -1]
    for (let y = first; y !== last; y += step) {
      const hasRow = step === 1 ? y > 0 : y < height - 1
      const [begin, end] = step === 1 ? [0, width] : [width - 1, -1]
      for (let x = begin; x !== end; x += step) {
        const i = y * width + x
        const hasBefore = step === 1 ? x > 0 : x < width - 1
        const hasAfter = step === 1 ? x < width - 1 : x > 0
        if (hasBefore) take(i, i - step, 1)
        if (!hasRow) continue
        const row = i - step * width
        take(i, row, 1)
        if (hasBefore) take(i, row - step, Math.SQRT2)
        if (hasAfter) take(i, row + step, Math.SQRT2)
      }
    }
  }
}
