import finderUrl from '@cloudbank/core/models/finder.onnx?url'
import type { NetworkOf } from '@cloudbank/core/networks'
import runtimeGlue from 'network-runtime.mjs?url'
import runtimeWasm from 'network-runtime.wasm?url'
import { lazyNetworks, openFinder } from '../networks'
import { fetchAsset, importAsset } from './fetchAsset'

/** The networks of this worker, fetched when they are first needed. */
export const createBrowserNetworks = (): NetworkOf =>
  lazyNetworks({
    finder: async () => {
      const what = 'The network that finds products'
      // All of them first, for the runtime never recovers from a start without its files.
      const [model, wasm, { address: glueUrl }] = await Promise.all([
        fetchAsset(finderUrl, what),
        fetchAsset(runtimeWasm, what),
        importAsset(runtimeGlue, what),
      ])
      return openFinder(model, { wasm, glueUrl })
    },
  })
