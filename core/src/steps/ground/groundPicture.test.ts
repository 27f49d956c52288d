import { describe, expect, test } from 'vitest'
import { linearRaster, srgbRaster, srgbToLinear, type LinearRgba } from '../../raster'
import { groundPicture, paintPicture, type PictureBehind } from './groundPicture'

const HOW: PictureBehind = {
  kind: 'picture',
  hash: 'a'.repeat(64),
  name: 'Steps',
  fit: 'fill',
  sizePct: 25,
  blurPct: 0,
  lightEv: 0,
}

/** Four columns of 40 px, 0.1, 0.2, 0.3 and 0.4 bright, 80 px high. */
const columns = (): LinearRgba => {
  const picture = linearRaster({ width: 160, height: 80 })
  for (let i = 0; i < 160 * 80; i++) {
    const value = (1 + Math.floor((i % 160) / 40)) / 10
    picture.data.set([value, value, value, 1], i * 4)
  }
  return picture
}

const painted = (width: number, height: number, how: Partial<PictureBehind> = {}) => {
  const picture = linearRaster({ width, height })
  paintPicture(picture, columns(), { ...HOW, ...how })
  return (x: number, y: number): number => picture.data[(y * width + x) * 4]!
}

describe('a picture behind the product', () => {
  test('fills a square with its middle, cut off evenly at both sides', () => {
    const at = painted(80, 80)
    expect(at(10, 40)).toBeCloseTo(0.2, 3)
    expect(at(30, 40)).toBeCloseTo(0.2, 3)
    expect(at(50, 5)).toBeCloseTo(0.3, 3)
    expect(at(72, 75)).toBeCloseTo(0.3, 3)
  })

  test('is whole when that is asked, its edges going on above and below', () => {
    const at = painted(80, 80, { fit: 'whole' })
    expect(at(8, 40)).toBeCloseTo(0.1, 3)
    expect(at(72, 40)).toBeCloseTo(0.4, 3)
    expect(at(8, 2)).toBeCloseTo(0.1, 3)
    expect(at(72, 78)).toBeCloseTo(0.4, 3)
  })

  test('is repeated in tiles of the size that is asked', () => {
    const at = painted(200, 100, { fit: 'repeat', sizePct: 20 })
    for (const tile of [0, 40, 80, 120, 160])
      for (const [k, value] of [0.1, 0.2, 0.3, 0.4].entries())
        expect(at(tile + 5 + 10 * k, 50)).toBeCloseTo(value, 2)
  })

  test('is made lighter and darker in linear light, and never brighter than white', () => {
    expect(painted(80, 80, { lightEv: 1 })(50, 5)).toBeCloseTo(0.6, 3)
    expect(painted(80, 80, { lightEv: -1 })(50, 5)).toBeCloseTo(0.15, 3)
    expect(painted(80, 80, { lightEv: 3 })(50, 5)).toBe(1)
  })

  test('is blurred without getting lighter or darker as a whole, alike at every size', () => {
    const small = painted(100, 100, { blurPct: 100 })
    const large = painted(400, 400, { blurPct: 100 })
    for (const share of [0.3, 0.45, 0.5, 0.55, 0.7])
      expect(small(share * 100, 50)).toBeCloseTo(large(share * 400, 200), 2)
    expect(small(49, 50)).toBeGreaterThan(0.21)
    expect(small(51, 50)).toBeLessThan(0.29)
    const mean = Array.from({ length: 100 }, (_, x) => small(x, 50)).reduce((a, b) => a + b) / 100
    expect(mean).toBeCloseTo(0.25, 2)
  })

  test('is opaque, on white where it is clear', () => {
    const clear = srgbRaster({ width: 4, height: 4 })
    clear.data.set([128, 128, 128, 255], 0)
    const ground = groundPicture(clear)
    expect([...ground.data.slice(4 * 15, 4 * 16)]).toEqual([1, 1, 1, 1])
    expect(ground.data[0]!).toBeCloseTo(srgbToLinear(128 / 255), 4)
  })
})
