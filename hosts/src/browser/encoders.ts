import createAvif from '@jsquash/avif/codec/enc/avif_enc.js'
import avifWasm from '@jsquash/avif/codec/enc/avif_enc.wasm?url'
import { defaultOptions as avifOptions } from '@jsquash/avif/meta.js'
import createJpeg from '@jsquash/jpeg/codec/enc/mozjpeg_enc.js'
import jpegWasm from '@jsquash/jpeg/codec/enc/mozjpeg_enc.wasm?url'
import { defaultOptions as jpegOptions } from '@jsquash/jpeg/meta.js'
import initPng, { encode as encodePng } from '@jsquash/png/codec/pkg/squoosh_png.js'
import pngWasm from '@jsquash/png/codec/pkg/squoosh_png_bg.wasm?url'
import createWebp from '@jsquash/webp/codec/enc/webp_enc_simd.js'
import webpWasm from '@jsquash/webp/codec/enc/webp_enc_simd.wasm?url'
import { defaultOptions as webpOptions } from '@jsquash/webp/meta.js'
import { FORMATS, type Chroma, type HostFormat } from '@cloudbank/core/codec'
import type { SrgbRgba8 } from '@cloudbank/core/raster'
import { fetchAsset } from './fetchAsset'

type Encode = (picture: SrgbRgba8, qualityPct: number, chroma?: Chroma) => Uint8Array

const opened = new Map<HostFormat, Promise<Encode>>()

/**
 * The wasm encoder of a format, fetched when it is first needed. One that did not come is not remembered.
 *
 * @throws UnreachableError when it does not come.
 */
export function encoderOf(format: HostFormat): Promise<Encode> {
  const encoder = opened.get(format) ?? openers[format](`The ${FORMATS[format].word} encoder`)
  opened.set(format, encoder)
  encoder.catch(() => opened.delete(format))
  return encoder
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

const openers: Readonly<Record<HostFormat, (what: string) => Promise<Encode>>> = {
  jpeg: async (what) => {
    const module = await startJpeg(options(await fetchAsset(jpegWasm, what)))
    return ({ data, width, height }, quality, chroma) => {
      const chroma_subsample = chroma === '4:4:4' ? 1 : 2
      const asked = { ...jpegOptions, quality, auto_subsample: false, chroma_subsample }
      return owned(module.encode(bytesOf(data), width, height, asked))
    }
  },
  webp: async (what) => {
    const module = await startWebp(options(await fetchAsset(webpWasm, what)))
    return ({ data, width, height }, quality, chroma) => {
      const use_sharp_yuv = chroma === '4:4:4' ? 1 : 0
      const asked = { ...webpOptions, quality, use_sharp_yuv }
      return owned(module.encode(bytesOf(data), width, height, asked))
    }
  },
  avif: async (what) => {
    const module = await startAvif(options(await fetchAsset(avifWasm, what)))
    return ({ data, width, height }, quality) =>
      owned(module.encode(bytesOf(data), width, height, { ...avifOptions, quality, speed: 8 }))
  },
  png: async (what) => {
    await initPng(await fetchAsset(pngWasm, what))
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
