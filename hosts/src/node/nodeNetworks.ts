import { createHash } from 'node:crypto'
import { readFile } from 'node:fs/promises'
import { createRequire } from 'node:module'
import { NETWORK_FILES, type NetworkFile, type NetworkId } from '@cloudbank/core/networks'
import { lazyNetworks, openEdgeFinder, openEnlarger, openFinder } from '../networks'

/** The networks that ship with the core, read beside its package. */
export const createNodeNetworks = () =>
  lazyNetworks({
    finder: async () => openFinder(await readModel('finder')),
    edge: async () => openEdgeFinder(await readModel('edge')),
    enlarger2: async () => openEnlarger(await readModel('enlarger2')),
    enlarger4: async () => openEnlarger(await readModel('enlarger4')),
  })

const readModel = (id: NetworkId): Promise<Uint8Array> => readNetworkFile(NETWORK_FILES[id])

/** @throws Error where the file is not the one that it should be, and names it. */
export async function readNetworkFile({ name, sha256 }: NetworkFile): Promise<Uint8Array> {
  const path = createRequire(import.meta.url).resolve(`@cloudbank/core/models/${name}`)
  const bytes = await readFile(path)
  if (createHash('sha256').update(bytes).digest('base64') !== sha256)
    throw new Error(`${path} is damaged, or of another version`)
  return bytes
}
