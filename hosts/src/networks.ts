import * as ort from 'onnxruntime-web/wasm'
import type { Finder, NetworkId, NetworkOf, Networks } from '@cloudbank/core/networks'

/** Opens one network; each host says where its files lie. */
export type OpenNetwork = { readonly [Id in NetworkId]: () => Promise<Networks[Id]> }

/**
 * Networks that are opened when they are first needed and kept. One that could not be opened is not
 * remembered as such: the next need tries again.
 */
export function lazyNetworks(open: OpenNetwork): NetworkOf {
  const opened = new Map<NetworkId, Promise<Networks[NetworkId]>>()
  return (id) => {
    const known = opened.get(id) ?? open[id]()
    opened.set(id, known)
    known.catch(() => opened.delete(id))
    return known
  }
}

/**
 * The finder on one wasm thread; the pool already uses every core.
 *
 * @param runtime the runtime's wasm and the address of the module that starts it; without them, they are
 *   read beside the runtime's package.
 */
export async function openFinder(
  model: Uint8Array,
  runtime?: { readonly wasm: Uint8Array<ArrayBuffer>; readonly glueUrl: string },
): Promise<Finder> {
  ort.env.wasm.numThreads = 1
  if (runtime) {
    ort.env.wasm.wasmBinary = runtime.wasm
    ort.env.wasm.wasmPaths = { mjs: runtime.glueUrl }
  }
  const session = await ort.InferenceSession.create(model, { executionProviders: ['wasm'] })
  return async (planes) => {
    const side = Math.sqrt(planes.length / 3)
    const shape = [1, 3, side, side]
    const { prob } = await session.run({ image: new ort.Tensor('float32', planes, shape) })
    return (prob as ort.TypedTensor<'float32'>).data // the model's only output
  }
}
