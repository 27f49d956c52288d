import { readFile } from 'node:fs/promises'
import sharp from 'sharp'
import { describe, expect, test } from 'vitest'
import { zlibSync } from 'fflate'
import { withPngProfile } from '@cloudbank/core/codec'
import { tiffOf } from '../../../core/src/codec/tiff.testing'
import { srgbRaster } from '@cloudbank/core/raster'
import { nodeCodec } from './nodeCodec'

/** 6 × 4 pixels whose corner says how it is turned. */
const corner = async (orientation: number): Promise<Uint8Array> => {
  const data = Buffer.alloc(60 * 40 * 3, 40)
  for (let y = 0; y < 15; y++)
    for (let x = 0; x < 15; x++) data.set([250, 20, 20], (y * 60 + x) * 3)
  return sharp(data, { raw: { width: 60, height: 40, channels: 3 } })
    .jpeg({ quality: 95 })
    .withMetadata({ orientation })
    .toBuffer()
}

describe('decode', () => {
  test.each([
    [1, 60, 40, 5, 5],
    [2, 60, 40, 54, 5],
    [3, 60, 40, 54, 34],
    [4, 60, 40, 5, 34],
    [5, 40, 60, 5, 5],
    [6, 40, 60, 34, 5],
    [7, 40, 60, 34, 54],
    [8, 40, 60, 5, 54],
  ])('orientation %i stands upright', async (orientation, width, height, x, y) => {
    const picture = await nodeCodec.decode(await corner(orientation))
    expect([picture.width, picture.height]).toEqual([width, height])
    const [r, g] = picture.data.subarray((y * width + x) * 4)
    expect(r).toBeGreaterThan(200)
    expect(g).toBeLessThan(70)
  })

  test('a wide-gamut photograph is converted to sRGB', async () => {
    const p3 = await sharp({
      create: { width: 8, height: 8, channels: 3, background: { r: 200, g: 100, b: 50 } },
    })
      .withIccProfile('p3', { attach: true })
      .png()
      .toBuffer()
    const { data } = await nodeCodec.decode(p3)
    // sharp converted sRGB (200, 100, 50) to P3 when writing; reading must give it back.
    ;[200, 100, 50].forEach((v, c) => expect(Math.abs(data[c]! - v)).toBeLessThanOrEqual(1))
  })

  test('grey, CMYK and 16-bit pictures become 8-bit sRGB', async () => {
    const grey = await sharp({ create: { width: 8, height: 8, channels: 3, background: '#777' } })
      .greyscale()
      .jpeg()
      .toBuffer()
    expect([...(await nodeCodec.decode(grey)).data.subarray(0, 4)]).toEqual([119, 119, 119, 255])
    const cmyk = await sharp({ create: { width: 8, height: 8, channels: 3, background: '#fff' } })
      .toColourspace('cmyk')
      .jpeg()
      .toBuffer()
    const [r, g, b] = (await nodeCodec.decode(cmyk)).data
    expect(Math.min(r!, g!, b!)).toBeGreaterThan(240)
    const deep = await sharp({
      create: { width: 8, height: 8, channels: 3, background: '#336699' },
    })
      .toColourspace('rgb16')
      .png()
      .toBuffer()
    expect([...(await nodeCodec.decode(deep)).data.subarray(0, 4)]).toEqual([51, 102, 153, 255])
  })

  test('TIFFs of 8 and 16 bits come in, with their profile', async () => {
    const make = (space: string) =>
      sharp({ create: { width: 8, height: 8, channels: 3, background: '#336699' } })
        .toColourspace(space)
        .tiff({ compression: 'lzw' })
    for (const bytes of [await make('srgb').toBuffer(), await make('rgb16').toBuffer()])
      expect([...(await nodeCodec.decode(bytes)).data.subarray(0, 4)]).toEqual([51, 102, 153, 255])
    const wide = await make('srgb').withIccProfile('p3').toBuffer()
    const { data } = await nodeCodec.decode(wide)
    ;[51, 102, 153].forEach((v, c) => expect(Math.abs(data[c]! - v)).toBeLessThanOrEqual(1))
  })

  test('a HEIC comes in', async () => {
    const bytes = await readFile(new URL('../../fixtures/halves.heic', import.meta.url))
    const { width, height, data } = await nodeCodec.decode(bytes)
    expect([width, height]).toEqual([96, 64])
    const near = (x: number, colour: readonly number[]): void =>
      colour.forEach((v, c) => expect(Math.abs(data[(32 * 96 + x) * 4 + c]! - v)).toBeLessThan(4))
    near(10, [0x30, 0x60, 0xc0])
    near(85, [0xc0, 0x60, 0x30])
  })

  test('a profile written into a PNG is the one that is read', async () => {
    const raw = { create: { width: 8, height: 8, channels: 3, background: '#c86432' } } as const
    const { icc } = await sharp(
      await sharp(raw).withIccProfile('p3', { attach: true }).png().toBuffer(),
    ).metadata()
    const tagged = withPngProfile(await sharp(raw).png().toBuffer(), icc!)
    expect((await sharp(tagged).metadata()).icc).toEqual(icc)
    // The same numbers mean stronger colours in P3.
    const { data } = await nodeCodec.decode(tagged)
    expect(data[0]).toBeGreaterThan(0xc8)
    expect(data[2]).toBeLessThan(0x32)
  })

  test('bytes damaged in the middle are a FileError', async () => {
    const bytes = Buffer.from(await corner(1))
    const png = await sharp(bytes).png().toBuffer()
    png.fill(7, 60, png.length - 20)
    await expect(nodeCodec.decode(png)).rejects.toMatchObject({ name: 'FileError' })
  })
})

