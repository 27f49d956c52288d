import { expect, test } from 'vitest'
import { carriedRetouch } from './carryRetouch'
import { SIZE, stroke, work } from './surface.testing'

test('retouches are carried to a product that is shifted and scaled', () => {
  const from = { size: SIZE, product: { x: 0.2, y: 0.2, width: 0.4, height: 0.4 } }
  const to = { size: SIZE, product: { x: 0.3, y: 0.1, width: 0.2, height: 0.2 } }
  const carried = carriedRetouch(work({ kind: 'mend', ...stroke([[90, 60]], 6) }), from, to)
  expect(carried).toMatchObject({ kind: 'mend', radius: 3 / SIZE.width })
  if (carried.kind !== 'mend') throw new Error('what mends goes on mending')
  expect(carried.points[0]![0]).toBeCloseTo(0.35, 9)
  expect(carried.points[0]![1]).toBeCloseTo(0.15, 9)
})

test('an area is carried with its turn, mirroring and mask; its outline and place go with the product', () => {
  const from = { size: SIZE, product: { x: 0.2, y: 0.2, width: 0.4, height: 0.4 } }
  const to = { size: SIZE, product: { x: 0.3, y: 0.1, width: 0.2, height: 0.2 } }
  const area = work({
    kind: 'borrow',
    turn: 1,
    hidden: false,
    outline: [
      [0.2, 0.2],
      [0.4, 0.2],
      [0.4, 0.4],
    ],
    to: [0.6, 0.6],
    turnDeg: 30,
    mirrored: true,
    scale: 1.5,
    soft: 0.2,
    matched: true,
    mask: [{ points: [[0.4, 0.4]], radius: 0.02, hardness: 1, says: 'out' }],
  })
  const carried = carriedRetouch(area, from, to)
  expect(carried).toMatchObject({ turnDeg: 30, mirrored: true, scale: 1.5, matched: true })
  if (carried.kind !== 'borrow') throw new Error('an area stays an area')
  const close = (point: readonly number[], wanted: readonly number[]): void =>
    wanted.forEach((value, i) => expect(point[i]).toBeCloseTo(value, 9))
  close(carried.to, [0.5, 0.3])
  close(carried.outline[1]!, [0.4, 0.1])
  close(carried.mask[0]!.points[0]!, [0.4, 0.2])
  expect(carried.mask[0]!.radius).toBeCloseTo(0.01, 9)
})
