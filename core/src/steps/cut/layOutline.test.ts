import { describe, expect, test } from 'vitest'
import type { EdgeFinder, EdgeQuestion } from '../../networks'
import { linearRaster, planeF32, srgbToLinear, type PlaneF32, type Size } from '../../raster'
import { layOutline } from './layOutline'
import { nearSoft } from './nearSoft'

const SIZE: Size = { width: 200, height: 150 }
const REACH = 3

/** A picture whose sRGB bytes say where each pixel is: across in red, down in green. */
function signpost() {
  const picture = linearRaster(SIZE)
  for (let y = 0; y < SIZE.height; y++)
    for (let x = 0; x < SIZE.width; x++)
      picture.data.set(
        [srgbToLinear(x / 255), srgbToLinear(y / 255), 0, 1],
        (y * SIZE.width + x) * 4,
      )
  return picture
}

/** Product on the right of a soft line that stands two pixels wide at x. */
function rightOf(x: number): PlaneF32 {
  const coarse = planeF32(SIZE)
  for (let i = 0; i < coarse.data.length; i++)
    coarse.data[i] = Math.min(1, Math.max(0, ((i % SIZE.width) - x) / 2))
  return coarse
}

/** Answers with one of the picture's channels. */
const channelOf =
  (c: number, asked: EdgeQuestion[] = []): EdgeFinder =>
  (question) => {
    asked.push(question)
    const { pieces, width, height, image } = question
    const pixels = width * height
    const answer = new Float32Array(pieces * pixels)
    for (let k = 0; k < pieces; k++)
      answer.set(image.subarray((k * 3 + c) * pixels, (k * 3 + c + 1) * pixels), k * pixels)
    return Promise.resolve(answer)
  }

const lay = (coarse: PlaneF32, edge: EdgeFinder, checkpoint: () => void = () => undefined) =>
  layOutline({ picture: signpost(), coarse, reachPx: REACH, edge, checkpoint })

describe('the outline', () => {
  test.each([
    ['across', 0],
    ['down', 1],
  ] as const)('is the network’s answer pixel by pixel within reach: %s', async (_, channel) => {
    // The line is soft at 127 alone: it and three pixels to both sides are in reach, over two squares.
    const { data } = await lay(rightOf(126), channelOf(channel))
    for (let y = 0; y < SIZE.height; y++)
      for (let x = 0; x < SIZE.width; x++) {
        const place = [x, y][channel]! / 255
        const expected = x < 124 ? 0 : x > 130 ? 1 : place
        expect(data[y * SIZE.width + x], `${x}, ${y}`).toBeCloseTo(expected, 6)
      }
  })

  test('is asked for in whole squares with what lies about them, of those alone that it crosses', async () => {
    const asked: EdgeQuestion[] = []
    await lay(rightOf(30), channelOf(0, asked))
    // Four squares stand one above the other along the line.
    expect(asked.map(({ pieces }) => pieces)).toEqual([4])
    const [{ width, height, image, coarse }] = asked as [EdgeQuestion]
    expect([width, height]).toEqual([48, 48])
    expect([image.length, coarse.length]).toEqual([4 * 3 * 48 * 48, 4 * 48 * 48])
    // The first square begins beyond the picture's corner: what lies there is its border again.
    expect([...image.subarray(0, 11)].map((v) => Math.round(v * 255))).toEqual([
      ...new Uint8Array(9),
      1,
      2,
    ])
    // Across it the coarse cut passes from nothing to all at 30 … 32.
    expect([...coarse.subarray(8 + 29, 8 + 34)]).toEqual([0, 0, 0.5, 1, 1])
  })

  test('is asked for sixteen squares at a time, and stops between them', async () => {
    const soft = planeF32(SIZE, new Float32Array(SIZE.width * SIZE.height).fill(0.5))
    const asked: EdgeQuestion[] = []
    await lay(soft, channelOf(0, asked))
    expect(asked.map(({ pieces }) => pieces)).toEqual([16, 8])
    asked.length = 0
    const stop = () => {
      throw new Error('stop')
    }
    await expect(lay(soft, channelOf(0, asked), stop)).rejects.toThrow('stop')
    expect(asked.length).toBe(1)
  })

  test('of what is nowhere soft needs no network', async () => {
    const hard = rightOf(100)
    hard.data.set(hard.data.map((share) => (share >= 0.5 ? 1 : 0)))
    const never: EdgeFinder = () => Promise.reject(new Error('asked'))
    expect((await lay(hard, never)).data).toEqual(hard.data)
  })
})

test('near what is soft means within a square about it', () => {
  const plane = planeF32({ width: 9, height: 7 })
  plane.data[3 * 9 + 1] = 0.5
  plane.data[3 * 9 + 7] = 0.03
  const { data } = nearSoft(plane, 2)
  const rows = Array.from({ length: 7 }, (_, y) => [...data.subarray(y * 9, y * 9 + 9)].join(''))
  expect(rows).toEqual([
    '000000000',
    '111100000',
    '111100000',
    '111100000',
    '111100000',
    '111100000',
    '000000000',
  ])
})
