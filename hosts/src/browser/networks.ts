import edgeUrl from '@cloudbank/core/models/edge.onnx?url'
import enlarger2Url from '@cloudbank/core/models/enlarger-2.onnx?url'
import enlarger4Url from '@cloudbank/core/models/enlarger-4.onnx?url'
import finderUrl from '@cloudbank/core/models/finder.onnx?url'
import { NETWORK_FILES, type NetworkId, type NetworkOf } from '@cloudbank/core/networks'
import runtimeGlue from 'network-runtime.mjs?url'
import runtimeWasm from 'network-runtime.wasm?url'
import type { OnFetching } from '../pool'
import { lazyNetworks, openEdgeFinder, openEnlarger, openFinder, type Runtime } from '../networks'
import { fetchAsset, importAsset } from './fetchAsset'

const FINDER = 'The network that finds products'
const EDGE = 'The network that draws outlines'
const ENLARGER = 'The network that enlarges'

/** The networks of this worker, fetched when they are first needed. */
export function createBrowserNetworks(onFetching: OnFetching): NetworkOf {
  const fetched = (id: NetworkId, url: string, what: string) =>
    fetchNetwork(id, url, what, onFetching)
  return lazyNetworks({
    finder: async () => openFinder(...(await fetched('finder', finderUrl, FINDER))),
    edge: async () => openEdgeFinder(...(await fetched('edge', edgeUrl, EDGE))),
    enlarger2: async () => openEnlarger(...(await fetched('enlarger2', enlarger2Url, ENLARGER))),
    enlarger4: async () => openEnlarger(...(await fetched('enlarger4', enlarger4Url, ENLARGER))),
  })
}

/**
 * All of it first, for the runtime never recovers from a start without its files: it finds its wasm in the browser's
 * cache, where what was compiled of it lies too.
 */
async function fetchNetwork(
  id: NetworkId,
  url: string,
  what: string,
  onFetching: OnFetching,
): Promise<[Uint8Array, Runtime]> {
  const onProgress = (done01: number): void => onFetching({ what, done01 })
  try {
    const [model, , { address: glueUrl }] = await Promise.all([
      fetchAsset(url, what, { sha256: NETWORK_FILES[id].sha256, onProgress }),
      fetchAsset(runtimeWasm, what),
      importAsset(runtimeGlue, what),
    ])
    return [model, { wasmUrl: runtimeWasm, glueUrl }]
  } finally {
    onFetching(null)
  }
}
