import { describe, expect, test } from 'vitest'
import { inPicture, onProduct, placeFor, scaledBox } from './placing'

const rounded = (value: number): number => Math.round(value * 1e4) / 1e4

const surroundings = {
  picture: { width: 800, height: 1000 },
  product: { x: 0.2, y: 0.3, width: 0.5, height: 0.4 },
  marginPct: 4,
}

describe('where a mark is let go', () => {
  const box = { width: 0.2, height: 0.1 }

  test.each([
    ['the left upper corner of the margin', { x: 0.05, y: 0.04 }, { x: 0, y: 0 }],
    ['the right lower one', { x: 1 - 0.05 - 0.2, y: 1 - 0.04 - 0.1 }, { x: 1, y: 1 }],
    ['near the middle', { x: 0.405, y: 0.453 }, { x: 0.5, y: 0.5 }],
    ['beyond the frame', { x: -0.3, y: 1.4 }, { x: 0, y: 1 }],
    ['between', { x: 0.225, y: 0.04 }, { x: 0.25, y: 0 }],
  ])('on the frame: %s', (_, at, place) => {
    expect(placeFor('frame', { ...at, ...box }, surroundings, 'pointer')).toEqual({
      on: 'frame',
      ...place,
    })
  })

  test('near a nine point, by keys, it stays where it was moved', () => {
    const at = { x: 0.05, y: 0.048, ...box }
    const place = { on: 'frame', x: 0, y: rounded((0.048 - 0.04) / 0.82) }
    expect(placeFor('frame', at, surroundings, 'keys')).toEqual(place)
  })

  test('one as wide as the frame stays in its middle', () => {
    const wide = { x: 0.3, y: 0.04, width: 0.95, height: 0.1 }
    expect(placeFor('frame', wide, surroundings, 'pointer')).toEqual({ on: 'frame', x: 0.5, y: 0 })
  })

  test('on the product, by its middle', () => {
    const at = { x: 0.35, y: 0.45, ...box }
    expect(placeFor('product', at, surroundings, 'pointer')).toEqual({
      on: 'product',
      x: 0.5,
      y: 0.5,
    })
  })
})

test('a place of the product goes to the picture and back, and no further than a mark may lie', () => {
  const at = inPicture({ x: 0.25, y: 1 }, surroundings)
  expect(at).toEqual({ x: 0.325, y: 0.7 })
  expect(onProduct(at, surroundings)).toEqual({ x: 0.25, y: 1 })
  expect(onProduct({ x: -5, y: 5 }, surroundings)).toEqual({ x: -2, y: 3 })
  expect(inPicture({ x: 0.25, y: 1 }, { product: null })).toEqual({ x: 0.25, y: 1 })
})

test('a box grows about its middle, and moves', () => {
  const grown = scaledBox({ x: 0.4, y: 0.4, width: 0.2, height: 0.1 }, 2, 0.1, -0.1)
  const around = { x: 0.4, y: 0.25, width: 0.4, height: 0.2 }
  for (const side of ['x', 'y', 'width', 'height'] as const)
    expect(grown[side]).toBeCloseTo(around[side], 9)
})
