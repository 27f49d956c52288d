import type { HexColour, Matrix3, PxBox, SrgbRgba8 } from '../raster'

/** How text is set. Lengths are in the units of the drawing. */
export interface TextFace {
  /** Names of fonts that have been loaded; a letter that one does not have is looked for in the next. */
  readonly fonts: readonly string[]
  /** 100…900, as far as a font has it. */
  readonly weight: number
  readonly italic: boolean
  readonly size: number
  /** Between letters, as a share of the size. */
  readonly tracking: number
  /** From base line to base line, as a share of the size. */
  readonly lineHeight: number
  readonly align: 'left' | 'centre' | 'right'
}

/** A piece of text, and whether a line is drawn through it. */
export interface TextSpan {
  readonly text: string
  readonly struck: boolean
}

/** Text to be set: its lines break where they would be wider. */
export interface TextBlock {
  readonly spans: readonly TextSpan[]
  readonly face: TextFace
  /** `Infinity` breaks only where the text does. */
  readonly maxWidth: number
}

/** How large text came out. */
export interface SetText {
  /** Of its widest line. */
  readonly width: number
  /** From the top of its first line to the bottom of its last. */
  readonly height: number
  readonly lines: number
  /** Letters that no font has, each once, in the order of the text. */
  readonly missing: readonly string[]
}

/** What is drawn with, opaque 1. */
export interface Ink {
  readonly colour: HexColour
  readonly opacity: number
  /** Standard deviation of the blur, in units of the drawing. */
  readonly blur?: number
}

/** One thing that is drawn. Paths are SVG path data (W3C, SVG 2, chapter 9). */
export type Drawn =
  | { readonly kind: 'fill'; readonly path: string; readonly ink: Ink }
  | {
      readonly kind: 'stroke'
      readonly path: string
      readonly width: number
      readonly ink: Ink
    }
  | {
      readonly kind: 'text'
      readonly block: TextBlock
      readonly x: number
      readonly y: number
      readonly ink: Ink
      /** Width of its outline, drawn instead of the letters themselves. */
      readonly outline?: number
    }
  | {
      readonly kind: 'picture'
      readonly picture: SrgbRgba8
      /** The part of the picture that is shown, in its pixels. */
      readonly part: PxBox
      /** Where it lies, in units of the drawing. */
      readonly box: PxBox
      readonly clip: string
      readonly opacity: number
    }

/** Things that are drawn over each other, moved together: from their own units to those of the drawing. */
export interface DrawnGroup {
  readonly matrix: Matrix3
  readonly drawn: readonly Drawn[]
}

/**
 * Sets text, and draws it and shapes. Shaping is real: kerning, ligatures, marks, scripts in both directions
 * (Unicode Standard Annex 9). The same on every host, pixel for pixel, and at every size: nothing is fitted to the
 * pixels' grid.
 */
export interface Typesetter {
  /**
   * Loads the shipped fonts of a family that a text needs, and those that are looked in for what it does not have.
   *
   * @throws UnreachableError of the host where one does not come.
   */
  load(family: string, text: string): Promise<void>
  /** The names of fonts in which to look for the letters of a text, first to last. */
  fontsFor(family: string, italic: boolean, text: string): readonly string[]
  /**
   * Takes in a font of the user's own under a name; again the same is nothing.
   *
   * @throws FontError when the bytes are no font.
   */
  addFont(name: string, bytes: Uint8Array): void
  /** How large text comes out. */
  set(block: TextBlock): SetText
  /**
   * @param area the part of a picture that is drawn, in its pixels, whole numbers.
   * @param scale pixels to a unit.
   * @returns straight alpha, clear where nothing was drawn.
   */
  draw(area: PxBox, scale: number, groups: readonly DrawnGroup[]): SrgbRgba8
}

/** Bytes that were given as a font are none. */
export class FontError extends Error {
  override readonly name = 'FontError'
  constructor() {
    super('It isn’t a font that can be read: WOFF2, TTF or OTF')
  }
}
