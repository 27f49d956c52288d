import { describe, expect, test } from 'vitest'
import { FINDER_SIDE_PX, type Finder, type FinderQuestion } from '../../../networks'
import { Memory } from '../../../memory'
import { srgbRaster } from '../../../raster'
import { photographSource } from '../../../source'
import { beginCut } from '../cutting'
import { hintedLook, hintsOf, knownLook, planesOf } from './hints'
import { box, stroke } from './hints.testing'
import type { Repair } from './repairs'

const SIDE = FINDER_SIDE_PX
const PIXELS = SIDE * SIDE

describe('what the network is told', () => {
  const planeOf = (planes: Float32Array, k: number): number[] =>
    [...planes.subarray(k * PIXELS, (k + 1) * PIXELS).keys()].filter((i) => planes[k * PIXELS + i])

  test('a click on the product is a disc in the first plane, one beside it in the second', () => {
    const planes = planesOf([stroke('keep', [[0.25, 0.5]]), stroke('drop', [[0.75, 0.25]])])
    const radius = 0.012 * SIDE
    for (const [k, cx, cy] of [
      [0, 0.25 * SIDE, 0.5 * SIDE],
      [1, 0.75 * SIDE, 0.25 * SIDE],
    ] as const) {
      const disc = planeOf(planes, k)
      expect(Math.abs(disc.length - Math.PI * radius * radius)).toBeLessThan(12)
      for (const i of disc)
        expect(Math.hypot((i % SIDE) + 0.5 - cx, Math.floor(i / SIDE) + 0.5 - cy)).toBeLessThan(
          radius + 0.6,
        )
    }
    expect(planeOf(planes, 2)).toEqual([])
  })

  test('a wide brush is shown no wider than the network has seen', () => {
    const disc = planeOf(planesOf([stroke('keep', [[0.5, 0.5]], 0.1)]), 0)
    expect(Math.sqrt(disc.length / Math.PI)).toBeCloseTo(0.022 * SIDE, 0)
  })

  test('a box is filled from any corner to the other, in the third plane, as far as it is in the picture', () => {
    const filled = planeOf(planesOf([box([0.5, 0.75], [-0.1, 0.5])]), 2)
    expect(filled.length).toBe((SIDE / 2) * (SIDE / 4))
    expect(filled[0]).toBe((SIDE / 2) * SIDE)
  })

  test('thin strokes, paint and paths tell it nothing', () => {
    const paint: Repair = { ...stroke('keep', [[0.5, 0.5]]), kind: 'paint' }
    const told = stroke('drop', [[0.5, 0.5]], 0.008)
    expect(hintsOf([stroke('keep', [[0.5, 0.5]], 0.007), paint, told])).toEqual([told])
  })
})

describe('asking the network again', () => {
  const photograph = () => photographSource(srgbRaster({ width: 90, height: 60 }))
  const first = stroke('keep', [[0.2, 0.2]])
  const second = stroke('drop', [[0.8, 0.8]])

  /** Answers with what it was told for product. */
  const recording = (asked: FinderQuestion[]): Finder => {
    return (question) => {
      asked.push(question)
      return Promise.resolve({ probability: question.hint.slice(0, PIXELS), iou: 0.5 })
    }
  }

  test('is done once for each set of hints, and once without; what it said last is known', async () => {
    const source = photograph()
    const asked: FinderQuestion[] = []
    const finder = recording(asked)
    expect(knownLook(source, [first])).toBeNull()
    const look = await hintedLook(source, finder, [first])
    expect(await hintedLook(source, finder, [first])).toEqual(look)
    expect(asked.map(({ hint }) => hint.includes(1))).toEqual([false, true])
    expect(look.map.data.includes(1)).toBe(true)
    // Of two hints the first is known; asked again, both are.
    expect(knownLook(source, [first, second])?.hints).toEqual([first])
    await hintedLook(source, finder, [first, second])
    expect(asked.length).toBe(3)
    expect(knownLook(source, [first, second])?.hints).toEqual([first, second])
  })

  test('under the pointer nothing is asked: what is known counts', async () => {
    const asked: FinderQuestion[] = []
    const finder = recording(asked)
    const source = photograph()
    const uncut = { kind: 'uncut', reason: 'no-product' } as const
    const begin = (patience: 'asks' | 'goes by what is known') =>
      beginCut(
        {
          source,
          key: 'k',
          keptMatte: () => uncut,
          memory: new Memory(),
          typesetter: () => Promise.reject(new Error('no mark is drawn')),
          forPlacements: [],
          network: async (id) => {
            if (id !== 'finder') throw new Error(`${id} is not needed`)
            return finder as never // the only one that is asked for
          },
          patience,
          checkpoint: () => undefined,
        },
        [first],
      )
    expect((await begin('goes by what is known')).look).toBeNull()
    expect(asked.length).toBe(0)
    expect((await begin('asks')).look?.hints).toEqual([first])
    expect((await begin('goes by what is known')).look?.hints).toEqual([first])
    expect(asked.length).toBe(2)
  })
})
