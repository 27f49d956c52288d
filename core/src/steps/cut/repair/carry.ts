import type { Box01 } from '../../../raster'
import type { Repair } from './repairs'
import type { Point } from '../../../strokes'

/**
 * A repair as it would have been made on a sibling: what lay somewhere in one product's box lies in the same
 * place of the other's, and brushes grow and shrink with the product.
 */
export function carriedRepair(repair: Repair, from: Box01, to: Box01): Repair {
  const place = ([x, y]: Point): Point => [
    to.x + ((x - from.x) / from.width) * to.width,
    to.y + ((y - from.y) / from.height) * to.height,
  ]
  // Boxes are fractions of their photographs; of one shoot these mostly have the same sides.
  const grown = Math.sqrt((to.width * to.height) / (from.width * from.height))
  switch (repair.kind) {
    case 'box':
      return { ...repair, from: place(repair.from), to: place(repair.to) }
    case 'flip':
      return { ...repair, at: place(repair.at) }
    case 'path':
      return {
        ...repair,
        outlines: repair.outlines.map((outline) =>
          outline.map((node) => ({
            at: place(node.at),
            in: place(node.in),
            out: place(node.out),
          })),
        ),
      }
    case 'keep':
    case 'drop':
    case 'paint':
    case 'erase':
    case 'edge':
      return {
        ...repair,
        points: repair.points.map(place),
        radius: Math.min(0.25, Math.max(0.0002, repair.radius * grown)),
      }
  }
}
