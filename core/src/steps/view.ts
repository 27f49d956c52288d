import type { ShotFacts } from '../facts'
import type { AnyFinding } from '../findings'
import type { PackedMatte } from '../matte'
import type { Memory } from '../memory'
import type { LinearRgba, PlaneF32, PxBox, Size, SrgbRgba8 } from '../raster'
import type { Source } from '../source'
import type { Pass } from './pass'
import type { Patience } from './patience'
import type { Behind } from './renditionPlan'

/** A part of a photograph as it lies, and the size at which it is drawn. */
export interface ViewedPart {
  readonly window: PxBox
  readonly size: Size
}

/** What is drawn in place of the photograph as the steps leave it. */
export interface DrawnOtherwise {
  readonly behind?: Behind
  readonly passes?: readonly Pass[]
}

/** A shot as a view looks at it: worked on up to the step that the view asks for. */
export interface ViewedShot {
  readonly source: Source
  readonly facts: ShotFacts
  readonly settings: Readonly<Record<string, unknown>>
  readonly own: Readonly<Record<string, unknown>>
  /** What mending found. */
  readonly findings: readonly AnyFinding[]
  /** Longer sides of the photograph at the scales of the renditions, in pixels; only for views that ask for them. */
  readonly scales: readonly { readonly placementId: string; readonly sidePx: number }[]
  /** Mattes that were kept of the shot. */
  readonly mattes: ReadonlyMap<string, PackedMatte>
  /** What is remembered from job to job. */
  readonly memory: Memory
  /**
   * A part of it in linear light.
   *
   * @param sidePx how clean: as for a rendition at whose scale the photograph's longer side is this long.
   */
  readonly draw: (part: ViewedPart, sidePx: number, otherwise?: DrawnOtherwise) => LinearRgba
  /** Share of product, 0…1, in a part of it; null where nothing is cut. */
  readonly alpha: (part: ViewedPart) => PlaneF32 | null
}

/** What a view asks for before it draws. */
export interface ViewReads {
  /** The last step whose work is seen. */
  readonly until: string
  /** Whether it goes by the scales of the renditions, and so by how they are framed. */
  readonly scales: boolean
  /** Longer sides of the photograph at which alpha is to be had beside its base level, in pixels. */
  readonly sides: readonly number[]
  /** Missing: it asks. */
  readonly patience?: Patience
}

/** What a view shows: a picture, what is known beside it, and what it wants to know of itself the next time. */
export interface Viewed<Facts = unknown> {
  /** Null where there is nothing visible. */
  readonly picture: SrgbRgba8 | null
  /** Plain data that can be sent from worker to page. */
  readonly facts: Facts
  /** Handed back to the next drawing of the same view. */
  readonly seen?: unknown
}

/**
 * A way to look at a shot: on the bench, or as a tile of the sheet. Its key is made of the settings and the own data
 * of all steps that it reads.
 */
export interface View<Options = unknown, Facts = unknown> {
  reads(options: Options, mattes: ReadonlyMap<string, PackedMatte>): ViewReads
  /** @param before what the last drawing of this view left in `seen`. */
  draw(shot: ViewedShot, options: Options, before: unknown): Viewed<Facts>
}

/** Gives a view its type. */
export const defineView = <Options, Facts>(view: View<Options, Facts>): View<Options, Facts> => view

export type ViewOptions<V> = V extends View<infer Options> ? Options : never
export type ViewFacts<V> = V extends View<never, infer Facts> ? Facts : never