test.each(['jpeg', 'webp', 'avif', 'png'] as const)(
  'a %s comes back with its size and nearly its colour',
  async (format) => {
    const picture = srgbRaster({ width: 48, height: 32 })
    for (let i = 0; i < 48 * 32; i++) picture.data.set([180, 90, 60, 255], i * 4)
    const { data, info } = await sharp(await nodeCodec.encode(picture, format, 90))
      .removeAlpha()
      .raw()
      .toBuffer({ resolveWithObject: true })
    expect([info.width, info.height]).toEqual([48, 32])
    ;[180, 90, 60].forEach((v, c) => expect(Math.abs(data[c]! - v)).toBeLessThanOrEqual(3))
  },
)

describe('what is not decoded', () => {
  const problemOf = (bytes: Uint8Array): Promise<string> =>
    nodeCodec.decode(bytes).then(
      () => 'none',
      (error: unknown) => (error as Error).message, // only errors are thrown
    )

  test('a TIFF of deflated strips that expand to far more than its pixels', async () => {
    const strip = zlibSync(new Uint8Array(100_000_000), { level: 9 })
    const bytes = tiffOf({ width: 64, height: 64, compression: 8, strips: [strip] })
    expect(await problemOf(bytes)).toMatch(/far more data than its pixels need/)
  })

  test('a picture of one pixel by 64 million is refused by its head', async () => {
    const png = await sharp({ create: { width: 9, height: 9, channels: 3, background: '#777' } })
      .png()
      .toBuffer()
    new DataView(png.buffer, png.byteOffset).setUint32(16, 1)
    new DataView(png.buffer, png.byteOffset).setUint32(20, 64_000_000)
    expect(await problemOf(png)).toBe('1 × 64000000 pixels; a side may have at most 32,000')
  })

  test('a JPEG inside a TIFF is called that, unless it can be decoded', async () => {
    const strip = await sharp({ create: { width: 8, height: 8, channels: 3, background: '#777' } })
      .jpeg()
      .toBuffer()
    const bytes = tiffOf({ width: 8, height: 8, compression: 6, photometric: 6, strips: [strip] })
    expect(await problemOf(bytes)).toMatch(/^none$|TIFF with JPEG inside/)
  })
})
