import sharp from 'sharp'
import { describe, expect, test } from 'vitest'
import { FileError } from './fileError'
import { readFileFacts } from './fileFacts'
import { heifProfile } from './pngProfile'
import { tagSrgb } from './tagSrgb'

const noise = (width: number, height: number) =>
  sharp({
    create: {
      width,
      height,
      channels: 3,
      background: '#888',
      noise: { type: 'gaussian', mean: 128, sigma: 40 },
    },
  })

const problemOf = (bytes: Uint8Array): string => {
  try {
    readFileFacts(bytes)
    return 'none'
  } catch (error) {
    return error instanceof FileError ? error.problem.code : String(error)
  }
}

describe('readFileFacts', () => {
  test.each(['jpeg', 'png', 'webp', 'avif'] as const)('knows a %s by its bytes', async (format) => {
    const bytes = await noise(120, 80).toFormat(format).toBuffer()
    expect(readFileFacts(bytes)).toEqual({
      type: format,
      width: 120,
      height: 80,
      bytes: bytes.length,
    })
  })

  test('gives the upright sides of a photograph that lies on its side', async () => {
    const bytes = await noise(120, 80).jpeg().withMetadata({ orientation: 6 }).toBuffer()
    expect(readFileFacts(bytes)).toMatchObject({ width: 80, height: 120 })
  })

  test.each(['jpeg', 'png', 'webp', 'avif'] as const)('a %s cut short is told', async (format) => {
    const bytes = await noise(200, 150).toFormat(format).toBuffer()
    expect(problemOf(bytes.subarray(0, Math.floor(bytes.length * 0.6)))).toBe('cut-short')
  })

  test('reads a JPEG over the fill bytes that may stand before its markers, and no head without end', async () => {
    const plain = new Uint8Array(
      await noise(120, 80).jpeg().withMetadata({ orientation: 6 }).toBuffer(),
    )
    const fill = [0xff, 0xff, 0xff]
    const filled = Uint8Array.from([...plain.subarray(0, 2), ...fill, ...plain.subarray(2)])
    const decoded = await sharp(filled).metadata()
    expect([decoded.width, decoded.height]).toEqual([120, 80])
    expect(readFileFacts(filled)).toEqual({
      type: 'jpeg',
      width: 80,
      height: 120,
      bytes: filled.length,
    })
    expect(problemOf(Uint8Array.from([0xff, 0xd8, ...new Array<number>(5000).fill(0xff)]))).toBe(
      'not-a-picture',
    )
  })

  test('0 bytes, text and other kinds of file have each their reason', async () => {
    expect(problemOf(new Uint8Array(0))).toBe('empty')
    expect(problemOf(new TextEncoder().encode('not a picture at all'))).toBe('not-a-picture')
    expect(problemOf(await noise(20, 20).gif().toBuffer())).toBe('unsupported')
  })

  test('more than 64 megapixels are refused by the header alone', async () => {
    const png = await noise(10, 10).png().toBuffer()
    new DataView(png.buffer, png.byteOffset).setUint32(16, 12_000)
    new DataView(png.buffer, png.byteOffset).setUint32(20, 9000)
    expect(problemOf(png)).toBe('too-large')
  })
})

describe('tagSrgb', () => {
  test.each(['jpeg', 'png', 'webp'] as const)(
    'says sRGB in a %s and leaves its pixels',
    async (format) => {
      const plain = await noise(90, 70).toFormat(format).toBuffer()
      const tagged = tagSrgb(new Uint8Array(plain), format)
      const metadata = await sharp(tagged).metadata()
      if (format === 'png') expect(Buffer.from(tagged).includes('sRGB')).toBe(true)
      else expect(metadata.icc?.length).toBeGreaterThan(300)
      const ignoring = { ignoreIcc: true }
      const before = await sharp(plain).raw().toBuffer()
      expect((await sharp(tagged, ignoring).raw().toBuffer()).equals(before)).toBe(true)
      // Converting from the profile to sRGB changes nothing either: the profile is sRGB.
      const converted = await sharp(tagged).toColourspace('srgb').raw().toBuffer()
      const most = converted.reduce((worst, v, i) => Math.max(worst, Math.abs(v - before[i]!)), 0)
      expect(most).toBeLessThanOrEqual(1)
    },
  )

  test('extends a lossless WebP with alpha', async () => {
    const plain = await sharp({
      create: {
        width: 33,
        height: 21,
        channels: 4,
        background: { r: 9, g: 80, b: 200, alpha: 0.5 },
      },
    })
      .webp({ lossless: true })
      .toBuffer()
    const tagged = tagSrgb(new Uint8Array(plain), 'webp')
    expect(await sharp(tagged).metadata()).toMatchObject({ width: 33, height: 21, hasAlpha: true })
    expect(await sharp(tagged).raw().toBuffer()).toEqual(await sharp(plain).raw().toBuffer())
  })
})

test('the profile of a HEIC is found in its colour box', () => {
  const profile = [1, 2, 3, 4, 5]
  const box = [0, 0, 0, 12 + profile.length, ...Buffer.from('colrprof'), ...profile]
  const bytes = Uint8Array.from([9, 9, 9, 9, ...box, 7, 7, 7, 7, 7, 7, 7, 7, 7])
  expect([...heifProfile(bytes)!]).toEqual(profile)
  expect(heifProfile(Uint8Array.from([0, 0, 0, 99, ...Buffer.from('colrprof'), 1, 2]))).toBeNull()
})
