import { carrying, type CarryPlace } from '../../../strokes'
import type { Repair } from './repairs'

/** A repair as it would have been made on a sibling. */
export function carriedRepair(repair: Repair, from: CarryPlace, to: CarryPlace): Repair {
  const { place, radius } = carrying(from, to)
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
    case 'seeThrough':
    case 'edge':
      return { ...repair, points: repair.points.map(place), radius: radius(repair.radius) }
  }
}
