import type { PxBox } from '../../../raster'
import type { MarkPlace } from '../settings'
import { around, placeIn } from './geometry'
import { FRAME_UNITS, type Surface } from './surface'

/** Between marks that stand at the same place of the frame, as a share of the margin. */
const BETWEEN = 0.5

/** Where a box of a size lies. */
export function boxAt(place: MarkPlace, width: number, height: number, surface: Surface): PxBox {
  if (place.on === 'product') return around(placeIn(surface.product, place), width, height)
  const { margin } = surface
  return {
    x: margin + place.x * (surface.width - 2 * margin - width),
    y: margin + place.y * (FRAME_UNITS - 2 * margin - height),
    width,
    height,
  }
}

/**
 * Stacks what stands at the same place of the frame: each beyond those before it, downwards in the upper half and
 * upwards in the lower one.
 */
export class Stacks {
  private readonly filled = new Map<string, number>()

  constructor(private readonly margin: number) {}

  /** How far the next box of a height is moved from its place, and holds its room. */
  push(place: MarkPlace, height: number): number {
    if (place.on === 'product') return 0
    const key = `${place.x} ${place.y}`
    const before = this.filled.get(key) ?? 0
    this.filled.set(key, before + height + this.margin * BETWEEN)
    return place.y <= 0.5 ? before : -before
  }
}
