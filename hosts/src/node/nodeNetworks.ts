import { readFile } from 'node:fs/promises'
import { createRequire } from 'node:module'
import { lazyNetworks, openEdgeFinder, openEnlarger, openFinder } from '../networks'

/** The networks that ship with the core, read beside its package. */
export const createNodeNetworks = () =>
  lazyNetworks({
    finder: async () => openFinder(await readModel('finder')),
    edge: async () => openEdgeFinder(await readModel('edge')),
    enlarger2: async () => openEnlarger(await readModel('enlarger-2')),
    enlarger4: async () => openEnlarger(await readModel('enlarger-4')),
  })

const readModel = (name: string): Promise<Uint8Array> =>
  readFile(createRequire(import.meta.url).resolve(`@cloudbank/core/models/${name}.onnx`))
