import type { Plan } from '@cloudbank/core/brief'
import type { CaptureFacts, FileFacts, FileProblem } from '@cloudbank/core/codec'
import type { PackedMatte, RenditionFile } from '@cloudbank/core/engine'
import type { Finding } from '@cloudbank/core/findings'
import type { Measures } from '@cloudbank/core/measure'
import type { CubeLut, NeutralProposal } from '@cloudbank/core/steps'

/** A photograph's bytes; a Blob is read in the worker, so that the sender never holds them. */
export type Source = Blob | Uint8Array

/** What a worker can be asked to do. */
export type Job =
  | {
      readonly kind: 'inspect'
      readonly source: Source
      /** Longer side of the preview, in pixels. */
      readonly previewSidePx: number
    }
  | { readonly kind: 'measure'; readonly source: Source }
  /** What a render would cut, to be given to it as `knownMatte`. */
  | { readonly kind: 'cut'; readonly source: Source; readonly plan: Plan }
  | {
      readonly kind: 'render'
      readonly source: Source
      readonly plan: Plan
      /** Ids of the placements to make; all when it is missing. */
      readonly only?: readonly string[]
      readonly knownMatte: PackedMatte | null
      /** The colour table that the plan's look names. */
      readonly cube?: CubeLut | null
    }

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
  }
  cut: { readonly matte: PackedMatte | null }
  render: {
    readonly renditions: readonly RenditionFile[]
    readonly matte: PackedMatte | null
    readonly findings: readonly Finding[]
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
  | { readonly kind: 'unexpected'; readonly message: string }

export type FromWorker =
  | { readonly kind: 'stage'; readonly jobId: number; readonly stage: string }
  | { readonly kind: 'done'; readonly jobId: number; readonly result: JobResults[Job['kind']] }
  | { readonly kind: 'failed'; readonly jobId: number; readonly error: ErrorData }
