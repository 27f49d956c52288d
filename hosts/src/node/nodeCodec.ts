import sharp from 'sharp'
import {
  assertTiffBounds,
  assertTiffIsPlain,
  FileError,
  heifProfile,
  LIMITS,
  readFileFacts,
  readTiffHead,
  withPlain,
  withPngProfile,
  type Codec,
} from '@cloudbank/core/codec'
import { fitInside, srgbRaster } from '@cloudbank/core/raster'
import { decodeHeif } from '../heif'

const PREVIEW_QUALITY_PCT = 82

/** The codec on sharp: libvips with libjpeg-turbo, mozjpeg, libwebp and libaom. */
export const nodeCodec: Codec = withPlain({
  async decode(bytes) {
    const { type } = readFileFacts(bytes)
    if (type === 'tiff') assertTiffBounds(readTiffHead(bytes), bytes)
    try {
      const readable = type === 'heic' ? await pngOfHeic(bytes) : bytes
      const { data, info } = await sharp(readable, {
        failOn: 'error',
        limitInputPixels: LIMITS.maxPixels,
      })
        .autoOrient()
        .toColourspace('srgb')
        .ensureAlpha()
        .raw({ depth: 'uchar' })
        .toBuffer({ resolveWithObject: true })
      return srgbRaster(info, new Uint8ClampedArray(data.buffer, data.byteOffset, data.length))
    } catch (error) {
      // A kind of TIFF that it does not know is no damage.
      if (type === 'tiff') assertTiffIsPlain(readTiffHead(bytes))
      throw new FileError({ code: 'damaged' }, { cause: error })
    }
  },

  async preview(bytes, sidePx) {
    const picture = await nodeCodec.decode(bytes)
    const { width, height, data } = picture
    const raw = Buffer.from(data.buffer, data.byteOffset, data.byteLength)
    const size = fitInside(picture, sidePx)
    const webp = await sharp(raw, { raw: { width, height, channels: 4 } })
      .resize(size)
      .webp({ quality: PREVIEW_QUALITY_PCT })
      .toBuffer()
    return { bytes: webp, ...size, whole: { width, height } }
  },

  async encode({ width, height, data }, format, qualityPct, chroma = '4:2:0') {
    const raw = Buffer.from(data.buffer, data.byteOffset, data.byteLength)
    const picture = sharp(raw, { raw: { width, height, channels: 4 } })
    switch (format) {
      case 'jpeg':
        return picture
          .removeAlpha()
          .jpeg({ quality: qualityPct, mozjpeg: true, chromaSubsampling: chroma })
          .toBuffer()
      case 'webp':
        return picture.webp({ quality: qualityPct, smartSubsample: chroma === '4:4:4' }).toBuffer()
      case 'avif':
        return picture.withIccProfile('srgb').avif({ quality: qualityPct, effort: 3 }).toBuffer()
      case 'png':
        return picture.png({ compressionLevel: 8 }).toBuffer()
    }
  },
})

/** sharp's own libheif has no decoder for HEVC: the picture goes through a PNG with its profile. */
async function pngOfHeic(bytes: Uint8Array): Promise<Uint8Array> {
  const { default: create } = await import('libheif-js/libheif-wasm/libheif-bundle.mjs')
  const { data, width, height } = await decodeHeif(create(), bytes)
  const raw = Buffer.from(data.buffer, data.byteOffset, data.byteLength)
  const png = await sharp(raw, { raw: { width, height, channels: 4 } })
    .png({ compressionLevel: 1 })
    .toBuffer()
  const profile = heifProfile(bytes)
  return profile ? withPngProfile(png, profile) : png
}
