import { describe, expect, test } from 'vitest'
import { planeU8, wholeOf } from '../../../raster'
import { corner, outlineCoverage, svgPath } from './outline'
import { type Outline } from './repairs'
import { traceOutline } from './traceOutline'
import { SIDE, planeOf, matteOf, wrong, repaired } from './disc.testing'

describe('paths', () => {
  const square: Outline = [
    [0.25, 0.25],
    [0.75, 0.25],
    [0.75, 0.75],
    [0.25, 0.75],
  ].map(([x, y]) => corner([x!, y!]))
  /** The usual four curves for a circle, by the constant 0.5523. */
  const circle = (cx: number, cy: number, r: number): Outline => {
    const k = 0.5523 * r
    return [
      { at: [cx + r, cy], in: [cx + r, cy - k], out: [cx + r, cy + k] },
      { at: [cx, cy + r], in: [cx + k, cy + r], out: [cx - k, cy + r] },
      { at: [cx - r, cy], in: [cx - r, cy + k], out: [cx - r, cy - k] },
      { at: [cx, cy - r], in: [cx - k, cy - r], out: [cx + k, cy - r] },
    ]
  }
  const covered = (outlines: readonly Outline[], side = 100): number => {
    const plane = outlineCoverage(
      outlines,
      { width: side, height: side },
      wholeOf({ width: side, height: side }),
    )
    return plane.data.reduce((sum, share) => sum + share, 0)
  }
  test('cover what they enclose, to a part of a pixel, holes left out', () => {
    expect(covered([square])).toBeCloseTo(2500, 0)
    expect(covered([square.map(({ at: [x, y] }) => corner([x + 0.0033, y + 0.0033]))])).toBeCloseTo(
      2500,
      -1,
    )
    expect(covered([circle(0.5, 0.5, 0.3)])).toBeCloseTo(Math.PI * 900, -1)
    expect(covered([circle(0.5, 0.5, 0.3), circle(0.5, 0.5, 0.1)])).toBeCloseTo(Math.PI * 800, -1)
  })
  test('are made of a mask with few nodes, and make the same mask again', () => {
    const soft = planeU8({ width: SIDE, height: SIDE })
    for (let y = 0, i = 0; y < SIDE; y++)
      for (let x = 0; x < SIDE; x++, i++) {
        const disc = 60.5 - Math.hypot(x + 0.5 - 120, y + 0.5 - 120)
        const hole = Math.hypot(x + 0.5 - 140, y + 0.5 - 120) - 17.5
        soft.data[i] = 255 * Math.min(1, Math.max(0, Math.min(disc, hole)))
      }
    const path = traceOutline(matteOf(soft))
    expect(path).toHaveLength(2)
    const nodes = path.reduce((sum, { length }) => sum + length, 0)
    expect(nodes).toBeLessThan(20)
    const again = repaired({ kind: 'uncut', reason: 'no-product' }, [
      { kind: 'path', turn: 0, hidden: false, outlines: path },
    ])
    expect(wrong(again, soft)).toBeLessThan(0.015 * Math.PI * 60 ** 2)
    const twice = traceOutline(matteOf(again))
    const third = repaired({ kind: 'uncut', reason: 'no-product' }, [
      { kind: 'path', turn: 0, hidden: false, outlines: twice },
    ])
    expect(wrong(third, again)).toBeLessThan(0.015 * Math.PI * 60 ** 2)
  })
  test('keep corners where a mask has them', () => {
    const box = planeOf((x, y) => x > 60 && x < 180 && y > 80 && y < 160)
    const [path] = traceOutline(matteOf(box))
    expect(path!.length).toBeLessThanOrEqual(8)
    for (const [x, y] of [
      [60, 80],
      [180, 80],
      [180, 160],
      [60, 160],
    ] as const) {
      const nearest = Math.min(
        ...path!.map(({ at }) => Math.hypot(at[0] * SIDE - x, at[1] * SIDE - y)),
      )
      expect(nearest).toBeLessThan(1.5)
    }
  })
  test('are written as SVG in the pixels of the photograph', () => {
    expect(svgPath([square], { width: 200, height: 100 })).toBe(
      'M50 25C50 25 150 25 150 25C150 25 150 75 150 75C150 75 50 75 50 75C50 75 50 25 50 25Z',
    )
  })
})
