import { readFile } from 'node:fs/promises'
import { createRequire } from 'node:module'
import createJpeg from '@jsquash/jpeg/codec/enc/mozjpeg_enc.js'
import { defaultOptions as jpegOptions } from '@jsquash/jpeg/meta.js'
import createWebp from '@jsquash/webp/codec/enc/webp_enc_simd.js'
import { defaultOptions as webpOptions } from '@jsquash/webp/meta.js'
import sharp from 'sharp'
import { srgbRaster, type SrgbRgba8 } from '@cloudbank/core/raster'
import { similarity } from '@cloudbank/core/steps'

/** The quality of ours that the peer is brought level with. */
const QUALITY_PCT = 85

/** The browser's encoders as they are asked there; Node's are the peer itself. */
const openers = {
  jpeg: async () => {
    const module = await open(createJpeg, '@jsquash/jpeg/codec/enc/mozjpeg_enc.wasm')
    const asked = {
      ...jpegOptions,
      quality: QUALITY_PCT,
      auto_subsample: false,
      chroma_subsample: 2,
    }
    return (picture: SrgbRgba8) =>
      module.encode(bytesOf(picture), picture.width, picture.height, asked)
  },
  webp: async () => {
    const module = await open(createWebp, '@jsquash/webp/codec/enc/webp_enc_simd.wasm')
    const asked = { ...webpOptions, quality: QUALITY_PCT }
    return (picture: SrgbRgba8) =>
      module.encode(bytesOf(picture), picture.width, picture.height, asked)
  },
} as const

type Encoder = {
  encode(bytes: Uint8Array, width: number, height: number, options: object): Uint8Array | null
}

async function open(create: unknown, wasm: string): Promise<Encoder> {
  const start = create as (options: object) => Promise<Encoder> // as its declarations would have it
  const wasmBinary = await readFile(createRequire(import.meta.url).resolve(wasm))
  return start({ noInitialRun: true, wasmBinary })
}

const bytesOf = ({ data }: SrgbRgba8): Uint8Array =>
  new Uint8Array(data.buffer, data.byteOffset, data.byteLength)

/**
 * How many times as many bytes the browser's encoders take as sharp's do at the same structural similarity:
 * sharp's is read off between the two qualities that enclose ours.
 *
 * @param exact a picture without loss.
 */
export async function bytesAtEqualLikeness(
  exact: Uint8Array,
): Promise<Readonly<Record<keyof typeof openers, number>>> {
  const picture = await decoded(exact)
  const ratioOf = async (format: keyof typeof openers): Promise<number> => {
    const encode = await openers[format]()
    const own = encode(picture)
    if (!own) throw new Error(`${format} was not encoded`)
    const likeness = similarity(picture, await decoded(own.slice()))
    return own.length / (await sharpBytesAt(picture, format, likeness))
  }
  return { jpeg: await ratioOf('jpeg'), webp: await ratioOf('webp') }
}

async function sharpBytesAt(
  picture: SrgbRgba8,
  format: keyof typeof openers,
  likeness: number,
): Promise<number> {
  const { width, height } = picture
  const raw = { raw: { width, height, channels: 4 as const } }
  const at = async (quality: number): Promise<{ bytes: number; like: number }> => {
    const image = sharp(bytesOf(picture), raw)
    const file = await (
      format === 'jpeg'
        ? image.removeAlpha().jpeg({ quality, mozjpeg: true })
        : image.webp({ quality })
    ).toBuffer()
    return { bytes: file.length, like: similarity(picture, await decoded(file)) }
  }
  let [low, high] = [QUALITY_PCT - 20, 100]
  while (high - low > 1) {
    const middle = (low + high) >> 1
    if ((await at(middle)).like >= likeness) high = middle
    else low = middle
  }
  const [below, above] = [await at(low), await at(high)]
  const share = (likeness - below.like) / Math.max(1e-9, above.like - below.like)
  return below.bytes + (above.bytes - below.bytes) * Math.min(1, Math.max(0, share))
}

async function decoded(file: Uint8Array): Promise<SrgbRgba8> {
  const { data, info } = await sharp(file).ensureAlpha().raw().toBuffer({ resolveWithObject: true })
  return srgbRaster(info, new Uint8ClampedArray(data))
}
