import { describe, expect, test } from 'vitest'
import { cells, noise, octaves, pointOf } from './noise'

/** Places on either side of the origin, none of them in step with the cells. */
const PLACES = Array.from({ length: 400 }, (_, i) => ({
  x: ((i * 37) % 101) * 0.731 - 31.7,
  y: ((i * 53) % 97) * 0.517 - 20.3,
  seed: (i * 2654435761) % 0x100000000,
}))

describe('octaves', () => {
  /** The slow twin, one octave after another in doubles. */
  function reference(x: number, y: number, seed: number, count: number, footprint: number): number {
    let [sum, weight] = [0, 0]
    for (let i = 0; i < count; i++) {
      const keeps = Math.min(1, Math.max(0, 1.5 - 2 * footprint * 2 ** i))
      if (keeps <= 0) break
      sum += 0.5 ** i * (0.5 + keeps * (noise(x * 2 ** i, y * 2 ** i, seed + i * 101) - 0.5))
      weight += 0.5 ** i
    }
    return weight === 0 ? 0.5 : sum / weight
  }

  test.each([
    { count: 1, footprint: 0 },
    { count: 3, footprint: 0.01 },
    { count: 4, footprint: 0.2 },
    { count: 6, footprint: 0.02 },
    { count: 9, footprint: 0 },
  ])('equals its slow twin: $count octaves, $footprint a pixel', ({ count, footprint }) => {
    for (const { x, y, seed } of PLACES) {
      const expected = reference(x, y, seed, count, footprint)
      expect(Math.abs(octaves(x, y, seed, count, footprint) - expected)).toBeLessThan(2e-3)
    }
  })

  test('what is finer than a pixel comes to its mean', () => {
    expect(octaves(3.3, 4.4, 5, 4, 0.75)).toBe(0.5)
    expect(octaves(3.3, 4.4, 5, 4, 100)).toBe(0.5)
  })
})

test('the nearest point, and the next, are found among all of the nine cells about a place', () => {
  for (const { x, y, seed } of PLACES) {
    const all = [-1, 0, 1]
      .flatMap((down) =>
        [-1, 0, 1].map((across) => pointOf(Math.floor(x) + across, Math.floor(y) + down, seed)),
      )
      .map((point) => ({ apart: Math.hypot(x - point.x, y - point.y), id: point.id }))
      .sort((a, b) => a.apart - b.apart)
    const { near, next, id } = cells(x, y, seed)
    expect(near).toBeCloseTo(all[0]!.apart, 6)
    expect(next).toBeCloseTo(all[1]!.apart, 6)
    expect(id).toBe(all[0]!.id)
  }
})
