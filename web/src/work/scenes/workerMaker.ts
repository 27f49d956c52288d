import { readScene } from '@cloudbank/core/scene'
import { SCENE_STAGE, type Jobs } from '@cloudbank/hosts/pool'
import type { SceneMaker } from './sceneMaker'

/** The same scenes from this browser's own workers, for when the service is away. */
export const workerMaker =
  (pool: Jobs): SceneMaker =>
  async ({ description, width, height, ...set }, signal, onProgress) => {
    const { spec, unknown } = readScene(description, set)
    const { bytes } = await pool.run<'scene'>(
      { kind: 'scene', spec, size: { width, height } },
      {
        signal,
        onStage: (stage) => onProgress?.(Number(stage.replace(SCENE_STAGE, '')) / 100),
      },
    )
    const { lightDeg, warmth, horizon01 } = spec
    return {
      picture: new Blob([bytes as Uint8Array<ArrayBuffer>], { type: 'image/png' }), // never shared
      light: { lightDeg, warmth, horizon01 },
      unknown,
      by: 'this browser',
      cost: 0,
    }
  }
