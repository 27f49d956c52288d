import type { z } from 'zod'
import type { Finding } from '../findings'
import type { Size, SrgbRgba8, Window } from '../raster'
import type { Finder } from './cut/finder'
import type { Matte } from './cut/matte'
import type { FrameWindow } from './frame/planFrame'
import type { GroundSettings } from './ground/settings'
import type { CubeLut } from './light/cube'
import type { Flatten } from './light/flatten'
import { NO_GRADE, type Grade } from './light/grade'

/**
 * What the steps have decided about one shot so far. It is data: pixels are made from it once, at
 * the size that is wanted, by `renderComposition`.
 */
export interface Composition {
  /** The upright photograph; never written to. */
  readonly original: SrgbRgba8
  /** Light: what becomes of each colour. */
  readonly grade: Grade
  /** Light: what makes the backdrop even; null when nothing does. */
  readonly flatten: Flatten | null
  /** Cut: what is product; null before it, or when it is off. */
  readonly matte: Matte | null
  /** Ground: what the product stands on. */
  readonly ground: GroundSettings
  /** Frame: what becomes the picture; null before it, which is the whole photograph. */
  readonly frame: { readonly window: FrameWindow; readonly enlarge: boolean } | null
  readonly findings: readonly Finding[]
}

/** The composition before any step: the photograph as it is. */
export function untouched(original: SrgbRgba8): Composition {
  return {
    original,
    grade: NO_GRADE,
    flatten: null,
    matte: null,
    ground: { kind: 'original' },
    frame: null,
    findings: [],
  }
}

/** What a step may ask of its surroundings. */
export interface StepContext {
  /** The network that finds products; loaded on first use. */
  readonly finder: () => Promise<Finder>
  /** A matte of this photograph made earlier with the same settings. */
  readonly knownMatte: Matte | null
  /** The colour table that Light's look names; null when it names none, or it is not to be had. */
  readonly cube: CubeLut | null
  /** Longer side of the photograph, in pixels, that the largest rendition of a product box needs. */
  readonly neededSidePx: (box01: Window, photograph: Size) => number
  /** Called between stages with the name of the one that ended; throws `CancelledError` to stop. */
  readonly checkpoint: (stage: string) => void
}

export type StepId = 'light' | 'cut' | 'ground' | 'frame' | 'finish'

/** One step of a brief. Everything about it lives in its folder. */
export interface Step<Id extends StepId, Schema extends z.ZodType> {
  readonly id: Id
  /** Its name in the interface. */
  readonly title: string
  /** Settings with their ranges and defaults. */
  readonly settings: Schema
  /** The settings in a few words. */
  readonly describe: (settings: z.infer<Schema>) => string
  /** Adds this step's decisions to a composition. */
  readonly apply: (
    composition: Composition,
    settings: z.infer<Schema>,
    context: StepContext,
  ) => Promise<Composition>
}

/** Gives a step its type. */
export function defineStep<Id extends StepId, Schema extends z.ZodType>(
  step: Step<Id, Schema>,
): Step<Id, Schema> {
  return step
}
