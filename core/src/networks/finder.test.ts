import { expect, test } from 'vitest'
import { srgbRaster } from '../raster'
import { Memory } from '../memory'
import { photographSource, type Source } from '../source'
import {
  FINDER_SIDE_PX,
  lookAt,
  spreadProbability,
  type Finder,
  type FinderQuestion,
} from './finder'
import { placeFinder } from './finder.testing'

/** Red on the left, blue on the right, twice as wide as high. */
function photograph() {
  const picture = srgbRaster({ width: 400, height: 200 })
  for (let i = 0; i < 400 * 200; i++)
    picture.data.set(i % 400 < 200 ? [204, 0, 0, 255] : [0, 0, 51, 255], i * 4)
  return photographSource(picture)
}

test('the network is shown the photograph squashed to its square, in sRGB planes, without a hint', async () => {
  const asked: FinderQuestion[] = []
  const finder = placeFinder(() => 0.5)
  await lookAt(photograph(), (question) => {
    asked.push(question)
    return finder(question)
  })
  const pixels = FINDER_SIDE_PX ** 2
  const [{ image, hint }] = asked as [FinderQuestion]
  expect([image.length, hint.length]).toEqual([3 * pixels, 3 * pixels])
  expect(hint.every((value) => value === 0)).toBe(true)
  const rgbAt = (x01: number, y01: number): number[] => {
    const i = Math.floor(y01 * FINDER_SIDE_PX) * FINDER_SIDE_PX + Math.floor(x01 * FINDER_SIDE_PX)
    return [0, 1, 2].map((c) => image[c * pixels + i]!)
  }
  for (const y of [0.1, 0.9]) {
    rgbAt(0.2, y).forEach((v, c) => expect(v).toBeCloseTo([0.8, 0, 0][c]!, 3))
    rgbAt(0.8, y).forEach((v, c) => expect(v).toBeCloseTo([0, 0, 0.2][c]!, 3))
  }
})

test('it is asked once for a photograph, by however many', async () => {
  let asked = 0
  const finder = placeFinder(() => 0.3)
  const source = photograph()
  const looks = await Promise.all(
    [1, 2].map(() =>
      lookAt(source, (question) => {
        asked++
        return finder(question)
      }),
    ),
  )
  expect(asked).toBe(1)
  expect(looks[0]!.expectedIou).toBe(0.9)
  expect(looks[1]!.map).toBe(looks[0]!.map)
})

test('its answer is spread over a picture of any shape', async () => {
  const { map } = await lookAt(
    photograph(),
    placeFinder((x, y) => (x > 0.5 && y < 0.25 ? 1 : 0)),
  )
  const { width, height, data } = spreadProbability(map, { width: 600, height: 300 })
  expect([width, height]).toEqual([600, 300])
  expect([data[20 * 600 + 500], data[20 * 600 + 100], data[200 * 600 + 500]]).toEqual([1, 0, 0])
})

test('another size of the same photograph is not asked about again', async () => {
  let asked = 0
  const finder: Finder = (question) => {
    asked++
    return placeFinder(() => 0.5)(question)
  }
  const memory = new Memory()
  const [small, large] = [50, 100].map((side) =>
    photographSource(srgbRaster({ width: side, height: side }), memory),
  ) as [Source, Source]
  expect(await lookAt(small, finder)).toBe(await lookAt(large, finder))
  expect(asked).toBe(1)
  // What can't be answered is asked again.
  const other = photographSource(srgbRaster({ width: 50, height: 50 }))
  await expect(lookAt(other, () => Promise.reject(new Error('away')))).rejects.toThrow('away')
  await lookAt(other, finder)
  expect(asked).toBe(2)
})
