import edgeUrl from '@cloudbank/core/models/edge.onnx?url'
import enlarger2Url from '@cloudbank/core/models/enlarger-2.onnx?url'
import enlarger4Url from '@cloudbank/core/models/enlarger-4.onnx?url'
import finderUrl from '@cloudbank/core/models/finder.onnx?url'
import { NETWORK_FILES, type NetworkId, type NetworkOf } from '@cloudbank/core/networks'
import runtimeGlue from 'network-runtime.mjs?url'
import runtimeWasm from 'network-runtime.wasm?url'
import { lazyNetworks, openEdgeFinder, openEnlarger, openFinder, type Runtime } from '../networks'
import { fetchAsset, importAsset } from './fetchAsset'

const FINDER = 'The network that finds products'
const EDGE = 'The network that draws outlines'
const ENLARGER = 'The network that enlarges'

/** The networks of this worker, fetched when they are first needed. */
export const createBrowserNetworks = (): NetworkOf =>
  lazyNetworks({
    finder: async () => openFinder(...(await fetchNetwork('finder', finderUrl, FINDER))),
    edge: async () => openEdgeFinder(...(await fetchNetwork('edge', edgeUrl, EDGE))),
    enlarger2: async () =>
      openEnlarger(...(await fetchNetwork('enlarger2', enlarger2Url, ENLARGER))),
    enlarger4: async () =>
      openEnlarger(...(await fetchNetwork('enlarger4', enlarger4Url, ENLARGER))),
  })

/** All of it first, for the runtime never recovers from a start without its files. */
async function fetchNetwork(
  id: NetworkId,
  url: string,
  what: string,
): Promise<[Uint8Array, Runtime]> {
  const [model, wasm, { address: glueUrl }] = await Promise.all([
    fetchAsset(url, what, NETWORK_FILES[id].sha256),
    fetchAsset(runtimeWasm, what),
    importAsset(runtimeGlue, what),
  ])
  return [model, { wasm, glueUrl }]
}
