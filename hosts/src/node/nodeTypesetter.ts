import { readFile } from 'node:fs/promises'
import { createRequire } from 'node:module'
import type { Typesetter } from '@cloudbank/core/typeset'
import { openOnce } from '../openOnce'
import { createCanvasTypesetter } from '../typeset'

const { resolve } = createRequire(import.meta.url)

/** The typesetter, opened when it is first needed, with the fonts of the packages that they ship in. */
export const createNodeTypesetter = (): (() => Promise<Typesetter>) =>
  openOnce(async () => {
    const { default: start } = await import('canvaskit-wasm/full')
    const wasm = resolve('canvaskit-wasm/bin/full/canvaskit.wasm')
    const kit = await start({ locateFile: () => wasm })
    return createCanvasTypesetter(kit, async ({ file }) =>
      Uint8Array.from(await readFile(resolve(file))),
    )
  })
