import { readFile } from 'node:fs/promises'
import { createRequire } from 'node:module'
import type { Codec } from '@cloudbank/core/codec'
import { createWasmEncoders, WASM_FILES } from '../encoders'
import { nodeCodec } from './nodeCodec'

const { resolve } = createRequire(import.meta.url)

const encoderOf = createWasmEncoders(async (format) =>
  Uint8Array.from(await readFile(resolve(WASM_FILES[format]))),
)

/** sharp's decoders with the encoders that the browser uses: the same pixels become the same bytes as there. */
export const portableCodec: Codec = {
  ...nodeCodec,
  encode: async (picture, format, qualityPct, chroma) =>
    (await encoderOf(format))(picture, qualityPct, chroma),
}
