import { expect, test } from 'vitest'
import { centred, centredOn, fitView, pointUnder, zoomAt } from './view'

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

test('a point of the picture that is put in the middle is found there', () => {
  const [picture, viewer] = [
    { width: 1000, height: 500 },
    { width: 800, height: 600 },
  ]
  const view = centredOn({ x: 0.3, y: 0.9 }, 2, picture, viewer)
  expect(view).toEqual({ scale: 2, x: -200, y: -600 })
  const { x, y } = pointUnder({ x: 400, y: 300 }, view, picture)
  expect([x, y]).toEqual([0.3, 0.9])
})
