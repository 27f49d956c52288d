import { isLong, type Shape } from './shapes'
import type { Luma, Marks } from './standOut'

const MIN_PX = 2
const MAX_PX = 300
const MAX_LONG_PX = 2500
/** A hair or a scratch is no wider than this on average (along a slope less than it is), and so many times as long. */
const THIN_PX = 4
const SLENDER = 14

/**
 * Whether a shape is small or thin, stands alone on what surrounds it, and is no part of a line that goes on.
 *
 * @param unevenness how uneven the surroundings of something short may be, against its own contrast.
 */
export const isDirt = (shape: Shape, among: Marks, luma: Luma, unevenness: number): boolean =>
  isDirtShaped(shape, luma.width) &&
  isAlone(shape, among, luma.data, unevenness) &&
  !isOnLine(shape, luma)

/** Whether it is no longer and no larger than a speck or a blot. */
export const isSmall = (shape: Shape): boolean => !isLong(shape) && shape.pixels.length <= MAX_PX

function isDirtShaped(shape: Shape, width: number): boolean {
  const { length } = shape.pixels
  if (length < MIN_PX) return false
  if (!isLong(shape)) return isSmall(shape)
  return length <= MAX_LONG_PX && isHair(shape, width)
}

/** Whether a shape is as thin and as slender as a hair: by its area and the length of its rim. */
function isHair({ pixels }: Shape, width: number): boolean {
  const own = new Set(pixels)
  let rim = 0
  for (const i of pixels)
    for (const j of [i - 1, i + 1, i - width, i + width]) if (!own.has(j)) rim++
  const across = (2 * pixels.length) / rim
  return across <= THIN_PX && rim / 2 >= SLENDER * across
}

/** Pixels around a shape that are compared with it. */
const AROUND_PX = 3
const FEWEST_AROUND = 6
/** Length of the pieces in which a line is looked at, the share of them that must stand alone, and how even these must lie. */
const STRETCH_PX = 16
const MAX_STRETCHES = 0.5
const LINE_UNEVENNESS = 1.3

/** Whether it stands out of its surroundings on all sides, and these are even against its contrast. */
function isAlone(
  shape: Shape,
  { width, height, kind }: Marks,
  luma: Float32Array,
  unevenness: number,
): boolean {
  const own = new Set(shape.pixels)
  if (!isLong(shape)) return standsAlone(shape, own, { width, height, kind }, luma, unevenness)
  // A line may cross from one surface to another: most of its stretches must stand alone, each where it lies.
  const stretches = stretchesOf(shape, width)
  const alone = stretches.filter((pixels) =>
    standsAlone({ ...shape, pixels }, own, { width, height, kind }, luma, LINE_UNEVENNESS),
  )
  return alone.length >= MAX_STRETCHES * stretches.length
}

/** A long shape in pieces along its longer side. */
function stretchesOf({ pixels, box }: Shape, width: number): number[][] {
  const isWide = box.width >= box.height
  const pieces: number[][] = []
  for (const i of pixels) {
    const along = isWide ? (i % width) - box.x : Math.floor(i / width) - box.y
    const piece = (pieces[Math.floor(along / STRETCH_PX)] ??= [])
    piece.push(i)
  }
  return pieces.filter(Boolean)
}

/** @param own the pixels of all of the shape, of which `shape` may be a stretch. */
function standsAlone(
  shape: Pick<Shape, 'pixels' | 'isLight'>,
  own: ReadonlySet<number>,
  { width, height, kind }: Pick<Marks, 'width' | 'height' | 'kind'>,
  luma: Float32Array,
  unevenness: number,
): boolean {
  const around = new Set<number>()
  for (const i of shape.pixels) {
    const x = i % width
    const y = (i - x) / width
    for (let dy = -AROUND_PX; dy <= AROUND_PX; dy++)
      for (let dx = -AROUND_PX; dx <= AROUND_PX; dx++) {
        if (Math.abs(dx) + Math.abs(dy) < AROUND_PX) continue
        const at = i + dy * width + dx
        const inside = x + dx >= 0 && x + dx < width && y + dy >= 0 && y + dy < height
        if (inside && !own.has(at) && kind[at] === 0) around.add(at)
      }
  }
  if (around.size < FEWEST_AROUND) return false
  const values = [...around].map((i) => luma[i]!).sort((a, b) => a - b)
  const low = values[Math.floor(values.length * 0.1)]!
  const high = values[Math.floor(values.length * 0.9)]!
  const mean = shape.pixels.reduce((sum, i) => sum + luma[i]!, 0) / shape.pixels.length
  const off = mean - (low + high) / 2
  const beyond = shape.isLight ? mean > high : mean < low
  return beyond && high - low < unevenness * Math.abs(off)
}

const SPOKES = 16
/** A line goes on this far beyond a shape, in pixels, by this share of its contrast. */
const BEYOND_PX = 3
const LINE_GOES_ON = 0.4

/**
 * Whether a short shape is part of a line or rim that goes on beyond it on two opposite sides: a highlight that its
 * grain has broken up.
 */
function isOnLine(shape: Shape, { width, height, data }: Luma): boolean {
  if (isLong(shape)) return false
  const { box, isLight, pixels } = shape
  const [cx, cy] = [box.x + (box.width - 1) / 2, box.y + (box.height - 1) / 2]
  const radius = Math.max(box.width, box.height) / 2 + BEYOND_PX
  const values = Array.from({ length: SPOKES }, (_, k) => {
    const turn = (2 * Math.PI * k) / SPOKES
    const x = Math.min(width - 2, Math.max(1, Math.round(cx + radius * Math.cos(turn))))
    const y = Math.min(height - 2, Math.max(1, Math.round(cy + radius * Math.sin(turn))))
    let sum = 0
    for (let dy = -1; dy <= 1; dy++)
      for (let dx = -1; dx <= 1; dx++) sum += data[(y + dy) * width + x + dx]!
    return sum / 9
  })
  const usual = [...values].sort((a, b) => a - b)[SPOKES >> 1]!
  const mean = pixels.reduce((sum, i) => sum + data[i]!, 0) / pixels.length
  const off = Math.abs(mean - usual)
  const goesOn = (k: number): boolean => {
    const beyond = values[k % SPOKES]! - usual
    return (isLight ? beyond : -beyond) > LINE_GOES_ON * off
  }
  return values.some(
    (_, k) =>
      k < SPOKES / 2 &&
      goesOn(k) &&
      [-2, -1, 0, 1, 2].some((bend) => goesOn(k + SPOKES / 2 + bend + SPOKES)),
  )
}
