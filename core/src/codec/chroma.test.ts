import { describe, expect, test } from 'vitest'
import { srgbRaster, type SrgbRgba8 } from '../raster'
import { seededRandom } from '../raster/seeded.testing'
import { chromaFor } from './chroma'

const SIZE = { width: 64, height: 48 }

const picture = (colourAt: (x: number, y: number) => readonly number[]): SrgbRgba8 => {
  const made = srgbRaster(SIZE)
  for (let i = 0; i < SIZE.width * SIZE.height; i++)
    made.data.set(colourAt(i % SIZE.width, Math.floor(i / SIZE.width)), i * 4)
  return made
}

/** Pixels in blocks of four whose Cb or Cr lies more than 12 from the mean of its block. */
function slowCount({ data, width, height }: SrgbRgba8): number {
  let count = 0
  for (let y = 0; y + 1 < height; y += 2)
    for (let x = 0; x + 1 < width; x += 2) {
      const places = [0, 1, width, width + 1].map((step) => (y * width + x + step) * 4)
      const isOff = [
        [0.5, -0.4187, -0.0813],
        [-0.1687, -0.3313, 0.5],
      ].some((weights) => {
        const four = places.map(
          (p) =>
            (data[p + 3]! / 255) *
            weights.reduce((sum, weight, c) => sum + weight * data[p + c]!, 0),
        )
        const mean = four.reduce((sum, value) => sum + value, 0) / 4
        return four.some((value) => Math.abs(value - mean) > 12)
      })
      if (isOff) count += 4
    }
  return count
}

const expected = (made: SrgbRgba8) =>
  slowCount(made) > 0.001 * SIZE.width * SIZE.height ? '4:4:4' : '4:2:0'

describe('chroma', () => {
  test('is kept once for four on greys, however rough, and for each pixel along a red rim', () => {
    expect(
      chromaFor(picture((x, y) => ((x * 7 + y * 13) % 2 ? [0, 0, 0, 255] : [255, 255, 255, 255]))),
    ).toBe('4:2:0')
    expect(chromaFor(picture((x) => (x < 31 ? [255, 255, 255, 255] : [200, 0, 20, 255])))).toBe(
      '4:4:4',
    )
    // Where the step lies between two blocks, no block shares its colour.
    expect(chromaFor(picture((x) => (x < 32 ? [255, 255, 255, 255] : [200, 0, 20, 255])))).toBe(
      '4:2:0',
    )
  })

  test('of what is transparent does not count', () => {
    expect(chromaFor(picture((x) => [x % 2 ? 255 : 0, 0, 90, 0]))).toBe('4:2:0')
  })

  test.each(Array.from({ length: 40 }, (_, seed) => seed + 1))(
    'is what its slow twin says, near the limit too, seed %i',
    (seed) => {
      const random = seededRandom(seed)
      const base = [60 + random() * 100, 60 + random() * 100, 60 + random() * 100]
      const spread = 10 + seed
      const made = picture(() => [
        ...base.map((value) => value + (random() - 0.5) * spread),
        seed % 3 ? 255 : 200 + random() * 55,
      ])
      expect(chromaFor(made)).toBe(expected(made))
    },
  )
})
