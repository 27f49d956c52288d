import { readFile } from 'node:fs/promises'
import { createRequire } from 'node:module'
import sharp from 'sharp'
import { describe, expect, test } from 'vitest'
import { srgbRaster } from '@cloudbank/core/raster'
import { createWasmEncoders, WASM_FILES } from '.'

const { resolve } = createRequire(import.meta.url)
const load = async (path: string) => Uint8Array.from(await readFile(resolve(path)))
const encoderOf = createWasmEncoders((format) => load(WASM_FILES[format]))

/** Colours that change smoothly, with a strip that is half see-through. */
function picture() {
  const made = srgbRaster({ width: 64, height: 48 })
  for (let y = 0; y < 48; y++)
    for (let x = 0; x < 64; x++)
      made.data.set([60 + x * 2, 200 - y * 2, 120, x < 8 ? 128 : 255], (y * 64 + x) * 4)
  return made
}

const opaque = () => {
  const made = picture()
  for (let p = 3; p < made.data.length; p += 4) made.data[p] = 255
  return made
}

async function decoded(bytes: Uint8Array) {
  const { format } = await sharp(bytes).metadata()
  const { data, info } = await sharp(bytes).raw().toBuffer({ resolveWithObject: true })
  return { ...info, format, data }
}

/** The largest difference of opaque pixels, channel by channel. */
function apart(data: Buffer, channels: number): number {
  const { data: right } = picture()
  let most = 0
  for (let i = 0; i < 64 * 48; i++)
    if (i % 64 >= 10)
      for (let c = 0; c < 3; c++)
        most = Math.max(most, Math.abs(data[i * channels + c]! - right[i * 4 + c]!))
  return most
}

describe('an encoder’s file, decoded by another library', () => {
  test('PNG is the same picture, alpha and all', async () => {
    const source = picture()
    const { format, width, height, channels, data } = await decoded(
      (await encoderOf('png'))(source, 100),
    )
    expect({ format, width, height, channels }).toEqual({
      format: 'png',
      width: 64,
      height: 48,
      channels: 4,
    })
    expect([...data]).toEqual([...source.data])
  })

  test.each([
    ['jpeg', 'jpeg', 6],
    ['webp', 'webp', 8],
    ['avif', 'heif', 8],
  ] as const)('%s is near to it at high quality', async (asked, format, most) => {
    const made = await decoded((await encoderOf(asked))(opaque(), 95, '4:4:4'))
    expect([made.format, made.width, made.height]).toEqual([format, 64, 48])
    expect(apart(made.data, made.channels)).toBeLessThanOrEqual(most)
  })

  test('lower quality is a smaller file', async () => {
    for (const format of ['jpeg', 'webp', 'avif'] as const) {
      const encode = await encoderOf(format)
      expect(encode(opaque(), 30).length, format).toBeLessThan(encode(opaque(), 95).length)
    }
  })

  test('JPEG keeps colour for each pixel or for four, as asked', async () => {
    const encode = await encoderOf('jpeg')
    const chroma = async (asked: '4:4:4' | '4:2:0') =>
      (await sharp(encode(opaque(), 80, asked)).metadata()).chromaSubsampling
    expect([await chroma('4:4:4'), await chroma('4:2:0')]).toEqual(['4:4:4', '4:2:0'])
  })

  test('the same pixels become the same bytes, whichever encoder was opened before', async () => {
    const again = createWasmEncoders((format) => load(WASM_FILES[format]))
    for (const format of ['png', 'jpeg', 'webp'] as const)
      expect((await again(format))(opaque(), 80)).toEqual((await encoderOf(format))(opaque(), 80))
  })
})

test('an encoder is loaded once; one that did not come is asked for again', async () => {
  let loads = 0
  const shaky = createWasmEncoders((format) => {
    loads++
    return loads === 1 ? Promise.reject(new Error('gone')) : load(WASM_FILES[format])
  })
  await expect(shaky('jpeg')).rejects.toThrow('gone')
  const encoders = await Promise.all([shaky('jpeg'), shaky('jpeg')])
  expect(encoders[0]).toBe(encoders[1])
  expect(loads).toBe(2)
})
