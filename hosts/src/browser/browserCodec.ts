import {
  FileError,
  heifProfile,
  readFileFacts,
  withPngProfile,
  type Codec,
  type FileType,
  type PreviewFile,
} from '@cloudbank/core/codec'
import { fitInside, srgbRaster, type SrgbRgba8 } from '@cloudbank/core/raster'
import type { Format } from '@cloudbank/core/steps'
import { decodeHeif } from '../heif'
import { decodeTiff } from './decodeTiff'
import avifWasm from '@jsquash/avif/codec/enc/avif_enc.wasm?url'
import jpegWasm from '@jsquash/jpeg/codec/enc/mozjpeg_enc.wasm?url'
import heifUrl from 'libheif-js/libheif-wasm/libheif-bundle.mjs?url'
import type * as HeifModule from 'libheif-js/libheif-wasm/libheif-bundle.mjs'
import webpWasm from '@jsquash/webp/codec/enc/webp_enc_simd.wasm?url'

/** What the browser decodes by itself. */
const MIME: Readonly<Record<Exclude<FileType, 'tiff' | 'heic'>, string>> = {
  jpeg: 'image/jpeg',
  png: 'image/png',
  webp: 'image/webp',
  avif: 'image/avif',
}

const PREVIEW_QUALITY = 0.82

/** Rows that are read back from the canvas at a time: bounds the canvas to a few megabytes. */
const BAND_BYTES = 16_000_000

/** The codec on the browser's own decoders and wasm encoders; for workers. */
export const browserCodec: Codec = {
  async decode(bytes) {
    const { type } = readFileFacts(bytes)
    try {
      if (type === 'tiff') {
        const { picture, profile } = decodeTiff(bytes)
        return await inSrgb(picture, profile)
      }
      if (type === 'heic') {
        // Loaded as it is published, in a file of its own, when it is first needed.
        const { default: create } = (await import(/* @vite-ignore */ heifUrl)) as typeof HeifModule // what the address holds
        return await inSrgb(await decodeHeif(create(), bytes), heifProfile(bytes))
      }
      return await decodeNatively(bytes, MIME[type])
    } catch (error) {
      if (error instanceof FileError) throw error
      throw new FileError({ code: 'damaged' }, { cause: error })
    }
  },

  async preview(bytes, sidePx) {
    const { type } = readFileFacts(bytes)
    if (type !== 'tiff' && type !== 'heic')
      return withBitmap(bytes, MIME[type], (bitmap) => reduceBitmap(bitmap, sidePx))
    const { data, width, height } = await browserCodec.decode(bytes)
    const pixels = new ImageData(data as Uint8ClampedArray<ArrayBuffer>, width, height) // never shared
    const bitmap = await createImageBitmap(pixels)
    try {
      return await reduceBitmap(bitmap, sidePx)
    } finally {
      bitmap.close()
    }
  },

  async encode(picture, format, qualityPct) {
    const encode = await (encoders[format] ??= loadEncoder(format))
    return encode(picture, qualityPct)
  },
}

const decodeNatively = (bytes: Uint8Array, type: string): Promise<SrgbRgba8> =>
  withBitmap(bytes, type, readPixels)

async function withBitmap<T>(
  bytes: Uint8Array,
  type: string,
  use: (bitmap: ImageBitmap) => T | Promise<T>,
): Promise<T> {
  const blob = new Blob([bytes as Uint8Array<ArrayBuffer>], { type }) // never shared
  const bitmap = await createImageBitmap(blob, {
    imageOrientation: 'from-image',
    colorSpaceConversion: 'default',
    premultiplyAlpha: 'none',
  })
  try {
    return await use(bitmap)
  } finally {
    bitmap.close()
  }
}

