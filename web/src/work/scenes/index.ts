import type { SceneOrder } from '@cloudbank/core/scene'
import { UnreachableError } from '@cloudbank/hosts/pool'
import { systemClock } from '@cloudbank/hosts/runs'
import { sharedPool } from '../pool'
import { keepSceneOf, type KeptScene } from './keepScene'
import { SceneRefusedError, type MadeScene, type SceneMaker } from './sceneMaker'
import { serviceMaker } from './serviceMaker'
import { workerMaker } from './workerMaker'

/** Asks one maker, and another where the first does not answer. */
export const withFallback =
  (first: SceneMaker, second: () => SceneMaker): SceneMaker =>
  (order, signal, onProgress) =>
    first(order, signal, onProgress).catch((error: unknown) => {
      if (error instanceof UnreachableError) return second()(order, signal, onProgress)
      throw error
    })

/** Scenes for this page: from its server's service, or from its own workers while that is away. */
export const makeScene: SceneMaker = (order, signal, onProgress) =>
  withFallback(
    serviceMaker('/api/scenes', systemClock, (...asked) => fetch(...asked)),
    () => workerMaker(sharedPool()),
  )(order, signal, onProgress)

/** Makes a scene that was chosen at its full size, and keeps it. */
export const keepScene = (order: SceneOrder): Promise<KeptScene> => keepSceneOf(makeScene, order)

export { matteInFrame } from './matteInFrame'
export { sizeOf, type KeptScene } from './keepScene'
export { SceneRefusedError, type MadeScene, type SceneMaker }
