import { describe, expect, test } from 'vitest'
import { linearRaster, planeF32, type LinearRgba, type Rgb } from '../../raster'
import { groundLight, touch } from './touch'

const SIZE = { width: 60, height: 40 }

/** A ground of one colour, or of one at the left and another at the right. */
const ground =
  (left: Rgb, right = left) =>
  ({ width, height, data }: LinearRgba): void => {
    for (let i = 0; i < width * height; i++)
      data.set([...(i % width < width / 2 ? left : right), 1], i * 4)
  }

/** A grey square in the middle, alone in its picture, and its alpha. */
function square() {
  const picture = linearRaster(SIZE)
  const alpha = planeF32(SIZE)
  for (let y = 10; y < 30; y++)
    for (let x = 20; x < 40; x++) {
      alpha.data[y * 60 + x] = 1
      picture.data.set([0.2, 0.2, 0.2, 1], (y * 60 + x) * 4)
    }
  return { picture, alpha }
}
const at = ({ data }: LinearRgba, x: number, y: number): number[] => [
  ...data.subarray((y * 60 + x) * 4, (y * 60 + x) * 4 + 4),
]
const touched = (paint: (picture: LinearRgba) => void, strength: number): LinearRgba => {
  const { picture, alpha } = square()
  touch(picture, alpha, groundLight(paint, SIZE), strength)
  return picture
}

describe('the light of a ground', () => {
  test('has its cast, of luminance one, and is as bright as it is', () => {
    const usual = groundLight(ground([0.35, 0.35, 0.35]), SIZE)
    expect(usual.cast.every((one) => Math.abs(one - 1) < 1e-6)).toBe(true)
    expect(usual.times).toBeCloseTo(1, 6)
    const warm = groundLight(ground([0.5, 0.3, 0.1]), SIZE)
    expect(warm.cast[0]).toBeGreaterThan(1)
    expect(warm.cast[2]).toBeLessThan(0.5)
    expect(groundLight(ground([0.01, 0.01, 0.01]), SIZE).times).toBe(0.55)
  })
})

describe('a product in a scene', () => {
  test('is as it was without strength, and on a neutral ground of usual brightness inside its rim', () => {
    const { picture } = square()
    expect(touched(ground([0.6, 0.2, 0.1]), 0).data).toEqual(picture.data)
    const same = touched(ground([0.35, 0.35, 0.35]), 1)
    for (const value of at(same, 30, 20).slice(0, 3)) expect(value).toBeCloseTo(0.2, 6)
  })

  test('takes on warmth and darkness by its strength', () => {
    const [half, full] = [0.5, 1].map((strength) =>
      at(touched(ground([0.12, 0.06, 0.02]), strength), 30, 20),
    )
    const warmth = ([red = 0, , blue = 1]: number[]): number => red / blue
    expect(warmth(half!)).toBeGreaterThan(1.1)
    expect(warmth(full!)).toBeGreaterThan(warmth(half!))
    expect(full![1]).toBeLessThan(half![1]!)
    expect(half![1]).toBeLessThan(0.2)
  })

  test('has the ground’s colour where its outline is soft, and its own inside', () => {
    const { picture, alpha } = square()
    const edge = 20 * 60 + 20
    alpha.data[edge] = 0.3
    picture.data.set([0.06, 0.06, 0.06, 0.3], edge * 4)
    const light = groundLight(ground([0.35, 0.35, 0.35]), SIZE)
    touch(
      picture,
      alpha,
      {
        ...light,
        sides: [
          [0.9, 0, 0],
          [0.9, 0, 0],
        ],
      },
      1,
    )
    const [red = 0, green = 0] = at(picture, 20, 20)
    expect(red).toBeGreaterThan(0.15)
    expect(green).toBeLessThan(0.04)
    expect(at(picture, 30, 20)[1]).toBeCloseTo(0.2, 2)
  })

  test('has a rim of what lies behind each of its sides, and nothing outside of its outline', () => {
    const made = touched(ground([0.05, 0.05, 0.05], [0.9, 0.9, 0.9]), 1)
    const [left, middle, right] = [at(made, 20, 20)[0]!, at(made, 30, 20)[0]!, at(made, 39, 20)[0]!]
    expect(right).toBeGreaterThan(left)
    expect(right).toBeGreaterThan(middle * 1.3)
    expect(at(made, 45, 20)).toEqual([0, 0, 0, 0])
    expect(at(made, 39, 20)[3]).toBe(1)
  })
})
