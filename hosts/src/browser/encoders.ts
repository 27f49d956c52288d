import avifWasm from '@jsquash/avif/codec/enc/avif_enc.wasm?url'
import jpegWasm from '@jsquash/jpeg/codec/enc/mozjpeg_enc.wasm?url'
import pngWasm from '@jsquash/png/codec/pkg/squoosh_png_bg.wasm?url'
import webpWasm from '@jsquash/webp/codec/enc/webp_enc_simd.wasm?url'
import { FORMATS, type HostFormat } from '@cloudbank/core/codec'
import { createWasmEncoders } from '../encoders'
import { fetchAsset } from './fetchAsset'

const ADDRESSES: Readonly<Record<HostFormat, string>> = {
  jpeg: jpegWasm,
  webp: webpWasm,
  avif: avifWasm,
  png: pngWasm,
}

/**
 * The wasm encoder of a format, fetched when it is first needed.
 *
 * @throws UnreachableError when it does not come.
 */
export const encoderOf = createWasmEncoders((format) =>
  fetchAsset(ADDRESSES[format], `The ${FORMATS[format].word} encoder`),
)
