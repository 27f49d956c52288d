import { components, fitInside, srgbOfLinear, planeU8, wholeOf, type PxBox } from '../raster'
import type { Source } from '../source'
import { grownMarks } from './grownMarks'
import { standOut, type Luma, type Marks } from './standOut'

/** How little stands out to be dirt. */
export type Strength = 'gentle' | 'firm'

/** A speck, hair, lint or scratch. */
export interface Speck {
  /** Where it lies, in pixels of the photograph. */
  readonly window: PxBox
  /** Its pixels in that window at the scale at which it was found: 1 is dirt. */
  readonly mask: Uint8Array
  readonly width: number
  readonly height: number
  /** Whether it is lighter than what it lies on. */
  readonly isLight: boolean
  /** By how much it stands out where it does most, in code values. */
  readonly contrast: number
}

/** Longer side at which dirt is looked for, in pixels. */
const LOOK_SIDE_PX = 2400

/**
 * What each strength asks: the least contrast in code values of luma, how many times the contrast of the texture
 * around it, how uneven its surroundings may be against its own contrast, and whether what all but touches others is
 * spared as print. Chosen on the demo shoot's five dusty
 * photographs, where one setting does for enamel, copper, cast iron and glaze.
 */
const LIMITS = {
  gentle: { contrast: 14, overTexture: 6, unevenness: 0.9, sparesTouching: true },
  firm: { contrast: 8, overTexture: 5, unevenness: 1.3, sparesTouching: false },
} as const

const LEAST_PX = 2
const MOST_PX = 700
const MOST_LONG_PX = 2500
/** Longer than this it is a hair or a scratch, which is no wider than `THIN_PX`. */
const SHORT_PX = 28
const THIN_PX = 6
/** But for so much of it: a speck that lies on it. */
const THICK_SHARE = 0.15
/** As many of its kind around it, at least this strong against it, are glaze, grain or print, and no dirt. */
const CROWD = 5
const CROWD_REACH_PX = 80
const CROWD_CONTRAST = 0.4

/**
 * Finds dirt on a photograph: small things and thin lines, light or dark, that stand out of what surrounds them on
 * all sides, by more than the texture there does. What lies in a crowd of its like is left: it belongs to the surface.
 */
export function findSpecks(source: Source, strength: Strength): Speck[] {
  const size = fitInside(source.size, LOOK_SIDE_PX)
  const picture = source.sample(wholeOf(source.size), size)
  const luma = new Float32Array(size.width * size.height)
  const { data } = srgbOfLinear(picture)
  for (let i = 0, p = 0; i < luma.length; i++, p += 4)
    luma[i] = 0.25 * data[p]! + 0.6 * data[p + 1]! + 0.15 * data[p + 2]!
  const limits = LIMITS[strength]
  const marks = standOut({ ...size, data: luma }, limits.contrast, limits.overTexture)
  const isDirt = (shape: Shape, among: Marks): boolean =>
    isDirtShaped(shape, size.width) &&
    isAlone(shape, among, luma, limits.unevenness) &&
    !isOnLine(shape, { ...size, data: luma })
  const grown = grownMarks({ ...size, data: luma }, marks)
  const shapes: Shape[] = []
  /** What stands out and is no dirt. */
  const structure: Shape[] = []
  for (const shape of shapesOf(grown).filter(({ contrast }) => contrast > 0)) {
    // Grown into an edge it is nothing; what stood out may be dirt all the same.
    const found = isDirt(shape, grown)
      ? [shape]
      : shapesWithin(shape, marks).filter((core) => isDirt(core, marks))
    shapes.push(...found)
    if (found.length === 0 && shape.pixels.length >= LEAST_STRUCTURE_PX) structure.push(shape)
  }
  const scale = source.size.width / size.width
  return outOfCrowds(shapes)
    .filter((shape) => !isAmong(shape, structure, limits.sparesTouching ? shapes : []))
    .map(({ box, pixels, isLight, contrast }) => ({
      window: {
        x: box.x * scale,
        y: box.y * scale,
        width: box.width * scale,
        height: box.height * scale,
      },
      width: box.width,
      height: box.height,
      mask: maskOf(box, pixels, size.width),
      isLight,
      contrast,
    }))
}

interface Shape {
  readonly pixels: readonly number[]
  readonly box: PxBox
  readonly isLight: boolean
  readonly contrast: number
}

function shapesOf({ width, height, kind, contrast }: Marks): Shape[] {
  return ([1, 2] as const).flatMap((wanted) => {
    const inside = planeU8({ width, height })
    for (let i = 0; i < kind.length; i++) inside.data[i] = kind[i] === wanted ? 1 : 0
    const { labels, list } = components(inside, true)
    const pixels = list.map((): number[] => [])
    for (let i = 0; i < labels.length; i++) if (labels[i]! > 0) pixels[labels[i]! - 1]!.push(i)
    return pixels.map((own) => shapeOf(own, wanted === 1, { width, contrast }))
  })
}

const shapeOf = (
  pixels: readonly number[],
  isLight: boolean,
  { width, contrast }: Pick<Marks, 'width' | 'contrast'>,
): Shape => ({
  pixels,
  box: boxOf(pixels, width),
  isLight,
  contrast: pixels.reduce((most, i) => Math.max(most, contrast[i]!), 0),
})

