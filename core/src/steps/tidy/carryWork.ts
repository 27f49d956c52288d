import type { Box01, Size } from '../../raster'
import { BRUSH_RADIUS, type Point } from '../../strokes'
import type { Work } from './works'

/** A photograph, and where its product lies in it. */
export interface CarriedBetween {
  readonly size: Size
  readonly product: Box01
}

/**
 * A work as it would have been done on a sibling: what lay somewhere in one product's box lies in the same place
 * of the other's, and brushes grow and shrink with the product.
 */
export function carriedWork(work: Work, from: CarriedBetween, to: CarriedBetween): Work {
  const place = ([x, y]: Point): Point => [
    to.product.x + ((x - from.product.x) / from.product.width) * to.product.width,
    to.product.y + ((y - from.product.y) / from.product.height) * to.product.height,
  ]
  const sideOf = ({ size, product }: CarriedBetween): number =>
    Math.sqrt(product.width * size.width * product.height * size.height) /
    Math.max(size.width, size.height)
  const grown = sideOf(to) / sideOf(from)
  const radius = (share: number): number =>
    Math.min(BRUSH_RADIUS.most, Math.max(BRUSH_RADIUS.least, share * grown))
  if (work.kind !== 'borrow')
    return { ...work, points: work.points.map(place), radius: radius(work.radius) }
  return {
    ...work,
    outline: work.outline.map(place),
    to: place(work.to),
    mask: work.mask.map((stroke) => ({
      ...stroke,
      points: stroke.points.map(place),
      radius: radius(stroke.radius),
    })),
  }
}
