import { describe, expect, test } from 'vitest'
import { linearRaster, srgbOfLinear } from '../../../raster'
import { photographSource, type Source } from '../../../source'
import { corner, outlineCoverage } from './outline'
import type { Outline } from './repairs'
import type { Point } from '../../../strokes'
import { snapOutlines } from './snapOutlines'

const SIZE = { width: 800, height: 600 }

/** A thing on grey paper, its edge as wide as a pixel, and a soft shadow beside it. */
function photographOf(inside: (x: number, y: number) => number): Source {
  const picture = linearRaster(SIZE)
  for (let y = 0, i = 0; y < SIZE.height; y++)
    for (let x = 0; x < SIZE.width; x++, i++) {
      const share = Math.min(1, Math.max(0, inside(x + 0.5, y + 0.5) + 0.5))
      const shadow = 0.2 * Math.exp(-(((x - 560) / 40) ** 2 + ((y - 300) / 90) ** 2))
      const v = share * 0.15 + (1 - share) * (0.6 - shadow)
      picture.data.set([v, v, v, 1], i * 4)
    }
  return photographSource(srgbOfLinear(picture))
}

const at = (x: number, y: number): Point => [x / SIZE.width, y / SIZE.height]
const polygon = (points: readonly (readonly [number, number])[]): Outline =>
  points.map(([x, y]) => corner(at(x, y)))

/** Pixels by which the coverage of outlines differs from a thing, as a share of it. */
function wrong(outlines: readonly Outline[], inside: (x: number, y: number) => number): number {
  const window = { x: 0, y: 0, ...SIZE }
  const { data } = outlineCoverage(outlines, SIZE, window)
  let off = 0
  let all = 0
  data.forEach((value, i) => {
    const [x, y] = [(i % SIZE.width) + 0.5, Math.floor(i / SIZE.width) + 0.5]
    const share = Math.min(1, Math.max(0, inside(x, y) + 0.5))
    off += Math.abs(value - share)
    all += share
  })
  return off / all
}

describe('a path snapped to edges', () => {
  const disc = (x: number, y: number): number => 150 - Math.hypot(x - 400, y - 300)

  test('drawn with a few straight lines about a disc becomes the disc', () => {
    const rough = polygon(
      Array.from({ length: 22 }, (_, k) => {
        const angle = (k / 22) * 2 * Math.PI
        const radius = 150 + (k % 2 ? 4 : -3)
        return [400 + radius * Math.cos(angle), 300 + radius * Math.sin(angle)] as const
      }),
    )
    expect(wrong([rough], disc)).toBeGreaterThan(0.02)
    const [snapped] = snapOutlines(photographOf(disc), [rough])
    expect(wrong([snapped!], disc)).toBeLessThan(0.006)
    expect(snapped!.length).toBeLessThan(22)
  })

  test('keeps to the corners of a box', () => {
    const box = (x: number, y: number): number => Math.min(x - 250, 550 - x, y - 180, 420 - y)
    const rough = polygon([
      [246, 184],
      [553, 177],
      [546, 424],
      [254, 417],
    ])
    const [snapped] = snapOutlines(photographOf(box), [rough])
    expect(wrong([rough], box)).toBeGreaterThan(0.02)
    expect(wrong([snapped!], box)).toBeLessThan(0.006)
  })

  test('stays where there is no edge, and is not drawn to a soft shadow', () => {
    const far = polygon([
      [60, 60],
      [160, 60],
      [160, 140],
      [60, 140],
    ])
    const before = outlineCoverage([far], SIZE, { x: 0, y: 0, ...SIZE })
    const after = outlineCoverage(snapOutlines(photographOf(disc), [far]), SIZE, {
      x: 0,
      y: 0,
      ...SIZE,
    })
    const off = before.data.reduce((sum, value, i) => sum + Math.abs(value - after.data[i]!), 0)
    expect(off / (100 * 80)).toBeLessThan(0.01)
  })
})
