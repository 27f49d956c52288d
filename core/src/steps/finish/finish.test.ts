import sharp from 'sharp'
import { ssim } from 'ssim.js'
import { describe, expect, test } from 'vitest'
import { linearRaster, planeF32, srgbRaster, srgbToLinear, type SrgbRgba8 } from '../../raster'
import { seededRandom } from '../../raster/seeded.testing'
import { searchLikeness } from './searchQuality'
import { sharpen } from './sharpen'
import { similarity } from './ssim'

const side = 64

/** Blurred noise: structure everywhere. */
function cloth(seed: number): SrgbRgba8 {
  const random = seededRandom(seed)
  const made = srgbRaster({ width: side, height: side })
  const noise = Float32Array.from({ length: side * side }, () => random() * 255)
  for (let y = 0, p = 0; y < side; y++)
    for (let x = 0; x < side; x++, p += 4) {
      let sum = 0
      for (let j = 0; j < 2; j++)
        for (let i = 0; i < 2; i++) sum += noise[((y + j) % side) * side + ((x + i) % side)]!
      made.data.set([sum / 4, sum / 4, sum / 4, 255], p)
    }
  return made
}

async function jpeg({ data }: SrgbRgba8, quality: number): Promise<SrgbRgba8> {
  const raw = { width: side, height: side, channels: 4 } as const
  const bytes = await sharp(data, { raw }).jpeg({ quality }).toBuffer()
  const again = await sharp(bytes).ensureAlpha().raw().toBuffer()
  return { format: 'rgba-u8-srgb', width: side, height: side, data: new Uint8ClampedArray(again) }
}

describe('structural similarity', () => {
  test('of a picture to itself is one, to another of its kind about nothing', () => {
    expect(similarity(cloth(1), cloth(1))).toBe(1)
    expect(Math.abs(similarity(cloth(1), cloth(2)))).toBeLessThan(0.1)
  })

  test('falls with quality, and is close to another implementation’s', async () => {
    const picture = cloth(3)
    let before = 1
    for (const quality of [90, 60, 30, 10]) {
      const made = await jpeg(picture, quality)
      const own = similarity(picture, made)
      const { mssim } = ssim(picture, made, { ssim: 'weber', downsample: false })
      expect(own).toBeLessThan(before)
      expect(Math.abs(own - mssim)).toBeLessThan(0.05)
      before = own
    }
  })

  test('is not flattered by a plain ground', async () => {
    const withGround = async (quality: number) => {
      const wide = srgbRaster({ width: side, height: side })
      wide.data.fill(255)
      const part = cloth(4)
      for (let y = 24; y < 40; y++)
        wide.data.set(
          part.data.subarray((y * side + 24) * 4, (y * side + 40) * 4),
          (y * side + 24) * 4,
        )
      return similarity(wide, await jpeg(wide, quality))
    }
    expect(await withGround(10)).toBeLessThan(0.9)
    const white = srgbRaster({ width: side, height: side })
    white.data.fill(255)
    expect(similarity(white, white)).toBe(1)
  })
})

describe('as light as looks the same', () => {
  const encode = (quality: number) => Promise.resolve(new Uint8Array(quality))

  test.each([
    [1, 37],
    [60, 60],
    [38, 38],
  ])('finds the lowest quality that is good enough, not below %i', async (least, found) => {
    let tries = 0
    const isGood = (bytes: Uint8Array) => {
      tries++
      return Promise.resolve(bytes.length >= 37)
    }
    const { qualityPct, bytes } = await searchLikeness(encode, isGood, { most: 85, least })
    expect([qualityPct, bytes.length]).toEqual([found, found])
    expect(tries).toBeLessThanOrEqual(7)
  })

  test('stays at the most where nothing is', async () => {
    const never = () => Promise.resolve(false)
    expect((await searchLikeness(encode, never, { most: 85, least: 50 })).qualityPct).toBe(85)
  })
})

describe('sharpening', () => {
  const grey = (value: number) => srgbToLinear(value)

  /** A soft step from dark to light, in linear light. */
  function step(colour: readonly [number, number, number] = [1, 1, 1]) {
    const picture = linearRaster({ width: 12, height: 6 })
    for (let y = 0, p = 0; y < 6; y++)
      for (let x = 0; x < 12; x++, p += 4) {
        const v = grey(x < 5 ? 0.3 : x === 5 ? 0.4 : x === 6 ? 0.6 : 0.7)
        for (let c = 0; c < 3; c++) picture.data[p + c] = v * colour[c]!
        picture.data[p + 3] = 1
      }
    return picture
  }
  const at = (picture: { data: Float32Array }, x: number, c = 0): number =>
    picture.data[(3 * 12 + x) * 4 + c]!

  test('makes a soft step steeper, and draws no halo beside it', () => {
    const before = step()
    const after = step()
    sharpen(after, 1, null)
    expect(at(after, 6) - at(after, 5)).toBeGreaterThan(1.15 * (at(before, 6) - at(before, 5)))
    expect(Math.max(...[7, 8, 9].map((x) => at(after, x)))).toBeLessThan(grey(0.7 + 0.021))
    expect(Math.min(...[2, 3, 4].map((x) => at(after, x)))).toBeGreaterThan(grey(0.3 - 0.021))
  })

  test('leaves even areas and hues as they are', () => {
    const after = step([1, 0.5, 0.25])
    sharpen(after, 1, null)
    expect(at(after, 2)).toBeCloseTo(grey(0.3), 6)
    for (const x of [4, 5, 6, 7]) expect(at(after, x, 1) / at(after, x)).toBeCloseTo(0.5, 5)
  })

  test('leaves the rim of a cut-out and what is beyond it alone', () => {
    const alpha = planeF32({ width: 12, height: 6 })
    for (let i = 0; i < alpha.data.length; i++) alpha.data[i] = i % 12 > 5 ? 1 : 0
    const before = step()
    const after = step()
    sharpen(after, 1, alpha)
    for (const x of [3, 4, 5, 6]) expect(at(after, x)).toBe(at(before, x))
    expect(at(after, 7)).not.toBe(at(before, 7))
  })
})
