import { readFile } from 'node:fs/promises'
import { createRequire } from 'node:module'
import { lazyNetworks, openFinder } from '../networks'

/** The networks that ship with the core, read beside its package. */
export const createNodeNetworks = () =>
  lazyNetworks({
    finder: async () => {
      const model = createRequire(import.meta.url).resolve('@cloudbank/core/models/finder.onnx')
      return openFinder(await readFile(model))
    },
  })
