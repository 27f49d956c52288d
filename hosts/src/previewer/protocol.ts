import type { Plan } from '@cloudbank/core/brief'
import type { Histogram } from '@cloudbank/core/measure'
import type { ViewName } from '@cloudbank/core/engine'
import type { Box01, Matrix3, Rgb, Size } from '@cloudbank/core/raster'
import type { AnyFinding } from '@cloudbank/core/findings'
import type { Handle, LightSettings, NeutralReading, Outline, Spot } from '@cloudbank/core/steps'
import type { ErrorData, JobAsset, KeyedMatte } from '../pool'

/** What is laid over a drawn picture. */
export interface Marks {
  readonly clipping: boolean
  /** Strength of the strain view; null shows the picture itself. */
  readonly strain: number | null
}

/** What the previewer can be asked for. Pictures and views go by names that the asker chooses. */
export type PreviewRequest =
  /** Decodes a photograph and keeps it, `sidePx` long and half of that, and if `whole` at its own size. */
  | {
      readonly kind: 'open'
      readonly picture: string
      readonly source: Blob
      readonly sidePx: number
      readonly whole: boolean
      /** What was worked out of it when it was open before, as `PictureWork` brought it. */
      readonly works: readonly Blob[]
      /** What the finder said of it when it was measured; null where it is to be asked. */
      readonly look: Blob | null
    }
  | { readonly kind: 'close'; readonly picture: string }
  /** Takes over a canvas to draw a view on. */
  | { readonly kind: 'adopt'; readonly view: string; readonly canvas: OffscreenCanvas }
  | { readonly kind: 'abandon'; readonly view: string }
  /** Draws a photograph after Light. */
  | {
      readonly kind: 'draw'
      readonly view: string
      readonly picture: string
      readonly settings: LightSettings
      /** What the settings name by hash. */
      readonly assets: readonly JobAsset[]
      /**
       * Longer side that is wanted, in pixels: the next larger size that is kept is drawn. Infinity is the
       * photograph's own, for a picture opened `whole`.
       */
      readonly sidePx: number
      readonly marks: Marks
    }
  /** Reads a spot of the photograph as it is, before Light. */
  | { readonly kind: 'read'; readonly picture: string; readonly spot: Spot }
  /** The colour that was last drawn at a place, as fractions of the sides. */
  | { readonly kind: 'pixel'; readonly view: string; readonly x: number; readonly y: number }
  /** One of a step's views of a photograph at its own size. */
  | {
      readonly kind: 'view'
      /** Only the newest drawing of a view is wanted; each may go by what the one before it showed. */
      readonly view: string
      readonly picture: string
      readonly name: ViewName
      readonly options: unknown
      readonly plan: Plan
      readonly assets: readonly JobAsset[]
      readonly mattes: readonly KeyedMatte[]
    }
  /** A path moved to the edges near it. */
  | { readonly kind: 'snap'; readonly picture: string; readonly outlines: readonly Outline[] }
  /** The picture as it leaves each step. */
  | {
      readonly kind: 'stages'
      /** Of the drawings of one view only the newest is waited for. */
      readonly view: string
      readonly picture: string
      readonly plan: Plan
      readonly assets: readonly JobAsset[]
      readonly mattes: readonly KeyedMatte[]
      readonly sidePx: number
      /** The last step that is drawn; all when it is missing. */
      readonly until?: string
      /** The one step that is drawn. */
      readonly only?: string
      /** Id of the placement as which it is framed. */
      readonly placementId?: string
    }

/** A view as it was drawn. */
export interface ViewRaster {
  /** Straight sRGB bytes; null where the view has no picture. */
  readonly picture: (Size & { readonly data: Uint8ClampedArray }) | null
  /** What the view says of it. */
  readonly facts: unknown
  /** Time that it took in the worker, in ms. */
  readonly tookMs: number
}

/** A small picture by itself, straight sRGB bytes. */
export interface StageRaster extends Size {
  readonly step: string
  readonly data: Uint8ClampedArray
  /** From fractions of the picture to fractions of the photograph. */
  readonly toPhotograph: Matrix3
  /** The product in it, as fractions of its sides; null where there is none. */
  readonly product: Box01 | null
  /** What can be taken hold of in it. */
  readonly handles: readonly Handle[]
  /** What was found while it was planned and drawn. */
  readonly findings: readonly AnyFinding[]
}

export interface PreviewAnswers {
  open: Size
  close: null
  adopt: null
  abandon: null
  draw: Size & {
    readonly histogram: Histogram
    /** Time that the drawing took in the worker, in ms. */
    readonly tookMs: number
  }
  read: NeutralReading
  pixel: { readonly srgb: Rgb; readonly lab: Rgb } | null
  stages: readonly StageRaster[]
  view: ViewRaster
  snap: readonly Outline[]
}

export type ToPreviewer = { readonly callId: number; readonly request: PreviewRequest }

/** Retouches that a drawing has worked out, of those that it has to. */
export interface Retouching {
  readonly done: number
  readonly total: number
}

/** What was worked out of a picture at one of its sizes, to be stored until it is opened again. */
export interface PictureWork {
  readonly picture: string
  readonly size: Size
  readonly work: Blob
}

export type FromPreviewer =
  | { readonly store: PictureWork }
  /** How far a long drawing is; null once it is drawn. */
  | { readonly retouching: Retouching | null }
  | {
      readonly callId: number
      readonly ok: true
      readonly answer: PreviewAnswers[PreviewRequest['kind']]
    }
  | { readonly callId: number; readonly ok: false; readonly error: ErrorData }
