import { lightingRow, shootId, shootView, shotRow } from '@cloudbank/core/shoot/testing'
import { expect, test } from 'vitest'
import { productId } from '../data'
import { findsOf } from './finds'

const mug = {
  id: productId(shootId('s'), 'M-1'),
  shootId: shootId('s'),
  sku: 'M-1',
  name: 'Enamel mug',
  colour: 'White',
  brand: '',
  type: '',
  variant: '',
  barcode: '',
  price: '',
  more: {},
}
const view = shootView({
  shots: [shotRow('a', { sku: 'M-1', angle: 'front' }), shotRow('b')],
  products: new Map([['M-1', mug]]),
  lightings: new Map([['l', lightingRow('l', { name: 'Window, 9 am' })]]),
})
const base = `/shoots/${view.shoot.id}`
const words = (typed: string): string[] =>
  findsOf(view, typed).map(({ kind, words: found, to }) => `${kind}: ${found} → ${to}`)

test('shots, products, lightings and settings are found by any of their words, in any order', () => {
  expect(words('mug')).toEqual([
    `product: M-1 Enamel mug White → ${base}?product=M-1`,
    `shot: a.jpg, Enamel mug, front → ${base}/shots/a`,
  ])
  expect(words('front mug')).toEqual([`shot: a.jpg, Enamel mug, front → ${base}/shots/a`])
  expect(words('window')).toEqual([`lighting: Window, 9 am → ${base}/lightings/l`])
  expect(words('exposure')).toEqual([`setting of Light: Exposure → ${base}/brief?find=Exposure`])
  expect(words('b.jpg')).toEqual([`shot: b.jpg → ${base}/shots/b`])
})

test('settings are found by what the trade calls them, and say their own names', () => {
  expect(words('white balance')[0]).toBe(`setting of Light: Neutral → ${base}/brief?find=Neutral`)
  expect(words('crop').map((found) => found.split(' → ')[0])).toContain('setting of Frame: Ratio')
})

test('a letter finds nothing yet, and what is nowhere is not found', () => {
  expect(words('m')).toEqual([])
  expect(words('teapot')).toEqual([])
})
