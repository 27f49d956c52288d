import { expect, test } from 'vitest'
import { corner, type Outline } from '@cloudbank/core/steps'
import { type Point } from '@cloudbank/core/strokes'
import {
  hitAt,
  withHandleMoved,
  withNodeMoved,
  withNodeOn,
  withNodeTurned,
  withoutNode,
} from './path'

const square: Outline = (
  [
    [0, 0],
    [1, 0],
    [1, 1],
    [0, 1],
  ] as Point[]
).map(corner)
const measure = (a: Point, b: Point): number => Math.hypot(a[0] - b[0], a[1] - b[1])
const smooth = withNodeTurned([square], { outline: 0, node: 1 })

test('nodes are found before lines, and handles of the chosen node before both', () => {
  expect(hitAt([square], null, [0.98, 0.02], measure, 0.05)).toEqual({
    kind: 'node',
    outline: 0,
    node: 1,
  })
  expect(hitAt([square], null, [0.5, 0.02], measure, 0.05)).toMatchObject({ kind: 'line', node: 0 })
  expect(hitAt([square], null, [0.5, 0.5], measure, 0.05)).toBeNull()
  const { out } = smooth[0]![1]!
  const chosen = { outline: 0, node: 1 }
  expect(hitAt(smooth, chosen, out, measure, 0.01)).toMatchObject({ kind: 'handle', end: 'out' })
})

test('a node more leaves the shape as it is', () => {
  const [before] = smooth
  const [after] = withNodeOn(smooth, { kind: 'line', outline: 0, node: 1, t: 0.5 })
  expect(after).toHaveLength(5)
  // de Casteljau: the middle of the curve from node 1 to node 2.
  const [from, to] = [before![1]!, before![2]!]
  const middle = (k: 0 | 1): number => (from.at[k] + 3 * from.out[k] + 3 * to.in[k] + to.at[k]) / 8
  expect(after![2]!.at[0]).toBeCloseTo(middle(0))
  expect(after![2]!.at[1]).toBeCloseTo(middle(1))
})

test('a node takes its handles along; a smooth one keeps them in line', () => {
  const [moved] = withNodeMoved(smooth, { outline: 0, node: 1 }, [2, 0])
  expect(moved![1]!.out[0] - smooth[0]![1]!.out[0]).toBeCloseTo(1)
  const hit = { kind: 'handle', outline: 0, node: 1, end: 'out' } as const
  const node = withHandleMoved(smooth, hit, [1, 0.3])[0]![1]!
  expect(node.in[0]).toBeCloseTo(1)
  expect(node.in[1]).toBeLessThan(0)
  expect(measure(node.in, node.at)).toBeCloseTo(measure(smooth[0]![1]!.in, [1, 0]))
})

test('a smooth node is turned into a corner again; an outline of one node is none', () => {
  expect(withNodeTurned(smooth, { outline: 0, node: 1 })).toEqual([square])
  const two: Outline = square.slice(0, 2)
  expect(withoutNode([two], { outline: 0, node: 0 })).toEqual([])
  expect(withoutNode([square], { outline: 0, node: 0 })[0]).toEqual(square.slice(1))
})
