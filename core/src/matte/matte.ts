import type { Box01, PlaneU8, Size } from '../raster'

/** Why a shot was left whole. */
export type UncutReason = 'runs-out-of-frame' | 'no-product'

/** The product's share of each pixel, at one scale of the photograph. */
export interface Alpha {
  /** Longer side of the whole photograph at this scale, in pixels. */
  readonly sidePx: number
  /** Where the plane lies in the photograph. Outside of it alpha is 0. */
  readonly area: Box01
  /** 0…255. */
  readonly plane: PlaneU8
}

/** What tells of a cut whether it can be trusted. All are free of scale. */
export interface CutSigns {
  /**
   * The largest piece that comes or goes when the outline is made much shorter, as a share of the product:
   * where the edges do not say where the outline runs.
   */
  readonly moved: number
  /** Length of the outline against the root of the product's area: 3.5 for a disc. */
  readonly raggedness: number
  /** Gaps in the product. */
  readonly holes: number
  /** The intersection over union with the truth that the network expects of its own map, 0…1. */
  readonly expectedIou: number
  /** What the cut and that map have in common: their intersection over union, 0…1. */
  readonly agreement01: number
}

interface DoubtfulPlace {
  /** Where it lies, as fractions of the photograph's sides. */
  readonly box: Box01
  /** Places along or in it, as such fractions. */
  readonly points: readonly (readonly [x: number, y: number])[]
  /** About how much is in doubt, as a share of the product's area. */
  readonly share01: number
}

/** A place where the cut is in doubt. */
export type Doubt =
  /** A stretch of the outline. */
  | ({ readonly kind: 'stretch' } & DoubtfulPlace)
  /** A gap in the product that may be none, or a patch of the product that may be a gap; the point lies in it. */
  | ({ readonly kind: 'gap'; readonly isOpen: boolean } & DoubtfulPlace)

/** Whether the product reaches the photograph's border; it `runs out` where it takes much of that: the shot is a detail. */
export type AtBorder = 'clear' | 'touches' | 'runs out'

/**
 * What Cut found out about one photograph. All places are fractions of the upright photograph, so
 * that a matte serves every scale.
 */
export type Matte =
  | { readonly kind: 'uncut'; readonly reason: UncutReason }
  | {
      readonly kind: 'cut'
      /** The product: where alpha passes ½ at the base level, to a part of a pixel. */
      readonly box: Box01
      /** Share of the outline that lies along no sharp edge, 0…1: where to look first. */
      readonly unsure: number
      /** What tells whether the cut can be trusted; null where it was made by hand alone. */
      readonly signs: CutSigns | null
      /** Where the cut is in doubt, worst first. */
      readonly doubts: readonly Doubt[]
      /** Number of repairs by hand that it holds. */
      readonly repairs: number
      readonly atBorder: AtBorder
      /** Gaps through which the backdrop is seen. */
      readonly holes: number
      /** At the base level first, then at finer ones, as far as renditions need them. */
      readonly alphas: readonly [Alpha, ...Alpha[]]
    }

export type CutMatte = Extract<Matte, { kind: 'cut' }>

/**
 * Scales at which alpha is made, as the photograph's longer side in pixels. The first is the base level:
 * it is always made and says where the product is, so that no box depends on what is rendered.
 */
const LEVELS_PX = [800, 1600, 2400, 3600] as const
/** Alpha may be this much smaller than what it is used for: it is smooth. */
const ENLARGING = 0.8

const longerSide = ({ width, height }: Size): number => Math.max(width, height)

/** The base level of a photograph. */
export const baseSide = (photograph: Size): number => Math.min(longerSide(photograph), LEVELS_PX[0])

/**
 * The level for a rendition that needs the photograph's longer side at `neededPx`: the smallest that is
 * close to it, and never beyond the photograph's own pixels.
 */
export function matteSide(photograph: Size, neededPx: number): number {
  const level = LEVELS_PX.find((side) => side >= neededPx * ENLARGING) ?? LEVELS_PX.at(-1)!
  return Math.min(longerSide(photograph), level)
}

/** The longest side that a level serves: what needs more is given a finer one. */
export const servedBy = (sidePx: number): number => sidePx / ENLARGING

/**
 * The alpha by which a rendition is made that needs the photograph's longer side at `neededPx`. It is
 * chosen by this rendition's need alone; where its level has not been made, the next finer one there is,
 * or the finest.
 */
export function alphaFor({ alphas }: CutMatte, photograph: Size, neededPx: number): Alpha {
  const wanted = matteSide(photograph, neededPx)
  const finerFirst = [...alphas].sort((a, b) => a.sidePx - b.sidePx)
  return finerFirst.find(({ sidePx }) => sidePx >= wanted) ?? finerFirst.at(-1)!
}
