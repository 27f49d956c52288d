import type { PlaneU8, Size, Window } from '../../raster'

/** Why a shot was left whole. */
export type UncutReason = 'runs-out-of-frame' | 'no-product'

/** A box as fractions of the photograph's width and height. */
export type Box01 = Window

/**
 * What Cut found out about one photograph. All places are fractions of the upright photograph, so
 * that a matte serves every scale.
 */
export type Matte =
  | { readonly kind: 'uncut'; readonly reason: UncutReason }
  | {
      readonly kind: 'cut'
      /** Where `alpha` lies in the photograph. Outside of it alpha is 0. */
      readonly area: Box01
      /** Product share of each pixel, 0…255. */
      readonly alpha: PlaneU8
      /** The product: everything with alpha above ½. */
      readonly box: Box01
      /** Share of the outline that lies along no sharp edge, 0…1: where to look first. */
      readonly unsure: number
      /** Gaps through which the backdrop is seen. */
      readonly holes: number
    }

/** Scales at which a matte may be kept, as the photograph's longer side in pixels. */
const LEVELS_PX = [800, 1600, 2400, 3600] as const
/** A matte may be this much smaller than what it is used for: alpha is smooth. */
const ENLARGING = 0.8

/**
 * The matte scale for a rendition that needs the photograph's longer side at `neededPx`: the
 * smallest level that is close to it, and never beyond the original's own pixels.
 */
export function matteSide(original: Size, neededPx: number): number {
  const longest = Math.max(original.width, original.height)
  const level = LEVELS_PX.find((side) => side >= neededPx * ENLARGING) ?? LEVELS_PX.at(-1)!
  return Math.min(longest, level)
}
