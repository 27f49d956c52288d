import {
  linearRaster,
  linearToSrgb,
  LINEAR,
  pixelsOf,
  planeF32,
  resampleLinear,
  resamplePlane,
  wholeOf,
  type Box01,
  type LinearRgba,
  type PlaneF32,
  type PlaneU8,
  type Size,
} from '../raster'
import type { Source } from '../source'

/** Side of the square on which the network takes a quick look, in pixels. */
export const FINDER_SIDE_PX = 192
/** Side of the square on which it takes a close one. */
const CLOSE_SIDE_PX = 256
/** Longer side of the picture from which the whole of a photograph is read for a close look. */
const WIDE_SIDE_PX = 520

/**
 * The network that finds the product: three planes R, G, B of a square of sRGB values (0…1), its side a
 * multiple of 32, in; the probability (0…1) of product for each pixel out. The host runs it.
 */
export type Finder = (planes: Float32Array) => Promise<Float32Array>

/**
 * The probability of product (0…1) over an opaque picture, squashed to a square of `FINDER_SIDE_PX`: one
 * pass of the network.
 */
export const askFinder = (picture: LinearRgba, finder: Finder): Promise<PlaneF32> =>
  ask(squashed(picture, FINDER_SIDE_PX), finder)

/** The finder's answer for each pixel of a picture of this size. */
export const spreadProbability = (map: PlaneF32, size: Size): PlaneF32 =>
  resamplePlane(map, wholeOf(map), planeF32(size), LINEAR)

/** The probability of product at each pixel of an opaque picture, by a quick look. */
export const findProduct = async (picture: LinearRgba, finder: Finder): Promise<PlaneF32> =>
  spreadProbability(await askFinder(picture, finder), picture)

/** How much of the second look, at the found box, goes into the answer. */
const SECOND_LOOK = 0.7
/** Beyond the box, what the first look saw counts half: a second product is rare, a prop is not. */
const BEYOND_BOX = 0.5

/**
 * The probability of product at each pixel of a size, by a close look: the photograph and its mirror image,
 * then both again for the box in which most of it was found. The second look is left out where that box is
 * nearly everything.
 *
 * @param props marks what the first look took for product and is none, such as a grey card: it has no say in
 *   where to look again.
 * @param checkpoint called between passes; throws to stop.
 */
export async function findClosely(
  source: Source,
  size: Size,
  finder: Finder,
  props: (probability: PlaneF32) => PlaneU8,
  checkpoint: () => void,
): Promise<PlaneF32> {
  const wide = source.reduced(WIDE_SIDE_PX)
  const first = await askBothWays(squashed(wide, CLOSE_SIDE_PX), finder, checkpoint)
  const probability = spreadProbability(first, size)
  const marks = props(probability)
  const meant = planeF32(probability)
  for (let i = 0; i < meant.data.length; i++)
    meant.data[i] = marks.data[i] ? 0 : probability.data[i]!
  const box = boxOfMost(meant, source.size)
  if (!box) return probability
  const square = { width: CLOSE_SIDE_PX, height: CLOSE_SIDE_PX }
  const part = source.sample(pixelsOf(box, source.size), square, LINEAR)
  const second = await askBothWays(part, finder, checkpoint)
  return mixed(probability, second, box)
}

/** Lays the second look over the first. */
function mixed(probability: PlaneF32, second: PlaneF32, box: Box01): PlaneF32 {
  const { width, height, data } = probability
  const { x, y, width: across, height: down } = pixelsOf(box, probability)
  const left = Math.round(x)
  const top = Math.round(y)
  const right = Math.min(width, Math.round(x + across))
  const bottom = Math.min(height, Math.round(y + down))
  const size = { width: right - left, height: bottom - top }
  const inside = resamplePlane(second, wholeOf(second), planeF32(size), LINEAR)
  const result = planeF32(probability)
  for (let i = 0; i < data.length; i++) result.data[i] = data[i]! * BEYOND_BOX
  for (let row = 0; row < size.height; row++)
    for (let column = 0; column < size.width; column++) {
      const i = (top + row) * width + left + column
      result.data[i] =
        SECOND_LOOK * inside.data[row * size.width + column]! + (1 - SECOND_LOOK) * data[i]!
    }
  return result
}

