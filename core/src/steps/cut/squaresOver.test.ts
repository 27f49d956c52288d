import { describe, expect, test } from 'vitest'
import { planeU8, type PlaneU8 } from '../../raster'
import { squaresOver, type Square } from './squaresOver'

const SIZE = { width: 101, height: 77 }
const GRID = { sidePx: 24, stepPx: 8, offsetPx: 4 }

const marked = (holds: (x: number, y: number) => boolean): PlaneU8 => {
  const plane = planeU8(SIZE)
  for (let i = 0; i < plane.data.length; i++)
    plane.data[i] = holds(i % SIZE.width, Math.floor(i / SIZE.width)) ? 1 : 0
  return plane
}

/** The marked pixels that no square holds. */
const missed = (plane: PlaneU8, squares: readonly Square[]): number[] =>
  [...plane.data.keys()].filter((i) => {
    const x = i % plane.width
    const y = Math.floor(i / plane.width)
    const held = squares.some(
      (square) =>
        x >= square.x && x < square.x + GRID.sidePx && y >= square.y && y < square.y + GRID.sidePx,
    )
    return plane.data[i] === 1 && !held
  })

const ring = (x: number, y: number): boolean => Math.abs(Math.hypot(x - 50, y - 38) - 33) < 3

describe('squares', () => {
  test.each([
    ['a ring', marked(ring)],
    ['everything', marked(() => true)],
    ['the four corners', marked((x, y) => x % 100 === 0 && y % 76 === 0)],
    ['a diagonal', marked((x, y) => x === y)],
    ['scattered dots', marked((x, y) => (x * 31 + y * 17) % 97 === 0)],
  ])('hold all of %s, and begin on the grid', (_, plane) => {
    const squares = squaresOver(plane, GRID)
    expect(missed(plane, squares)).toEqual([])
    for (const { x, y } of squares) expect([(x + 4) % 8, (y + 4) % 8].map(Math.abs)).toEqual([0, 0])
    // None is there for nothing.
    for (const square of squares)
      expect(
        missed(
          plane,
          squares.filter((other) => other !== square),
        ).length,
      ).toBeGreaterThan(0)
  })

  test('follow a line rather than a grid: one under the other, each about its middle', () => {
    const upright = marked((x) => x >= 20 && x < 32)
    expect(squaresOver(upright, GRID)).toEqual(
      [-4, 20, 44, 68].map((y) => ({ x: expect.any(Number) as number, y })),
    )
    // A grid of their size would cut the line lengthwise, and need twice as many.
    for (const { x } of squaresOver(upright, GRID)) expect([12, 20]).toContain(x)
  })

  test('are none where nothing is marked', () => {
    expect(squaresOver(planeU8(SIZE), GRID)).toEqual([])
  })
})