async function reduceBitmap(bitmap: ImageBitmap, sidePx: number): Promise<PreviewFile> {
  const whole = { width: bitmap.width, height: bitmap.height }
  const size = fitInside(whole, sidePx)
  const canvas = new OffscreenCanvas(size.width, size.height)
  const context = canvas.getContext('2d', { colorSpace: 'srgb' })
  if (!context) throw new Error('This browser gives no canvas to a worker')
  context.imageSmoothingQuality = 'high'
  context.drawImage(bitmap, 0, 0, size.width, size.height)
  const blob = await canvas.convertToBlob({ type: 'image/webp', quality: PREVIEW_QUALITY })
  return { bytes: new Uint8Array(await blob.arrayBuffer()), ...size, whole }
}

/** Converts pixels from their profile; the browser does it, on the way through a PNG. */
async function inSrgb(picture: SrgbRgba8, profile: Uint8Array | null): Promise<SrgbRgba8> {
  if (!profile) return picture
  const encode = await (encoders.png ??= loadEncoder('png'))
  return decodeNatively(withPngProfile(await encode(picture, 100), profile), 'image/png')
}

/** Copies a bitmap's pixels, a band of rows at a time. */
function readPixels(bitmap: ImageBitmap): SrgbRgba8 {
  const { width, height } = bitmap
  const picture = srgbRaster({ width, height })
  const rows = Math.min(height, Math.max(1, Math.floor(BAND_BYTES / (width * 4))))
  const canvas = new OffscreenCanvas(width, rows)
  const context = canvas.getContext('2d', { willReadFrequently: true, colorSpace: 'srgb' })
  if (!context) throw new Error('This browser gives no canvas to a worker')
  context.globalCompositeOperation = 'copy'
  for (let y = 0; y < height; y += rows) {
    context.drawImage(bitmap, 0, -y)
    const band = Math.min(rows, height - y)
    picture.data.set(context.getImageData(0, 0, width, band).data, y * width * 4)
  }
  canvas.width = canvas.height = 0
  return picture
}

type Encode = (picture: SrgbRgba8, qualityPct: number) => Uint8Array | Promise<Uint8Array>

const encoders: Partial<Record<Format, Promise<Encode>>> = {}

async function loadEncoder(format: Format): Promise<Encode> {
  switch (format) {
    case 'jpeg': {
      const { default: create } = await import('@jsquash/jpeg/codec/enc/mozjpeg_enc.js')
      const { defaultOptions } = await import('@jsquash/jpeg/meta.js')
      const module = await create({ noInitialRun: true, locateFile: () => jpegWasm })
      return ({ data, width, height }, quality) =>
        owned(module.encode(data as Bytes, width, height, { ...defaultOptions, quality }))
    }
    case 'webp': {
      const { default: create } = await import('@jsquash/webp/codec/enc/webp_enc_simd.js')
      const { defaultOptions } = await import('@jsquash/webp/meta.js')
      const module = await create({ noInitialRun: true, locateFile: () => webpWasm })
      return ({ data, width, height }, quality) =>
        owned(module.encode(data as Bytes, width, height, { ...defaultOptions, quality }))
    }
    case 'avif': {
      const { default: create } = await import('@jsquash/avif/codec/enc/avif_enc.js')
      const { defaultOptions } = await import('@jsquash/avif/meta.js')
      const module = await create({ noInitialRun: true, locateFile: () => avifWasm })
      return ({ data, width, height }, quality) =>
        owned(
          module.encode(bytesOf(data) as Bytes, width, height, {
            ...defaultOptions,
            quality,
            speed: 8,
          }),
        )
    }
    case 'png': {
      const { default: encode } = await import('@jsquash/png/encode.js')
      return async ({ data, width, height }) =>
        new Uint8Array(await encode({ data, width, height } as ImageData)) // only these are read
    }
  }
}

/** The encoders' declarations ask for unshared memory, which a raster's always is. */
type Bytes = Uint8Array<ArrayBuffer> & Uint8ClampedArray<ArrayBuffer>

const bytesOf = (data: Uint8ClampedArray): Uint8Array =>
  new Uint8Array(data.buffer, data.byteOffset, data.byteLength)

/** A copy that does not lie in the encoder's memory. */
function owned(bytes: Uint8Array | null): Uint8Array {
  if (!bytes) throw new Error('The encoder gave nothing back')
  return bytes.slice()
}
