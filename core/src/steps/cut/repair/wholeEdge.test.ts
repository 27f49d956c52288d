import { describe, expect, test } from 'vitest'
import { planeF32, type PlaneU8 } from '../../../raster'
import { workedEdge } from './edgeWork'
import { AT_REST, SIDE, inDisc, inPiece, planeOf, matteOf, repaired } from './disc.testing'

describe('the whole edge', () => {
  const disc = matteOf(planeOf(inDisc))
  const area = (alpha: PlaneU8): number => alpha.data.reduce((sum, a) => sum + a / 255, 0)
  test('is moved by what is asked', () => {
    for (const shift of [-10, -4, 4, 10]) {
      const alpha = repaired(disc, [], { ...AT_REST, edgeShift: shift })
      const radius = Math.sqrt(area(alpha) / Math.PI)
      expect(radius).toBeCloseTo(60 + (shift * SIDE) / 1000, 0)
    }
  })
  test('softened has its middle where it was; tightened it is steep again', () => {
    const soft = repaired(disc, [], { ...AT_REST, edgeSoften: 10 })
    expect(area(soft)).toBeCloseTo(area(disc.alphas[0].plane), -2)
    const mixed = (alpha: PlaneU8): number => alpha.data.filter((a) => a > 10 && a < 245).length
    const tight = repaired(disc, [], { ...AT_REST, edgeSoften: 10, edgeTightenPct: 100 })
    expect(mixed(tight)).toBeLessThan(0.5 * mixed(soft))
  })
  test('pieces that are smaller than asked go', () => {
    const two = matteOf(planeOf((x, y) => inDisc(x, y) || inPiece(x, y)))
    expect(repaired(two, [], { ...AT_REST, speck: 60 }).data[30 * SIDE + 30]).toBe(255)
    const small = matteOf(planeOf((x, y) => inDisc(x, y) || Math.hypot(x - 30, y - 30) < 5))
    expect(repaired(small, [], { ...AT_REST, speck: 60 }).data[30 * SIDE + 30]).toBe(0)
  })
  test('keeps its profile where it moves', () => {
    const ramp = planeF32(
      { width: 64, height: 8 },
      Float32Array.from({ length: 512 }, (_, i) => Math.min(1, Math.max(0, ((i % 64) - 29.5) / 6))),
    )
    const { data } = workedEdge(ramp, { shiftPx: 4, softenPx: 0, steepness: 1 })
    for (let x = 22; x < 40; x++)
      expect(data[4 * 64 + x]).toBeCloseTo(ramp.data[4 * 64 + x + 4]!, 1)
  })
})
