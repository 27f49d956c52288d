import finderUrl from '@cloudbank/core/models/finder.onnx?url'
import type { NetworkOf } from '@cloudbank/core/networks'
import runtimeWasm from 'network-runtime.wasm?url'
import { lazyNetworks, openFinder } from '../networks'
import { fetchAsset } from './fetchAsset'

/** The networks of this worker, fetched when they are first needed. */
export const createBrowserNetworks = (): NetworkOf =>
  lazyNetworks({
    finder: async () => {
      const what = 'The network that finds products'
      // Both first, for the runtime never recovers from a start without its file.
      const [model, runtime] = await Promise.all([
        fetchAsset(finderUrl, what),
        fetchAsset(runtimeWasm, what),
      ])
      return openFinder(model, runtime)
    },
  })
