import { components, planeU8, type PxBox } from '../raster'
import type { Marks } from './standOut'

/** Pixels that stand out together. */
export interface Shape {
  readonly pixels: readonly number[]
  readonly box: PxBox
  /** Whether it is more than what it lies on. */
  readonly isLight: boolean
  /** By how much it stands out where it does most, in code values. */
  readonly contrast: number
}

/** Longer than this it is a hair or a scratch, in pixels. */
const SHORT_PX = 28

export const longerSide = ({ box }: Shape): number => Math.max(box.width, box.height)

export const isLong = (shape: Shape): boolean => longerSide(shape) > SHORT_PX

export function shapesOf({ width, height, kind, contrast }: Marks): Shape[] {
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

/** The smallest box that holds pixels. */
export function boxOf(pixels: readonly number[], width: number): PxBox {
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
export function shapesWithin({ pixels, isLight }: Shape, marks: Marks): Shape[] {
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

/** The pixels of a shape in its box: 1 is its own. */
export function maskOf(box: PxBox, pixels: readonly number[], width: number): Uint8Array {
  const mask = new Uint8Array(box.width * box.height)
  for (const i of pixels) {
    const x = i % width
    mask[((i - x) / width - box.y) * box.width + x - box.x] = 1
  }
  return mask
}
