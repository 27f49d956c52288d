import { expect, test } from 'vitest'
import { planeF32, planeU8, type PlaneF32, type PlaneU8 } from '../../raster'
import { findDoubts } from './doubts'

const SIZE = { width: 120, height: 100 }
const inside = (x: number, y: number): boolean => x >= 30 && x < 90 && y >= 20 && y < 80

function labelsOf(is: (x: number, y: number) => boolean): PlaneU8 {
  const labels = planeU8(SIZE)
  for (let i = 0; i < labels.data.length; i++)
    labels.data[i] = is(i % SIZE.width, Math.floor(i / SIZE.width)) ? 1 : 0
  return labels
}

/** A sharp edge all round but along the upper part of the right side, from 25 to 55 down. */
function sharpness(): PlaneF32 {
  const sharp = planeF32(SIZE)
  for (let y = 18; y < 82; y++)
    for (let x = 28; x < 92; x++) {
      const nearEdge = x < 32 || x > 87 || y < 22 || y > 77
      if (nearEdge && !(x > 80 && y > 25 && y < 55)) sharp.data[y * SIZE.width + x] = 3
    }
  return sharp
}
const sharp = sharpness()
const contrast = { sharp, strength: sharp }
const labels = labelsOf(inside)

test('a stretch without a sharp edge is in doubt, where it is and as long as it is', () => {
  const [doubt, ...others] = findDoubts(labels, labels, contrast)
  expect(others).toEqual([])
  expect(doubt!.box.x * SIZE.width).toBe(89)
  expect(doubt!.box.y * SIZE.height).toBeCloseTo(27, -0.5)
  expect(doubt!.length01 * SIZE.width).toBeGreaterThan(24)
  expect(doubt!.length01 * SIZE.width).toBeLessThan(31)
  for (const [x] of doubt!.points) expect(x * SIZE.width).toBe(89.5)
})

test('a piece that comes or goes with the stiffness is worse than an unclear edge', () => {
  const bitten = labelsOf((x, y) => inside(x, y) && !(x < 50 && y > 60))
  const [worst, next] = findDoubts(bitten, labels, contrast)
  expect(worst!.box.x * SIZE.width).toBeLessThan(50)
  expect((worst!.box.y + worst!.box.height) * SIZE.height).toBeGreaterThan(60)
  expect(next!.box.x * SIZE.width).toBe(89)
})

test('an outline along sharp edges alone is in no doubt', () => {
  const all = planeF32(SIZE)
  all.data.fill(3)
  expect(findDoubts(labels, labels, { sharp: all, strength: all })).toEqual([])
})
