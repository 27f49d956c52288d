import { describe, expect, test } from 'vitest'
import { linearToSrgb, srgbRaster } from '../raster'
import { seededRandom } from '../raster/seeded.testing'
import { photographSource } from '../source'
import { enlargePart, type Enlarger } from './enlarger'

const size = { width: 60, height: 50 }
const random = seededRandom(3)
const original = srgbRaster(size)
for (let p = 0; p < original.data.length; p += 4)
  original.data.set([random() * 255, random() * 255, 40 + random() * 40, 255], p)
const source = photographSource(original)

/** Repeats each pixel, but makes everything a fifth too dark and greenish: what it holds must come back. */
const tinted =
  (times: number): Enlarger =>
  (planes, { width, height }) => {
    const pixels = width * height
    const large = new Float32Array(planes.length * times * times)
    for (let c = 0; c < 3; c++)
      for (let y = 0; y < height * times; y++)
        for (let x = 0; x < width * times; x++)
          large[(c * height * times + y) * width * times + x] =
            planes[c * pixels + ((y / times) | 0) * width + ((x / times) | 0)]! * 0.8 +
            (c === 1 ? 0.1 : 0)
    return Promise.resolve(large)
  }

describe('a part that a network enlarges', () => {
  test('has as many pixels as it should, all opaque', async () => {
    const part = { x: 7, y: 5, width: 20, height: 10 }
    const made = await enlargePart(source, part, 4, tinted(4))
    expect([made.width, made.height]).toEqual([80, 40])
    for (let p = 3; p < made.data.length; p += 4) expect(made.data[p]).toBe(1)
  })

  test('has the colours of the photograph, whatever the network does to them', async () => {
    const flat = srgbRaster(size)
    for (let p = 0; p < flat.data.length; p += 4) flat.data.set([180, 90, 40, 255], p)
    const part = { x: 7, y: 5, width: 20, height: 10 }
    const { data } = await enlargePart(photographSource(flat), part, 2, tinted(2))
    for (let p = 0; p < data.length; p += 4)
      [180, 90, 40].forEach((value, c) =>
        expect(linearToSrgb(data[p + c]!) * 255).toBeCloseTo(value, 2),
      )
  })

  test('is the same whichever part it is made in: there is no seam', async () => {
    const whole = await enlargePart(source, { x: 0, y: 0, width: 40, height: 30 }, 2, tinted(2))
    const part = await enlargePart(source, { x: 20, y: 10, width: 20, height: 20 }, 2, tinted(2))
    for (let y = 0; y < 40; y++)
      for (let x = 0; x < 40; x++)
        for (let c = 0; c < 3; c++)
          expect(part.data[(y * 40 + x) * 4 + c]!).toBeCloseTo(
            whole.data[((y + 20) * 80 + x + 40) * 4 + c]!,
            5,
          )
  })
})
