import type { AnyFinding } from '../findings'
import type { Placement } from '../outlets'
import type { Box01, HexColour, LinearRgba, PxBox, Size } from '../raster'
import type { Enlarging } from './frame/settings'
import type { Upright } from './frame/upright'
import type { Pass } from './pass'

/** What lies behind the product. */
export type Behind =
  /** The photographed backdrop; beyond the photograph its edge goes on. */
  | { readonly kind: 'original' }
  | { readonly kind: 'transparent' }
  | { readonly kind: 'colour'; readonly colour: HexColour }
  /** Whatever is painted over all of a picture, opaque, in linear light. */
  | { readonly kind: 'painted'; readonly paint: (picture: LinearRgba) => void }

/** Something in a picture that a person can take hold of. */
export interface Handle {
  readonly id: string
  readonly kind: string
  readonly name: string
  /** Where it lies before it is turned about its middle, as shares of the picture. */
  readonly box: Box01
  /** Clockwise. */
  readonly turnDeg: number
}

/** Everything that is decided about one rendition before a pixel of it is made. */
export interface RenditionPlan {
  readonly placement: Placement
  /** The part of the photograph that becomes the picture, in its pixels; it may reach beyond it. */
  readonly window: PxBox
  readonly size: Size
  /** How the photograph is made upright first; the window lies in what comes of it. Null as it is. */
  readonly upright: Upright | null
  /** How pixels are made that the photograph does not have: by a kernel, or by a network. */
  readonly enlarging: Enlarging
  /** The product, in the same pixels as the window; null where the shot was left whole. */
  readonly product: PxBox | null
  readonly behind: Behind
  readonly passes: readonly Pass[]
  readonly handles: readonly Handle[]
  readonly findings: readonly AnyFinding[]
}