/** What a look counts as found, and how much of that may lie outside of the box on each side. */
const FOUND = 0.3
const TRIMMED = 0.003
/** Pixels that must be found at all. */
const MIN_FOUND = 20
/** Room about the box, as a share of its longer side. */
const MARGIN = 0.14
/** In pixels of the photograph no side of the box is longer than this times the other. */
const MAX_SQUASH = 1.6
/** A box beyond this share of the frame is nearly everything. */
const NEARLY_ALL = 0.75

/** The box in which most of the product was found, with room; null where that is nothing or nearly all. */
function boxOfMost(map: PlaneF32, photograph: Size): Box01 | null {
  const columns = new Float64Array(map.width)
  const rows = new Float64Array(map.height)
  let sum = 0
  for (let y = 0, i = 0; y < map.height; y++)
    for (let x = 0; x < map.width; x++, i++) {
      const value = map.data[i]!
      if (value <= FOUND) continue
      columns[x]! += value
      rows[y]! += value
      sum += value
    }
  if (sum < MIN_FOUND) return null
  const [left, right] = endsOf(columns, sum)
  const [top, bottom] = endsOf(rows, sum)
  const across = ((right - left) / map.width) * photograph.width
  const down = ((bottom - top) / map.height) * photograph.height
  const room = 2 * MARGIN * Math.max(across, down)
  const width = Math.max(across + room, (down + room) / MAX_SQUASH) / photograph.width
  const height = Math.max(down + room, (across + room) / MAX_SQUASH) / photograph.height
  const x = Math.max(0, (left + right) / 2 / map.width - width / 2)
  const y = Math.max(0, (top + bottom) / 2 / map.height - height / 2)
  const box = {
    x,
    y,
    width: Math.min(1, (left + right) / 2 / map.width + width / 2) - x,
    height: Math.min(1, (top + bottom) / 2 / map.height + height / 2) - y,
  }
  return box.width * box.height > NEARLY_ALL ? null : box
}

/** Where all but the trimmed ends of a profile lie. */
function endsOf(profile: Float64Array, sum: number): readonly [start: number, end: number] {
  const before = (at: number): number => profile.subarray(0, at).reduce((a, b) => a + b, 0)
  const start = profile.findIndex((_, at) => before(at + 1) > TRIMMED * sum)
  const end = profile.findIndex((_, at) => before(at + 1) >= (1 - TRIMMED) * sum) + 1
  return [start, end]
}

/** An opaque picture on a square. */
const squashed = (picture: LinearRgba, sidePx: number): LinearRgba =>
  resampleLinear(picture, wholeOf(picture), linearRaster({ width: sidePx, height: sidePx }), LINEAR)

async function ask(square: LinearRgba, finder: Finder): Promise<PlaneF32> {
  return planeF32(square, await finder(planesOf(square)))
}

/** The mean of what the network sees in a square and in its mirror image. */
async function askBothWays(
  square: LinearRgba,
  finder: Finder,
  checkpoint: () => void,
): Promise<PlaneF32> {
  const planes = planesOf(square)
  const straight = await finder(planes)
  checkpoint()
  const mirrored = await finder(mirroredRows(planes, square.width))
  checkpoint()
  const back = mirroredRows(mirrored, square.width)
  return planeF32(
    square,
    Float32Array.from(back, (value, i) => (value + straight[i]!) / 2),
  )
}

function planesOf({ width, height, data }: LinearRgba): Float32Array {
  const pixels = width * height
  const planes = new Float32Array(pixels * 3)
  for (let i = 0; i < pixels; i++)
    for (let c = 0; c < 3; c++) planes[c * pixels + i] = linearToSrgb(data[i * 4 + c]!)
  return planes
}

function mirroredRows(values: Float32Array, width: number): Float32Array {
  const result = new Float32Array(values.length)
  for (let row = 0; row < values.length; row += width)
    for (let x = 0; x < width; x++) result[row + x] = values[row + width - 1 - x]!
  return result
}
