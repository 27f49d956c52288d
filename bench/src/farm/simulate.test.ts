import { describe, expect, test } from 'vitest'
import { simulateFarm } from './simulate'

const alike = (count: number, ms: number): number[] => new Array<number>(count).fill(ms)

describe('a simulated farm', () => {
  test('of one worker takes the sum of everything', () => {
    const model = { serviceMs: [100, 300, 200], betweenMs: 10, lineMs: 5 }
    expect(simulateFarm(model, 1).seconds).toBeCloseTo((600 + 3 * 15) / 1000, 9)
  })

  test('is n times as fast while the line is free', () => {
    const model = { serviceMs: alike(64, 1000), betweenMs: 0, lineMs: 0 }
    for (const workers of [1, 2, 4, 16, 64])
      expect(simulateFarm(model, workers)).toMatchObject({ seconds: 64 / workers, busy01: 1 })
  })

  test('can’t be faster than its line', () => {
    const { seconds, perMinute } = simulateFarm(
      { serviceMs: alike(1000, 100), betweenMs: 0, lineMs: 50 },
      64,
    )
    expect(seconds).toBeCloseTo((1000 * 50 + 100) / 1000, 6)
    expect(perMinute).toBeLessThan(60_000 / 50)
  })

  test('waits for its longest photograph', () => {
    expect(simulateFarm({ serviceMs: [10, 10, 900], betweenMs: 0, lineMs: 0 }, 3).seconds).toBe(0.9)
  })
})
