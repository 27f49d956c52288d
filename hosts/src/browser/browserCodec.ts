import heifUrl from 'libheif-js/libheif-wasm/libheif-bundle.mjs?url'
import type * as HeifModule from 'libheif-js/libheif-wasm/libheif-bundle.mjs'
import {
  FileError,
  FORMATS,
  heifProfile,
  readFileFacts,
  withPlain,
  withPngProfile,
  type Codec,
  type PreviewFile,
} from '@cloudbank/core/codec'
import { fitInside, srgbRaster, type SrgbRgba8 } from '@cloudbank/core/raster'
import { decodeHeif } from '../heif'
import { UnreachableError } from '../unreachable'
import { decodeTiff } from './decodeTiff'
import { encoderOf } from './encoders'
import { importAsset } from './fetchAsset'

const PREVIEW_QUALITY = 0.82

/** Rows that are read back from the canvas at a time: bounds the canvas to a few megabytes. */
const BAND_BYTES = 16_000_000

/** The codec on the browser's own decoders and wasm encoders; for workers. */
export const browserCodec: Codec = withPlain({
  async decode(bytes) {
    const { type } = readFileFacts(bytes)
    try {
      if (type === 'tiff') {
        const { picture, profile } = decodeTiff(bytes)
        return await inSrgb(picture, profile)
      }
      if (type === 'heic') {
        // Loaded as it is published, in a file of its own, when it is first needed.
        const { module } = await importAsset<typeof HeifModule>(heifUrl, 'The HEIC decoder')
        return await inSrgb(await decodeHeif(module.default(), bytes), heifProfile(bytes))
      }
      return await decodeNatively(bytes, FORMATS[type].mime)
    } catch (error) {
      if (error instanceof FileError || error instanceof UnreachableError) throw error
      throw new FileError({ code: 'damaged' }, { cause: error })
    }
  },

  async preview(bytes, sidePx) {
    const { type } = readFileFacts(bytes)
    if (type !== 'tiff' && type !== 'heic')
      return withBitmap(bytes, FORMATS[type].mime, (bitmap) => reduceBitmap(bitmap, sidePx))
    const { data, width, height } = await browserCodec.decode(bytes)
    const pixels = new ImageData(data as Uint8ClampedArray<ArrayBuffer>, width, height) // never shared
    const bitmap = await createImageBitmap(pixels)
    try {
      return await reduceBitmap(bitmap, sidePx)
    } finally {
      bitmap.close()
    }
  },

  async encode(picture, format, qualityPct, chroma) {
    const encode = await encoderOf(format)
    return encode(picture, qualityPct, chroma)
  },
})

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
  const encode = await encoderOf('png')
  return decodeNatively(withPngProfile(encode(picture, 100), profile), FORMATS.png.mime)
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
