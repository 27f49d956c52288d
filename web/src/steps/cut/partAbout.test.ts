import { expect, test } from 'vitest'
import { partAbout } from './partAbout'

const PHOTOGRAPH = { width: 1000, height: 500 }
const PICTURE = { width: 100, height: 50 }

test('a place is shown pixel for pixel, in the middle', () => {
  const box = { x: 0.5, y: 0.5, width: 0.02, height: 0.1 }
  const { window, size } = partAbout(box, PHOTOGRAPH, PICTURE, 2)
  expect(size).toEqual({ width: 200, height: 100 })
  expect(window.x).toBeCloseTo(0.51 - 0.1)
  expect(window.y).toBeCloseTo(0.55 - 0.1)
  expect([window.width, window.height]).toEqual([0.2, 0.2])
})

test('at a border, and in a photograph smaller than the picture, nothing beyond it is shown', () => {
  const corner = partAbout({ x: 0.98, y: 0, width: 0.02, height: 0.02 }, PHOTOGRAPH, PICTURE, 1)
  expect(corner.window).toEqual({ x: 0.9, y: 0, width: 0.1, height: 0.1 })
  const tiny = partAbout({ x: 0, y: 0, width: 1, height: 1 }, { width: 60, height: 20 }, PICTURE, 1)
  expect(tiny).toEqual({
    window: { x: 0, y: 0, width: 1, height: 1 },
    size: { width: 60, height: 20 },
  })
})
