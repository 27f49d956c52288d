import { readdirSync } from 'node:fs'
import { fileURLToPath } from 'node:url'
import { describe, expect, test } from 'vitest'
import { measureBackdropRing } from '../measure'
import { srgbRaster } from '../raster'
import { photographSource } from '../source'
import { frameProduct, frameWhole, keepInside, reachesBeyond } from './frame/planFrame'
import { FrameSettings } from './frame/settings'
import { searchQuality } from './finish/searchQuality'
import { neutralGains } from './light/neutralGains'
import { STEPS } from './registry'

test('every folder of a step is in the registry, once', () => {
  const folders = readdirSync(fileURLToPath(new URL('.', import.meta.url)), { withFileTypes: true })
    .filter((entry) => entry.isDirectory())
    .map(({ name }) => name)
  expect(STEPS.map(({ id }) => id).sort()).toEqual(folders.sort())
})

describe('frame', () => {
  const settings = (ratio: [number, number], fillPct: number) =>
    FrameSettings.parse({ ratio: { width: ratio[0], height: ratio[1] }, fillPct })

  test.each([
    ['square, wide product', [1, 1], 85, { x: 100, y: 200, width: 850, height: 300 }],
    ['portrait, tall product', [4, 5], 80, { x: 10, y: 20, width: 200, height: 900 }],
    ['banner, square product', [191, 100], 70, { x: 0, y: 0, width: 400, height: 400 }],
  ] as const)(
    '%s: exact ratio, centred, its longer side at the fill',
    (_name, ratio, fill, box) => {
      const window = frameProduct(
        box,
        settings([Math.min(ratio[0], 100), Math.min(ratio[1], 100)], fill),
      )
      const aspect = Math.min(ratio[0], 100) / Math.min(ratio[1], 100)
      expect(window.width / window.height).toBeCloseTo(aspect, 9)
      expect(window.x + window.width / 2).toBeCloseTo(box.x + box.width / 2, 9)
      expect(window.y + window.height / 2).toBeCloseTo(box.y + box.height / 2, 9)
      const share = Math.max(box.width / window.width, box.height / window.height)
      expect(share).toBeCloseTo(fill / 100, 9)
    },
  )

  test('a whole photograph is held entirely', () => {
    expect(frameWhole({ width: 300, height: 200 }, settings([1, 1], 85))).toEqual({
      x: 0,
      y: -50,
      width: 300,
      height: 300,
    })
  })

  test('a window is moved inside, and one too large is centred', () => {
    const photograph = { width: 100, height: 80 }
    expect(keepInside({ x: -10, y: 30, width: 60, height: 60 }, photograph)).toEqual({
      x: 0,
      y: 20,
      width: 60,
      height: 60,
    })
    const large = keepInside({ x: 0, y: 0, width: 100, height: 100 }, photograph)
    expect(large.y).toBe(-10)
    expect(reachesBeyond(large, photograph)).toBe(true)
    expect(reachesBeyond({ x: 0, y: 0, width: 100, height: 80 }, photograph)).toBe(false)
  })
})

describe('neutral from the backdrop', () => {
  const ringOf = (r: number, g: number, b: number) => {
    const picture = srgbRaster({ width: 200, height: 150 })
    for (let i = 0; i < 200 * 150; i++) picture.data.set([r, g, b, 255], i * 4)
    return measureBackdropRing(photographSource(picture))
  }

  test.each([
    ['warm paper', 220, 200, 170],
    ['cool paper', 180, 198, 205],
    ['grey paper', 128, 128, 128],
  ])('%s becomes grey at its own luminance', (_name, r, g, b) => {
    const ring = ringOf(r, g, b)
    const gains = neutralGains(ring)
    if (!gains) throw new Error('not taken for grey')
    const balanced = ring.colour.map((v, c) => v * gains[c]!)
    expect(balanced[0]).toBeCloseTo(balanced[1]!, 6)
    expect(balanced[2]).toBeCloseTo(balanced[1]!, 6)
    const luminanceOf = (c: readonly number[]) => 0.2126 * c[0]! + 0.7152 * c[1]! + 0.0722 * c[2]!
    expect(luminanceOf(balanced)).toBeCloseTo(luminanceOf(ring.colour), 6)
  })

  test.each([
    ['blue paper', 60, 100, 150],
    ['black velvet', 8, 8, 9],
    ['clipped white', 255, 255, 255],
  ])('%s gives none', (_name, r, g, b) => {
    expect(neutralGains(ringOf(r, g, b))).toBeNull()
  })

  test('a border of two colours gives none', () => {
    const picture = srgbRaster({ width: 100, height: 100 })
    for (let i = 0; i < 10_000; i++)
      picture.data.set(i < 5000 ? [200, 190, 170, 255] : [90, 60, 40, 255], i * 4)
    expect(neutralGains(measureBackdropRing(photographSource(picture)))).toBeNull()
  })
})

describe('searchQuality', () => {
  /** A made-up encoder: 1000 bytes a per cent. */
  const encoder = () => {
    const tried: number[] = []
    const encode = async (quality: number) => {
      tried.push(quality)
      return new Uint8Array(quality * 1000)
    }
    return { tried, encode }
  }

  test('takes the first quality when it fits', async () => {
    const { tried, encode } = encoder()
    const { qualityPct } = await searchQuality(encode, { most: 85, least: 40, limitBytes: 90_000 })
    expect([qualityPct, tried]).toEqual([85, [85]])
  })

  test.each([41_000, 57_300, 84_999])(
    'finds the highest quality within %i bytes',
    async (limitBytes) => {
      const { encode } = encoder()
      const { qualityPct, bytes } = await searchQuality(encode, { most: 85, least: 40, limitBytes })
      expect(qualityPct).toBe(Math.floor(limitBytes / 1000))
      expect(bytes.length).toBeLessThanOrEqual(limitBytes)
    },
  )

  test('gives the least quality when even that is too heavy', async () => {
    const { encode } = encoder()
    expect(
      (await searchQuality(encode, { most: 85, least: 40, limitBytes: 1000 })).qualityPct,
    ).toBe(40)
  })
})
