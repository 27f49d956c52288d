import finderUrl from '@cloudbank/core/models/finder.onnx?url'
import type { Finder } from '@cloudbank/core/steps'
import runtimeLoader from 'finder-runtime.mjs?url'
import runtimeWasm from 'finder-runtime.wasm?url'
import { openFinder } from '../finderSession'

/** Fetches the network and opens it in this worker. */
export async function loadFinder(): Promise<Finder> {
  const response = await fetch(finderUrl)
  return openFinder(new Uint8Array(await response.arrayBuffer()), {
    wasm: runtimeWasm,
    mjs: runtimeLoader,
  })
}
