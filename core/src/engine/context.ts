import { AssetMissingError } from '../assets'
import type { Plan } from '../brief'
import type { Codec } from '../codec'
import type { PackedMatte } from '../matte'
import type { NetworkOf } from '../networks'
import { CancelledError, type StopSignal } from './cancelled'

/** What the engine is given to work with. */
export interface EngineContext {
  readonly codec: Codec
  readonly network: NetworkOf
  /** The bytes of a table or picture by its hash; null where it is not to be had. */
  readonly asset: (hash: string) => Promise<Uint8Array | null>
  /** Mattes that were kept of this shot, by key. */
  readonly mattes: ReadonlyMap<string, PackedMatte>
  readonly signal: StopSignal
  /** Told the name of each stage as it ends. */
  readonly onStage?: (stage: string) => void
}

/** Tells that a stage has ended, and ends the work once the signal is aborted. */
export const checkpointOf =
  ({ signal, onStage }: Pick<EngineContext, 'signal' | 'onStage'>) =>
  (stage: string): void => {
    onStage?.(stage)
    if (signal.aborted) throw new CancelledError()
  }

/** The assets of a plan; one that is missing is an error with words, not a picture without its look. */
export const assetOf =
  ({ assets }: Pick<Plan, 'assets'>, { asset }: Pick<EngineContext, 'asset'>) =>
  async (hash: string): Promise<Uint8Array> => {
    const bytes = await asset(hash)
    if (bytes) return bytes
    const role = Object.entries(assets).find(([, value]) => value === hash)?.[0] ?? hash
    throw new AssetMissingError(role, hash)
  }
