import type { Codec } from '../codec'
import type { PackedMatte } from '../matte'
import type { Memory, Scratch } from '../memory'
import type { NetworkOf } from '../networks'
import type { Typesetter } from '../typeset'
import { CancelledError, type StopSignal } from './cancelled'

/** What the engine is given to work with. */
export interface EngineContext {
  readonly codec: Codec
  readonly network: NetworkOf
  /** Sets and draws the text of marks; opened when it is first needed. */
  readonly typesetter: () => Promise<Typesetter>
  /** The bytes of a table or picture by its hash, the same array every time; null where it is not to be had. */
  readonly asset: (hash: string) => Promise<Uint8Array | null>
  /** Mattes that were kept of this shot, by key. */
  readonly mattes: ReadonlyMap<string, PackedMatte>
  /** What a worker remembers from job to job. */
  readonly memory: Memory
  /** Memory that is drawn over from job to job. */
  readonly scratch: Scratch
  /** What the photograph's file says of its density, in pixels an inch. */
  readonly dpi?: number | null
  readonly signal: StopSignal
  /** Told the name of each stage as it ends. */
  readonly onStage?: (stage: string) => void
  /** Told how many retouches have been worked out, of how many that had to be. */
  readonly onRetouch?: (done: number, total: number) => void
}

/** Tells that a stage has ended, and ends the work once the signal is aborted. */
export const checkpointOf =
  ({ signal, onStage }: Pick<EngineContext, 'signal' | 'onStage'>) =>
  (stage: string): void => {
    onStage?.(stage)
    if (signal.aborted) throw new CancelledError()
  }
