import { describe, expect, test } from 'vitest'
import type { CutSigns } from '../../matte'
import { planeF32, planeU8, type PlaneU8 } from '../../raster'
import { borderShare, confidenceOf, expectedMiss, signsOf } from './confidence'

const SIZE = { width: 120, height: 100 }

function rectangle(x0: number, y0: number, x1: number, y1: number): PlaneU8 {
  const labels = planeU8(SIZE)
  for (let y = y0; y < y1; y++) labels.data.fill(1, y * SIZE.width + x0, y * SIZE.width + x1)
  return labels
}

describe('the signs of a cut', () => {
  test('are what moved, how ragged it is, gaps, and what the network says', () => {
    const labels = rectangle(20, 20, 60, 60)
    const stiff = rectangle(20, 20, 60, 60)
    // Two pieces come and go: of 20 and of 40 pixels.
    for (let y = 25; y < 35; y++) stiff.data.fill(1, y * 120 + 60, y * 120 + 62)
    for (let y = 40; y < 50; y++) stiff.data.fill(0, y * 120 + 20, y * 120 + 24)
    // The network missed the upper half of it.
    const probability = planeF32(SIZE, Float32Array.from(rectangle(20, 40, 60, 60).data))
    const signs = signsOf({ labels, stiff, holes: 2, probability, expectedIou: 0.9 })
    expect(signs.moved).toBeCloseTo(40 / 1600, 9)
    expect(signs.raggedness).toBeCloseTo((4 * 40 - 4) / 40, 9)
    expect(signs.holes).toBe(2)
    expect([signs.expectedIou, signs.agreement01]).toEqual([0.9, 0.5])
  })

  test('the border is counted once round', () => {
    expect(borderShare(SIZE, () => true)).toBe(1)
    const top = (i: number): boolean => i < SIZE.width
    expect(borderShare(SIZE, top)).toBeCloseTo(120 / (2 * 220 - 4), 9)
  })
})

describe('confidence', () => {
  const clean: CutSigns = {
    moved: 0,
    raggedness: 3.5,

    holes: 0,
    expectedIou: 0.99,
    agreement01: 0.99,
  }

  test('is high for a clean disc on plain paper, and a chance always', () => {
    expect(confidenceOf(clean)).toBeGreaterThan(0.75)
    const worst = confidenceOf({
      moved: 1,
      raggedness: 40,
      holes: 50,
      expectedIou: 0.3,
      agreement01: 0.3,
    })
    expect(worst).toBeGreaterThan(0)
    expect(worst).toBeLessThan(0.01)
  })

  test.each([
    ['moves', { moved: 0.05 }],
    ['is ragged', { raggedness: 9 }],
    ['has gaps', { holes: 6 }],
    ['is doubted by the network', { expectedIou: 0.85 }],
    ['is other than the network’s', { agreement01: 0.8 }],
  ])('falls where a cut %s, and more of it is probably wrong', (_, sign) => {
    const cut = { ...clean, ...sign }
    expect(confidenceOf(cut)).toBeLessThan(confidenceOf(clean) - 0.002)
    expect(expectedMiss(cut)).toBeGreaterThan(expectedMiss(clean) + 0.0002)
  })

  test('of a clean cut a hundredth is probably wrong, of a hopeless one most', () => {
    expect(expectedMiss(clean)).toBeLessThan(0.015)
    const hopeless = { moved: 1, raggedness: 40, holes: 50, expectedIou: 0.3, agreement01: 0.3 }
    expect(expectedMiss(hopeless)).toBeGreaterThan(0.6)
    expect(expectedMiss(hopeless)).toBeLessThanOrEqual(1)
  })
})
