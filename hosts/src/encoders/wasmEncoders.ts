import createAvif from '@jsquash/avif/codec/enc/avif_enc.js'
import { defaultOptions as avifOptions } from '@jsquash/avif/meta.js'
import createJpeg from '@jsquash/jpeg/codec/enc/mozjpeg_enc.js'
import { defaultOptions as jpegOptions } from '@jsquash/jpeg/meta.js'
import initPng, { encode as encodePng } from '@jsquash/png/codec/pkg/squoosh_png.js'
import createWebp from '@jsquash/webp/codec/enc/webp_enc_simd.js'
import { defaultOptions as webpOptions } from '@jsquash/webp/meta.js'
import type { Chroma, HostFormat } from '@cloudbank/core/codec'
import type { SrgbRgba8 } from '@cloudbank/core/raster'

export type Encode = (picture: SrgbRgba8, qualityPct: number, chroma?: Chroma) => Uint8Array

/** The wasm files of the encoders, as their packages publish them. */
export const WASM_FILES: Readonly<Record<HostFormat, string>> = {
  jpeg: '@jsquash/jpeg/codec/enc/mozjpeg_enc.wasm',
  webp: '@jsquash/webp/codec/enc/webp_enc_simd.wasm',
  avif: '@jsquash/avif/codec/enc/avif_enc.wasm',
  png: '@jsquash/png/codec/pkg/squoosh_png_bg.wasm',
}

/**
 * The wasm encoders, the same on every host: the same pixels become the same bytes. Each is loaded when it is first
 * needed; one that did not come is not remembered.
 *
 * @param load gives the wasm of a format's encoder; whatever it throws is passed on.
 */
export function createWasmEncoders(
  load: (format: HostFormat) => Promise<Uint8Array<ArrayBuffer>>,
): (format: HostFormat) => Promise<Encode> {
  const opened = new Map<HostFormat, Promise<Encode>>()
  return (format) => {
    const encoder = opened.get(format) ?? load(format).then(openers[format])
    opened.set(format, encoder)
    encoder.catch(() => opened.delete(format))
    return encoder
  }
}

/** An encoder's module, as its declarations would have it: they name a type that they do not bring. */
type Start = (options: {
  readonly noInitialRun: boolean
  readonly wasmBinary: ArrayBuffer
}) => Promise<{
  encode(bytes: Uint8Array, width: number, height: number, options: object): Uint8Array | null
}>
const startJpeg = createJpeg as unknown as Start
const startWebp = createWebp as unknown as Start
const startAvif = createAvif as unknown as Start

const openers: Readonly<Record<HostFormat, (wasm: Uint8Array<ArrayBuffer>) => Promise<Encode>>> = {
  jpeg: async (wasm) => {
    const module = await startJpeg(options(wasm))
    return ({ data, width, height }, quality, chroma) => {
      const chroma_subsample = chroma === '4:4:4' ? 1 : 2
      const asked = { ...jpegOptions, quality, auto_subsample: false, chroma_subsample }
      return owned(module.encode(bytesOf(data), width, height, asked))
    }
  },
  webp: async (wasm) => {
    const module = await startWebp(options(wasm))
    return ({ data, width, height }, quality, chroma) => {
      const use_sharp_yuv = chroma === '4:4:4' ? 1 : 0
      const asked = { ...webpOptions, quality, use_sharp_yuv }
      return owned(module.encode(bytesOf(data), width, height, asked))
    }
  },
  avif: async (wasm) => {
    const module = await startAvif(options(wasm))
    return ({ data, width, height }, quality) =>
      owned(module.encode(bytesOf(data), width, height, { ...avifOptions, quality, speed: 8 }))
  },
  png: async (wasm) => {
    await initPng(wasm)
    return ({ data, width, height }) => owned(encodePng(bytesOf(data), width, height, 8))
  },
}

/** How an encoder's module is started from bytes that are here already. */
const options = (wasmBinary: Uint8Array<ArrayBuffer>) => ({
  noInitialRun: true,
  wasmBinary: wasmBinary.buffer,
})

/** A raster's bytes as the encoders' declarations want them; a raster is never shared. */
const bytesOf = (data: Uint8ClampedArray) =>
  new Uint8Array(
    data.buffer as ArrayBuffer,
    data.byteOffset,
    data.byteLength,
  ) as Uint8Array<ArrayBuffer> & Uint8ClampedArray<ArrayBuffer> // bytes are bytes

/** A copy that does not lie in the encoder's memory. */
function owned(bytes: Uint8Array | null): Uint8Array {
  if (!bytes) throw new Error('The encoder gave nothing back')
  return bytes.slice()
}
