import { describe, expect, test } from 'vitest'
import {
  labOfLinear,
  planeF32,
  planeU8,
  srgbRaster,
  WHOLE_01,
  type PlaneU8,
  type Size,
} from '../../raster'
import { photographSource } from '../../source'
import { layRim } from './layRim'

const FINE: Size = { width: 1040, height: 780 }
const COARSE: Size = { width: 520, height: 390 }

/** A dark shape on pale paper, and a coarse cut that is a pixel too large all round. */
function scene(inside: (x: number, y: number) => boolean) {
  const picture = srgbRaster(FINE)
  for (let y = 0; y < FINE.height; y++)
    for (let x = 0; x < FINE.width; x++) {
      const tone = inside(x + 0.5, y + 0.5) ? 70 : 215
      picture.data.set([tone, tone, tone, 255], (y * FINE.width + x) * 4)
    }
  const labels = planeU8(COARSE)
  const probability = planeF32(COARSE)
  for (let y = 0; y < COARSE.height; y++)
    for (let x = 0; x < COARSE.width; x++) {
      const near = [-2, 0, 2].some((dy) =>
        [-2, 0, 2].some((dx) => inside(2 * x + 1 + dx, 2 * y + 1 + dy)),
      )
      labels.data[y * COARSE.width + x] = near ? 1 : 0
      probability.data[y * COARSE.width + x] = near ? 0.98 : 0.01
    }
  const source = photographSource(picture)
  return { source, lab: labOfLinear(source.reduced(520)), labels, probability }
}

/** Pixels of fine labels that are not as they should be. */
function wrong(
  { width, height, data }: PlaneU8,
  inside: (x: number, y: number) => boolean,
): number {
  let count = 0
  for (let y = 0; y < height; y++)
    for (let x = 0; x < width; x++)
      if ((data[y * width + x] === 1) !== inside(x + 0.5, y + 0.5)) count++
  return count
}

describe('the rim', () => {
  const disc = (x: number, y: number): boolean => Math.hypot(x - 520, y - 390) < 200.3

  test('of a cut that is too large moves to where the colours part, pixel by pixel', () => {
    const { source, lab, ...coarse } = scene(disc)
    const { labels, area } = layRim(source, lab, coarse, WHOLE_01)
    expect([labels.width, labels.height]).toEqual([FINE.width, FINE.height])
    expect(area).toEqual(WHOLE_01)
    // The coarse cut is off by two pixels of 1258 all round.
    expect(wrong(labels, disc)).toBeLessThan(60)
  })

  test('moves no further than the band: what the coarse cut lost stays lost', () => {
    const withArm = (x: number, y: number): boolean =>
      disc(x, y) || (Math.abs(y - 390) < 30 && x > 520 && x < 860)
    const { source, lab } = scene(withArm)
    const { labels: without, probability } = scene(disc)
    const { labels } = layRim(source, lab, { labels: without, probability }, WHOLE_01)
    expect(labels.data[390 * FINE.width + 850]).toBe(0)
    expect(labels.data[390 * FINE.width + 600]).toBe(1)
  })

  test('of a part is laid there alone', () => {
    const { source, lab, ...coarse } = scene(disc)
    const { labels, area } = layRim(source, lab, coarse, {
      x: 0.25,
      y: 0.2,
      width: 0.5,
      height: 0.6,
    })
    expect([labels.width, labels.height]).toEqual([520, 468])
    expect(area.x).toBeCloseTo(0.25, 9)
    expect(wrong(labels, (x, y) => disc(x + 260, y + 156))).toBeLessThan(60)
  })

  test('of what is thin all over stays as it is: its own colours are not known', () => {
    const bars = (x: number, y: number): boolean => x % 40 < 6 && y > 100 && y < 700
    const { source, lab, ...coarse } = scene(bars)
    expect(layRim(source, lab, coarse, WHOLE_01).labels).toBe(coarse.labels)
  })
})
