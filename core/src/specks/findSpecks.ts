import { fitInside, planeF32, srgbOfLinear, wholeOf, type PxBox, type Size } from '../raster'
import type { Source } from '../source'
import { isAmong, MIN_STRUCTURE_PX, outOfCrowds } from './crowds'
import { grownMarks } from './grownMarks'
import { isDirt, isSmall } from './isDirt'
import { likePrint, outOfRows } from './rows'
import { boxOf, maskOf, shapesOf, shapesWithin, type Shape } from './shapes'
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
  /** By how much it stands out where it does most, in code values. */
  readonly contrast: number
  /** Whether it looks like print: nobody but a person can tell. */
  readonly mayBePrint: boolean
}

/** Longer side at which dirt is looked for, in pixels. */
const LOOK_SIDE_PX = 2400

/**
 * What each strength asks: the least contrast in code values, how many times the contrast of the texture around it, how
 * uneven its surroundings may be against its own contrast, and whether what all but touches others is spared as
 * print. Chosen on the demo shoot's five dusty photographs, where one setting does for enamel, copper, cast iron
 * and glaze, and on twenty-two of other origin with drawn dirt.
 */
const LIMITS = {
  gentle: { contrast: 14, overTexture: 6, unevenness: 0.6, touchingPx: 8 },
  firm: { contrast: 8, overTexture: 5, unevenness: 0.8, touchingPx: 0 },
} as const

interface Limits {
  readonly contrast: number
  readonly overTexture: number
  readonly unevenness: number
  /** Parts of letters lie no further apart; 0 spares none. */
  readonly touchingPx: number
}

/** How colours are weighed: brightness, and the two ways in which grey dust on a coloured surface shows without it. */
const LUMA = [0.25, 0.6, 0.15] as const
const HUES = [
  [-0.5, -0.5, 1],
  [1, -1, 0],
] as const
/** Colour is coarser and noisier than brightness: it is looked at half as large, and asked so many times as much of. */
const OF_COLOUR = { contrast: 1.25, overTexture: 1.6 } as const
const COLOUR_LEAST_PX = 8
/** What stands out in brightness as well by more than this share of its pixels was judged there. */
const JUDGED = 0.2

/**
 * Finds dirt on a photograph: small things and thin lines, light, dark or of another colour, that stand out of what
 * surrounds them on all sides, by more than the texture there does. What lies in a crowd of its like is left: it belongs
 * to the surface.
 */
export function findSpecks(source: Source, strength: Strength): Speck[] {
  const limits = LIMITS[strength]
  const size = fitInside(source.size, LOOK_SIDE_PX)
  const bright = shapesIn(weighed(source, size, LUMA), limits)
  const half = { width: Math.ceil(size.width / 2), height: Math.ceil(size.height / 2) }
  const judged = halved(bright.marks, half)
  const inColour = {
    ...limits,
    contrast: OF_COLOUR.contrast * limits.contrast,
    overTexture: OF_COLOUR.overTexture * limits.overTexture,
  }
  const specks = bright.dirt.map((shape) =>
    speckOf(shape, size, source.size, bright.print.has(shape)),
  )
  for (const hue of HUES) {
    const { dirt, print } = shapesIn(weighed(source, half, hue), inColour)
    for (const shape of dirt) {
      const whole = doubled(shape, half, size)
      if (shape.pixels.length < COLOUR_LEAST_PX || !isSmall(whole)) continue
      if (shape.pixels.filter((i) => judged[i]).length > JUDGED * shape.pixels.length) continue
      specks.push(speckOf(whole, size, source.size, print.has(shape)))
      for (const i of shape.pixels) judged[i] = 1
    }
  }
  return specks
}

/** A photograph as one number a pixel, in code values. */
function weighed(source: Source, size: Size, [r, g, b]: readonly [number, number, number]): Luma {
  const { data } = srgbOfLinear(source.sample(wholeOf(source.size), size))
  const made = planeF32(size)
  for (let i = 0, p = 0; i < made.data.length; i++, p += 4)
    made.data[i] = r * data[p]! + g * data[p + 1]! + b * data[p + 2]!
  return made
}

/** What is dirt, which of it may be print, and all that stands out. */
function shapesIn(
  luma: Luma,
  limits: Limits,
): { dirt: Shape[]; print: ReadonlySet<Shape>; marks: Marks } {
  const marks = standOut(luma, limits.contrast, limits.overTexture)
  const grown = grownMarks(luma, marks)
  const shapes: Shape[] = []
  /** What stands out and is no dirt. */
  const structure: Shape[] = []
  for (const shape of shapesOf(grown).filter(({ contrast }) => contrast > 0)) {
    // Grown into an edge it is nothing; what stood out may be dirt all the same.
    const found = isDirt(shape, grown, luma, limits.unevenness)
      ? [shape]
      : shapesWithin(shape, marks).filter((core) => isDirt(core, marks, luma, limits.unevenness))
    shapes.push(...found)
    if (found.length === 0 && shape.pixels.length >= MIN_STRUCTURE_PX) structure.push(shape)
  }
  const dirt = outOfRows(outOfCrowds(shapes), [...shapes, ...structure]).filter(
    (shape) => !isAmong(shape, structure, shapes, limits.touchingPx),
  )
  return { dirt, print: likePrint(dirt, [...shapes, ...structure], grown), marks: grown }
}

/** Where anything stands out, half as large, with a pixel all round. */
function halved({ width, kind }: Marks, half: Size): Uint8Array {
  const made = new Uint8Array(half.width * half.height)
  for (let i = 0; i < kind.length; i++) {
    if (!kind[i]) continue
    const [x, y] = [(i % width) >> 1, Math.floor(i / width) >> 1]
    for (let row = Math.max(0, y - 1); row <= Math.min(half.height - 1, y + 1); row++)
      made.fill(
        1,
        row * half.width + Math.max(0, x - 1),
        row * half.width + Math.min(half.width, x + 2),
      )
  }
  return made
}

/** A shape found half as large, at the size of the rest. */
function doubled(shape: Shape, half: Size, size: Size): Shape {
  const pixels = shape.pixels.flatMap((i) => {
    const [x, y] = [2 * (i % half.width), 2 * Math.floor(i / half.width)]
    const columns = x + 1 < size.width ? [x, x + 1] : [x]
    const rows = y + 1 < size.height ? [y, y + 1] : [y]
    return rows.flatMap((row) => columns.map((column) => row * size.width + column))
  })
  return { ...shape, pixels, box: boxOf(pixels, size.width) }
}

/** @param seen the size at which it was found. */
function speckOf(
  { box, pixels, contrast }: Shape,
  seen: Size,
  photograph: Size,
  mayBePrint: boolean,
): Speck {
  const scale = photograph.width / seen.width
  return {
    window: {
      x: box.x * scale,
      y: box.y * scale,
      width: box.width * scale,
      height: box.height * scale,
    },
    width: box.width,
    height: box.height,
    mask: maskOf(box, pixels, seen.width),
    contrast,
    mayBePrint,
  }
}
