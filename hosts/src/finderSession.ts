import * as ort from 'onnxruntime-web/wasm'
import { FINDER_SIDE_PX, type Finder } from '@cloudbank/core/steps'

/**
 * Runs the finder network on one wasm thread; the pool already uses every core.
 *
 * @param runtimeUrls where the runtime's two files lie; without them, beside the runtime's package.
 */
export async function openFinder(
  model: Uint8Array,
  runtimeUrls?: { readonly wasm: string; readonly mjs: string },
): Promise<Finder> {
  ort.env.wasm.numThreads = 1
  if (runtimeUrls) ort.env.wasm.wasmPaths = runtimeUrls
  const session = await ort.InferenceSession.create(model, { executionProviders: ['wasm'] })
  const shape = [1, 3, FINDER_SIDE_PX, FINDER_SIDE_PX]
  return async (planes) => {
    const { prob } = await session.run({ image: new ort.Tensor('float32', planes, shape) })
    return (prob as ort.TypedTensor<'float32'>).data // the model's only output
  }
}
