import type { AnyFinding } from '../findings'
import type { LinearRgba, PlaneF32, PxBox, Size } from '../raster'

/**
 * The layers of a rendition, in the order in which steps work on them: on what lies behind the product; taking
 * the product off it; on colours; under the product, which is alone in the picture; over the finished ground;
 * and on the whole at its final size.
 */
export const LAYERS = ['backdrop', 'lift', 'colour', 'stand', 'mark', 'finish'] as const
export type Layer = (typeof LAYERS)[number]

/** From here on the ground has been laid, and the picture is opaque where the ground is. */
export const FIRST_OVER_GROUND: Layer = 'mark'

/** Where the pixels of a rendition come from. */
export interface PaintPlace {
  /** The part of the photograph that they show, in its pixels; it may reach beyond it. */
  readonly window: PxBox
  readonly photograph: Size
  /** Share of product (0…1) of each pixel, at the size of the picture; null where nothing is cut. */
  readonly alpha: () => PlaneF32 | null
  /** Told what is found while it is painted. */
  readonly report: (finding: AnyFinding) => void
}

/** One thing that a step does to the pixels of a rendition, in place. */
export interface Pass {
  readonly layer: Layer
  /** @param picture linear light, premultiplied alpha. */
  readonly paint: (picture: LinearRgba, place: PaintPlace) => void
}
