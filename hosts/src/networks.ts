import * as ort from 'onnxruntime-web/wasm'
import {
  FINDER_SIDE_PX,
  type EdgeFinder,
  type Enlarger,
  type Finder,
  type NetworkId,
  type NetworkOf,
  type Networks,
} from '@cloudbank/core/networks'
import { openOnce } from './openOnce'

/** Opens one network; each host says where its files lie. */
export type OpenNetwork = { readonly [Id in NetworkId]: () => Promise<Networks[Id]> }

/**
 * Networks that are opened when they are first needed and kept. One that could not be opened is not
 * remembered as such: the next need tries again.
 */
export function lazyNetworks(open: OpenNetwork): NetworkOf {
  const once = {
    finder: openOnce(open.finder),
    edge: openOnce(open.edge),
    enlarger2: openOnce(open.enlarger2),
    enlarger4: openOnce(open.enlarger4),
  } satisfies OpenNetwork
  return <Id extends NetworkId>(id: Id): Promise<Networks[Id]> => {
    const opening: OpenNetwork[Id] = once[id]
    return opening()
  }
}

/**
 * The addresses of the runtime's wasm and of the module that starts it; without them, they are read beside the
 * runtime's package. A browser keeps what it compiled of a wasm that it was given by address.
 */
export interface Runtime {
  readonly wasmUrl: string
  readonly glueUrl: string
}

/** The finder on one wasm thread; the pool already uses every core. */
export async function openFinder(model: Uint8Array, runtime?: Runtime): Promise<Finder> {
  const session = await openSession(model, runtime)
  const square = (planes: Float32Array) => planesTensor(planes, FINDER_SIDE_PX, FINDER_SIDE_PX)
  return async ({ image, hint }) => {
    const { prob, iou } = await session.run({ image: square(image), hint: square(hint) })
    const [expected = 0] = (iou as ort.TypedTensor<'float32'>).data // the model's two outputs
    return { probability: (prob as ort.TypedTensor<'float32'>).data, iou: expected }
  }
}

/** The network that draws outlines, on one wasm thread. */
export async function openEdgeFinder(model: Uint8Array, runtime?: Runtime): Promise<EdgeFinder> {
  const session = await openSession(model, runtime)
  return async ({ pieces, width, height, image, coarse }) => {
    const { alpha } = await session.run({
      rgb: new ort.Tensor('float32', image, [pieces, 3, height, width]),
      coarse: new ort.Tensor('float32', coarse, [pieces, 1, height, width]),
    })
    return (alpha as ort.TypedTensor<'float32'>).data // the model's only output
  }
}

/** An enlarger on one wasm thread. */
export async function openEnlarger(model: Uint8Array, runtime?: Runtime): Promise<Enlarger> {
  const session = await openSession(model, runtime)
  return async (planes, { width, height }) => {
    const { enlarged } = await session.run({ image: planesTensor(planes, width, height) })
    return (enlarged as ort.TypedTensor<'float32'>).data // the model's only output
  }
}

function openSession(model: Uint8Array, runtime?: Runtime): Promise<ort.InferenceSession> {
  ort.env.wasm.numThreads = 1
  if (runtime) ort.env.wasm.wasmPaths = { wasm: runtime.wasmUrl, mjs: runtime.glueUrl }
  return ort.InferenceSession.create(model, { executionProviders: ['wasm'] })
}

const planesTensor = (planes: Float32Array, width: number, height: number) =>
  new ort.Tensor('float32', planes, [1, 3, height, width])
