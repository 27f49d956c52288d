import { carrying, type CarryPlace } from '../../strokes'
import type { Retouch } from './retouches'

/** A retouch as it would have been done on a sibling. */
export function carriedRetouch(retouch: Retouch, from: CarryPlace, to: CarryPlace): Retouch {
  const { place, radius } = carrying(from, to)
  if (retouch.kind !== 'borrow')
    return { ...retouch, points: retouch.points.map(place), radius: radius(retouch.radius) }
  return {
    ...retouch,
    outline: retouch.outline.map(place),
    to: place(retouch.to),
    mask: retouch.mask.map((stroke) => ({
      ...stroke,
      points: stroke.points.map(place),
      radius: radius(stroke.radius),
    })),
  }
}
