import { readFile } from 'node:fs/promises'
import * as ort from 'onnxruntime-web/wasm'
import { FINDER_SIDE_PX, type Finder } from '@cloudbank/core/steps'

/** Loads the network from its file and runs it on one wasm thread. */
export async function loadFinder(modelPath: string): Promise<Finder> {
  ort.env.wasm.numThreads = 1
  const session = await ort.InferenceSession.create(await readFile(modelPath), {
    executionProviders: ['wasm'],
  })
  const shape = [1, 3, FINDER_SIDE_PX, FINDER_SIDE_PX]
  return async (planes) => {
    const { prob } = await session.run({ image: new ort.Tensor('float32', planes, shape) })
    return (prob as ort.TypedTensor<'float32'>).data
  }
}