function boxOf(pixels: readonly number[], width: number): PxBox {
  let [x0, y0, x1, y1] = [Infinity, Infinity, -1, -1]
  for (const i of pixels) {
    const x = i % width
    const y = (i - x) / width
    x0 = Math.min(x0, x)
    y0 = Math.min(y0, y)
    x1 = Math.max(x1, x)
    y1 = Math.max(y1, y)
  }
  return { x: x0, y: y0, width: x1 - x0 + 1, height: y1 - y0 + 1 }
}

/** What stood out before a shape was grown. */
function shapesWithin({ pixels, isLight }: Shape, marks: Marks): Shape[] {
  const wanted = isLight ? 1 : 2
  const own = new Set(pixels.filter((i) => marks.kind[i] === wanted))
  const found: Shape[] = []
  for (const seed of own) {
    own.delete(seed)
    const joined = [seed]
    // What is joined is looked at in turn.
    for (const at of joined)
      for (let dy = -1; dy <= 1; dy++)
        for (let dx = -1; dx <= 1; dx++) {
          const next = at + dy * marks.width + dx
          if (own.delete(next)) joined.push(next)
        }
    found.push(shapeOf(joined, isLight, marks))
  }
  return found
}

const isLong = ({ box }: Shape): boolean => Math.max(box.width, box.height) > SHORT_PX

function isDirtShaped(shape: Shape, width: number): boolean {
  const { length } = shape.pixels
  if (length < LEAST_PX) return false
  if (!isLong(shape)) return length <= MOST_PX
  return length <= MOST_LONG_PX && isThin(shape, width)
}

/** Whether nothing is left of a shape once a rim of half of `THIN_PX` is taken off all round. */
function isThin({ pixels }: Shape, width: number): boolean {
  let left = new Set(pixels)
  for (let layer = 0; layer < THIN_PX / 2; layer++) {
    const inside = [...left].filter((i) =>
      [i - 1, i + 1, i - width, i + width].every((j) => left.has(j)),
    )
    left = new Set(inside)
  }
  return left.size <= THICK_SHARE * pixels.length
}

/** Pixels around a shape that are compared with it. */
const AROUND_PX = 3
const FEWEST_AROUND = 6
/** Length of the pieces in which a line is looked at, and the share of them that must stand alone. */
const STRETCH_PX = 16
const MOST_STRETCHES = 0.6

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
    standsAlone({ ...shape, pixels }, own, { width, height, kind }, luma, unevenness),
  )
  return alone.length >= MOST_STRETCHES * stretches.length
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

/** So many things of some size and contrast this near are print or ornament, and what lies between them belongs to it. */
const LEAST_STRUCTURE_PX = 8
const STRUCTURES = 2
const STRUCTURE_REACH_PX = 30
const STRUCTURE_CONTRAST = 0.4

/** Parts of letters lie no further apart. */
const TOUCHING_PX = 8

/** Whether a shape lies among letters or the like: large things near it, or others that all but touch it. */
function isAmong(shape: Shape, structure: readonly Shape[], shapes: readonly Shape[]): boolean {
  const near = (others: readonly Shape[], reach: number): number =>
    others.filter(
      (other) =>
        other !== shape &&
        other.pixels.length >= LEAST_STRUCTURE_PX &&
        other.contrast > STRUCTURE_CONTRAST * shape.contrast &&
        gapBetween(other.box, shape.box) < reach,
    ).length
  return near(structure, STRUCTURE_REACH_PX) + near(shapes, TOUCHING_PX) >= STRUCTURES
}

/** The room between two boxes, in pixels. */
const gapBetween = (a: PxBox, b: PxBox): number =>
  Math.max(
    Math.max(a.x, b.x) - Math.min(a.x + a.width, b.x + b.width),
    Math.max(a.y, b.y) - Math.min(a.y + a.height, b.y + b.height),
  )

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

/** Without those that lie among many of their kind. */
function outOfCrowds(shapes: readonly Shape[]): Shape[] {
  const cells = new Map<string, Shape[]>()
  const cellOf = ({ box }: Shape): [number, number] => [
    Math.floor((box.x + box.width / 2) / CROWD_REACH_PX),
    Math.floor((box.y + box.height / 2) / CROWD_REACH_PX),
  ]
  for (const shape of shapes) {
    const key = `${cellOf(shape).join()}/${shape.isLight}`
    cells.set(key, [...(cells.get(key) ?? []), shape])
  }
  return shapes.filter((shape) => {
    const [column, row] = cellOf(shape)
    let like = 0
    for (let dy = -1; dy <= 1; dy++)
      for (let dx = -1; dx <= 1; dx++)
        for (const other of cells.get(`${column + dx},${row + dy}/${shape.isLight}`) ?? [])
          if (
            other !== shape &&
            isNear(shape, other) &&
            other.contrast > CROWD_CONTRAST * shape.contrast
          )
            like++
    return like <= CROWD
  })
}

const isNear = ({ box: a }: Shape, { box: b }: Shape): boolean =>
  Math.hypot(a.x + a.width / 2 - b.x - b.width / 2, a.y + a.height / 2 - b.y - b.height / 2) <
  CROWD_REACH_PX

function maskOf(box: PxBox, pixels: readonly number[], width: number): Uint8Array {
  const mask = new Uint8Array(box.width * box.height)
  for (const i of pixels) {
    const x = i % width
    mask[((i - x) / width - box.y) * box.width + x - box.x] = 1
  }
  return mask
}
