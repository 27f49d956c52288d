import type { Plan } from '@cloudbank/core/brief'
import type { CaptureFacts, FileFacts, FileProblem } from '@cloudbank/core/codec'
import type { CutOutFormat } from '@cloudbank/core/cutOut'
import type { RenditionFile, ViewName } from '@cloudbank/core/engine'
import type { AnyFinding } from '@cloudbank/core/findings'
import type { PackedMatte } from '@cloudbank/core/matte'
import type { Measures } from '@cloudbank/core/measure'
import type { FinishedFile } from '@cloudbank/core/outlets'
import type { Size } from '@cloudbank/core/raster'
import type { SceneSpec } from '@cloudbank/core/scene'
import type { NeutralProposal } from '@cloudbank/core/steps'
import type { PictureFacts, PictureUse, RewrittenFile, WeighOptions } from '@cloudbank/core/weigh'

/** A file's bytes; a Blob is read in the worker, so that the sender never holds them. */
export type FileSource = Blob | Uint8Array

/** A matte under its key. */
export interface KeyedMatte {
  readonly key: string
  readonly matte: PackedMatte
}

/** A table or picture that a plan names by hash. */
export interface JobAsset {
  readonly hash: string
  readonly source: FileSource
}

/** What a shot is made of. */
interface ShotJob {
  readonly source: FileSource
  readonly plan: Plan
  /** Mattes that were kept of the shot. */
  readonly mattes: readonly KeyedMatte[]
  readonly assets: readonly JobAsset[]
  /** What the finder said of it when it was measured, as that gave it; null where it is to be asked. */
  readonly look: Blob | null
}

/** What a worker can be asked to do. */
export type Job =
  | {
      readonly kind: 'inspect'
      readonly source: FileSource
      /** Longer side of the preview, in pixels. */
      readonly previewSidePx: number
    }
  | { readonly kind: 'measure'; readonly source: FileSource }
  /** A made scene, as PNG. */
  | { readonly kind: 'scene'; readonly spec: SceneSpec; readonly size: Size }
  /** A picture of a page: what it is, and what it weighs rewritten. */
  | {
      readonly kind: 'weigh'
      readonly source: FileSource
      /** How it is shown; null where nothing is known of that. */
      readonly use: Pick<PictureUse, 'shownWidthPx' | 'shownHeightPx'> | null
      readonly options: WeighOptions
    }
  /** What is decided about a shot, for the mattes that its renditions will need. */
  | ({ readonly kind: 'decide' } & ShotJob)
  /** One of a step's views, as a small picture. */
  | ({ readonly kind: 'view'; readonly name: ViewName; readonly options: unknown } & ShotJob)
  /** The cut-out as a file of its own. */
  | ({ readonly kind: 'cut-out'; readonly format: CutOutFormat } & ShotJob)
  | ({
      readonly kind: 'render'
      /** Ids of the placements to make; all when it is missing. */
      readonly only?: readonly string[]
    } & ShotJob)

/** Before the per cent of a scene that is made, in the names of its stages. */
export const SCENE_STAGE = 'scene '

/** What comes of each kind of job. */
export interface JobResults {
  inspect: {
    readonly facts: FileFacts
    /** SHA-256 of the bytes, in hex. */
    readonly hash: string
    readonly preview: {
      readonly bytes: Uint8Array
      readonly width: number
      readonly height: number
    }
  }
  measure: {
    readonly capture: CaptureFacts
    readonly measures: Measures
    /** A spot on a grey card, where there is one. */
    readonly card: NeutralProposal | null
    /** What the finder said, for later jobs. */
    readonly look: Blob
  }
  scene: { readonly bytes: Uint8Array }
  weigh: {
    readonly facts: PictureFacts
    readonly made: readonly (RewrittenFile & {
      /** SHA-256 of the bytes, in hex. */
      readonly hash: string
    })[]
  }
  /** Mattes that were made anew; those that were given are not among them. */
  decide: { readonly mattes: readonly KeyedMatte[] }
  view: {
    /** The picture as WebP; null where the view has none. */
    readonly bytes: Uint8Array | null
    /** What the view says of it. */
    readonly facts: unknown
    readonly mattes: readonly KeyedMatte[]
  }
  'cut-out': { readonly bytes: Uint8Array }
  render: {
    readonly renditions: readonly (RenditionFile & {
      /** SHA-256 of the bytes, in hex. */
      readonly hash: string
      /** What the file is, read from its bytes again. */
      readonly finished: FinishedFile
    })[]
    readonly mattes: readonly KeyedMatte[]
    readonly findings: readonly AnyFinding[]
  }
}

export type ToWorker = {
  readonly kind: 'run'
  readonly jobId: number
  readonly job: Job
  /** One number, shared: not 0 asks the job to stop. Null where memory cannot be shared. */
  readonly stop: SharedArrayBuffer | null
}

/** An error as plain data. */
export type ErrorData =
  | { readonly kind: 'file'; readonly problem: FileProblem }
  | { readonly kind: 'stopped' }
  | { readonly kind: 'asset-missing'; readonly role: string; readonly hash: string }
  | { readonly kind: 'unreachable'; readonly what: string }
  | { readonly kind: 'unexpected'; readonly message: string }

export type FromWorker =
  /** The worker has started and listens. */
  | { readonly kind: 'ready' }
  /** What it fetches before it can go on with a job, and how far that is, 0…1; null once it is here. */
  | {
      readonly kind: 'fetching'
      readonly fetching: { readonly what: string; readonly done01: number } | null
    }
  | { readonly kind: 'stage'; readonly jobId: number; readonly stage: string }
  | { readonly kind: 'done'; readonly jobId: number; readonly result: JobResults[Job['kind']] }
  | { readonly kind: 'failed'; readonly jobId: number; readonly error: ErrorData }
