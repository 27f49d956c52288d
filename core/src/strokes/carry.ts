import type { Box01, Size } from '../raster'
import { BRUSH_RADIUS, type Point } from './stroke'

/** A photograph, and where its product lies in it. */
export interface CarryPlace {
  readonly size: Size
  readonly product: Box01
}

/** How what was drawn on one photograph lies on another. */
export interface Carrying {
  /** What lay somewhere in one product's box lies in the same place of the other's. */
  readonly place: (point: Point) => Point
  /** Brushes grow and shrink with the product, within what a brush can be. */
  readonly radius: (share: number) => number
}

export function carrying(from: CarryPlace, to: CarryPlace): Carrying {
  const sideOf = ({ size, product }: CarryPlace): number =>
    Math.sqrt(product.width * size.width * product.height * size.height) /
    Math.max(size.width, size.height)
  const grown = sideOf(to) / sideOf(from)
  const [a, b] = [from.product, to.product]
  return {
    place: ([x, y]) => [
      b.x + ((x - a.x) / a.width) * b.width,
      b.y + ((y - a.y) / a.height) * b.height,
    ],
    radius: (share) => Math.min(BRUSH_RADIUS.most, Math.max(BRUSH_RADIUS.least, share * grown)),
  }
}
