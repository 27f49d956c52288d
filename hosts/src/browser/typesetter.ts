import wasmUrl from 'canvaskit-wasm/bin/full/canvaskit.wasm?url'
import type { Typesetter } from '@cloudbank/core/typeset'
import { openOnce } from '../openOnce'
import { createCanvasTypesetter } from '../typeset'
import { fetchAsset } from './fetchAsset'

/** The addresses of the shipped fonts, by where they are in their packages. */
const FONTS = import.meta.glob<string>(
  [
    '/../node_modules/@fontsource-variable/{hanken-grotesk,bricolage-grotesque,spline-sans-mono}/files/*-{latin,latin-ext,vietnamese}-wght-*.woff2',
    '/../node_modules/@fontsource-variable/noto-sans/files/*-{latin,latin-ext,vietnamese,greek,cyrillic}-wght-*.woff2',
    '/../node_modules/@fontsource-variable/noto-sans-{hebrew,arabic}/files/*-{hebrew,arabic}-wght-*.woff2',
  ],
  { query: '?url', import: 'default', eager: true },
)

const addressOf = (file: string): string => {
  const found = Object.entries(FONTS).find(([path]) => path.endsWith(file))
  if (!found) throw new Error(`${file} is not shipped`)
  return found[1]
}

/** The typesetter of this worker, fetched when it is first needed, and each font when a text needs it. */
export const createBrowserTypesetter = (): (() => Promise<Typesetter>) =>
  openOnce(async () => {
    const [{ default: start }] = await Promise.all([
      import('canvaskit-wasm/full'),
      // First of all, so that it is known when it does not come; the library finds it in the browser's cache.
      fetchAsset(wasmUrl, 'The drawing library for marks'),
    ])
    const kit = await start({ locateFile: () => wasmUrl })
    return createCanvasTypesetter(kit, ({ file }) => fetchAsset(addressOf(file), 'A font'))
  })
