import sharp from 'sharp'
import { FileError, readFileFacts, type Codec } from '@cloudbank/core/codec'
import { srgbRaster } from '@cloudbank/core/raster'

/** The codec on sharp: libvips with libjpeg-turbo, mozjpeg, libwebp and libaom. */
export const nodeCodec: Codec = {
  async decode(bytes) {
    readFileFacts(bytes)
    try {
      const { data, info } = await sharp(bytes, { failOn: 'error', limitInputPixels: false })
        .autoOrient()
        .toColourspace('srgb')
        .ensureAlpha()
        .raw({ depth: 'uchar' })
        .toBuffer({ resolveWithObject: true })
      return srgbRaster(info, new Uint8ClampedArray(data.buffer, data.byteOffset, data.length))
    } catch (error) {
      throw new FileError({ code: 'damaged' }, { cause: error })
    }
  },

  async encode({ width, height, data }, format, qualityPct) {
    const raw = Buffer.from(data.buffer, data.byteOffset, data.byteLength)
    const picture = sharp(raw, { raw: { width, height, channels: 4 } })
    switch (format) {
      case 'jpeg':
        return picture.removeAlpha().jpeg({ quality: qualityPct, mozjpeg: true }).toBuffer()
      case 'webp':
        return picture.webp({ quality: qualityPct }).toBuffer()
      case 'avif':
        return picture.avif({ quality: qualityPct, effort: 3 }).toBuffer()
      case 'png':
        return picture.png({ compressionLevel: 8 }).toBuffer()
    }
  },
}
