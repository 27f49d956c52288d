import { expect, test } from 'vitest'
import { centred, fitView, zoomAt } from './view'

test('fit shows all of the picture, centred', () => {
  const view = fitView({ width: 1200, height: 600 }, { width: 648, height: 648 }, 24)
  expect(view).toEqual({ scale: 0.5, x: 24, y: 174 })
})

test('zooming keeps what is under the pointer where it is', () => {
  const before = centred(0.5, { width: 1000, height: 1000 }, { width: 800, height: 600 })
  const point = { x: 300, y: 200 }
  const after = zoomAt(before, 2.5, point)
  const under = (view: typeof before) => [
    (point.x - view.x) / view.scale,
    (point.y - view.y) / view.scale,
  ]
  under(after).forEach((v, i) => expect(v).toBeCloseTo(under(before)[i]!, 9))
})

test('zoom ends at 16 screen pixels a picture pixel', () => {
  expect(zoomAt({ scale: 10, x: 0, y: 0 }, 9, { x: 5, y: 5 }).scale).toBe(16)
})
