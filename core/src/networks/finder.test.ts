import { describe, expect, test } from 'vitest'
import { planeU8, srgbRaster, type SrgbRgba8 } from '../raster'
import { photographSource } from '../source'
import { findClosely, type Finder } from './finder'
import { toneFinder } from './finder.testing'

const SIZE = { width: 400, height: 300 }
const THING = { x0: 260, y0: 110, x1: 320, y1: 170 }
const CARD = { x0: 20, y0: 100, x1: 120, y1: 180 }

/** A dark square and a dark card on pale paper. */
function photograph(): SrgbRgba8 {
  const picture = srgbRaster(SIZE)
  picture.data.fill(220)
  for (const { x0, y0, x1, y1 } of [THING, CARD])
    for (let y = y0; y < y1; y++)
      for (let x = x0; x < x1; x++) picture.data.set([60, 60, 60, 255], (y * SIZE.width + x) * 4)
  for (let p = 3; p < picture.data.length; p += 4) picture.data[p] = 255
  return picture
}

/** A finder that also tells how much of each look was dark. */
function watched(finder: Finder): { finder: Finder; dark: number[] } {
  const dark: number[] = []
  return {
    dark,
    finder: async (planes) => {
      dark.push(planes.reduce((sum, value) => sum + (value < 0.5 ? 1 : 0), 0) / planes.length)
      return finder(planes)
    },
  }
}

const nothing = () => planeU8(SIZE)
const card = () => {
  const marks = planeU8(SIZE)
  for (let y = CARD.y0 - 5; y < CARD.y1 + 5; y++)
    marks.data.fill(1, y * SIZE.width + CARD.x0 - 5, y * SIZE.width + CARD.x1 + 5)
  return marks
}

const at = (x: number, y: number): number => y * SIZE.width + x

describe('a close look', () => {
  test('is both ways, then both ways again at the box that was found', async () => {
    const { finder, dark } = watched(toneFinder(0.5, 0.98))
    let passes = 0
    const source = photographSource(photograph())
    const { data } = await findClosely(source, SIZE, finder, nothing, () => passes++)
    expect(dark).toHaveLength(4)
    expect(passes).toBe(4)
    expect(dark[1]).toBeCloseTo(dark[0]!, 3)
    expect(data[at(290, 140)]).toBeCloseTo(0.98, 2)
    expect(data[at(70, 140)]).toBeCloseTo(0.98, 2)
    expect(data[at(200, 140)]).toBeCloseTo(0.02, 2)
  })

  test('goes to what is meant: a card has no say in where', async () => {
    const { finder, dark } = watched(toneFinder(0.5, 0.98))
    const source = photographSource(photograph())
    const { data } = await findClosely(source, SIZE, finder, card, () => undefined)
    // The square with room about it: (1 + 2 · 0.14)² of its area.
    expect(dark[2]).toBeCloseTo(1 / 1.28 ** 2, 1)
    expect(data[at(290, 140)]).toBeCloseTo(0.98, 2)
    // Beyond the box the first look counts half.
    expect(data[at(70, 140)]).toBeCloseTo(0.49, 2)
  })

  test('evens out what a finder sees on one side only', async () => {
    const left: Finder = async (planes) => {
      const side = Math.sqrt(planes.length / 3)
      return Float32Array.from({ length: side * side }, (_, i) => (i % side < side / 2 ? 0.9 : 0.1))
    }
    const source = photographSource(photograph())
    const { data } = await findClosely(source, SIZE, left, nothing, () => undefined)
    for (const x of [30, 130, 270, 370]) expect(data[at(x, 150)]).toBeCloseTo(0.5, 5)
  })

  test('is not repeated where nothing was found', async () => {
    const { finder, dark } = watched(async (planes) =>
      new Float32Array(planes.length / 3).fill(0.01),
    )
    await findClosely(photographSource(photograph()), SIZE, finder, nothing, () => undefined)
    expect(dark).toHaveLength(2)
  })
})
