import { createNodePool } from '@cloudbank/hosts/node'
import { SCENE_STAGE, type WorkerPool } from '@cloudbank/hosts/pool'
import type { SceneWork } from './sceneService'

/** Makes scenes on a worker thread, which is started when a first one is asked for. */
export function scenesOnThreads(): SceneWork {
  let pool: WorkerPool | null = null
  return async (spec, size, signal, onProgress) => {
    pool ??= createNodePool(1)
    const { bytes } = await pool.run<'scene'>(
      { kind: 'scene', spec, size },
      { signal, onStage: (stage) => onProgress(Number(stage.replace(SCENE_STAGE, '')) / 100) },
    )
    return bytes
  }
}
