import type { ShotAbout } from '../../../names'
import type { HexColour, PxBox, SrgbRgba8 } from '../../../raster'
import type { DrawnGroup, Typesetter } from '../../../typeset'
import type { MarkFinding } from '../findings'
import type { Mark, MarkKind } from '../settings'

/** Units of which a frame is so many high: lengths of marks are shares of it. */
export const FRAME_UNITS = 1000
/** Units to a per cent of the frame's height. */
export const UNITS_PER_PCT = FRAME_UNITS / 100

/** A file that a mark names, read: a font as it is, a picture small enough to be drawn from. */
export type MarkAsset =
  | { readonly kind: 'font'; readonly bytes: Uint8Array }
  | { readonly kind: 'picture'; readonly picture: SrgbRgba8 }

/** The frame that marks are laid out in, in its units. */
export interface Surface {
  readonly width: number
  readonly margin: number
  /** The product's box; all of the frame where nothing was cut. */
  readonly product: PxBox
  readonly about: ShotAbout
  readonly typesetter: Typesetter
  readonly assets: ReadonlyMap<string, MarkAsset>
}

/** Something that is drawn at once, and the part of the frame that it lies in. */
export interface Part {
  readonly groups: readonly DrawnGroup[]
  readonly bounds: PxBox
}

/** A mark, laid out in its frame. */
export interface LaidMark {
  readonly id: string
  readonly kind: MarkKind
  /** What it is called in findings. */
  readonly name: string
  /** What it is taken hold of by, before it is turned about its middle. */
  readonly box: PxBox
  readonly turnDeg: number
  readonly opacity: number
  /** Lines to the product: they may lie on it. */
  readonly lines: Part | null
  /** Plates, shadows and outlines. */
  readonly under: Part | null
  readonly over: Part | null
  /** Drawn in place of `over` where what lies under it is light; null where it is the same on any ground. */
  readonly onLight: Part | null
  /** The colour of the text, whose contrast is measured; null where there is none to be read. */
  readonly textColour: HexColour | null
  readonly overProduct: boolean
  readonly findings: readonly MarkFinding[]
}

/** What a mark is called: what it says, or what it is. */
export function nameOf(mark: Mark): string {
  const words = 'text' in mark ? mark.text.replace(/~~/g, '').replace(/\s+/g, ' ').trim() : ''
  if (words !== '') return words.length > 40 ? `${words.slice(0, 39)}…` : words
  return KIND_NAMES[mark.kind]
}

export const KIND_NAMES: Readonly<Record<MarkKind, string>> = {
  label: 'Label',
  'call-out': 'Call-out',
  dimension: 'Dimension',
  shape: 'Shape',
  inset: 'Inset',
  watermark: 'Watermark',
}
