import type { SceneLight, SceneOrder } from '@cloudbank/core/scene'

/** A scene that was made. */
export interface MadeScene {
  /** PNG. */
  readonly picture: Blob
  readonly light: SceneLight
  /** Words of the description that mean nothing to whoever made it. */
  readonly unknown: readonly string[]
  /** Who made it. */
  readonly by: 'service' | 'this browser'
  /** What it cost, in the service's credits; 0 here. */
  readonly cost: number
}

/**
 * Makes scenes to stand products in.
 *
 * @throws CancelledError once the signal is aborted; SceneRefusedError with the reason; UnreachableError while nobody
 *   answers.
 */
export type SceneMaker = (
  order: SceneOrder,
  signal: AbortSignal,
  onProgress?: (done01: number) => void,
) => Promise<MadeScene>

/** An order was not taken, or could not be filled. */
export class SceneRefusedError extends Error {
  override readonly name = 'SceneRefusedError'
}
