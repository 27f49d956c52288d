import { pictureWords } from '@cloudbank/core/shoot'
import { shotRow } from '@cloudbank/core/shoot/testing'
import 'fake-indexeddb/auto'
import { expect, test } from 'vitest'
import type { Product } from '../../data'
import { moved } from './arrange'

const shots = ['a', 'b', 'c'].map((id) => shotRow(id))
const ids = (all: readonly { id: string }[]): string => all.map(({ id }) => id).join('')

test.each([
  ['a', 2, 'bca'],
  ['c', 0, 'cab'],
  ['b', 1, 'abc'],
  ['x', 0, 'abc'],
])('%s to place %i', (id, to, order) => expect(ids(moved(shots, id, to))).toBe(order))

test('a picture’s words are its product’s columns, and never those over its own', () => {
  const product = {
    sku: 'M-1',
    name: 'Mug',
    brand: 'Ottermere',
    type: 'mug',
    variant: '',
    colour: 'blue',
    barcode: '42',
    price: '',
    more: { ' Material ': 'enamel', angle: 'wrong' },
  } as unknown as Product // its ids do not matter here
  const shot = shotRow('a', { sku: 'M-1', angle: 'front', fileName: 'DSC_1.jpg' })
  const place = { shoot: 'Lakeside', outlet: 'Shop', placement: 'page', number: 2 }
  expect(pictureWords(shot, product, place)).toMatchObject({
    material: 'enamel',
    angle: 'front',
    photograph: 'DSC_1',
    number: '2',
    barcode: '42',
  })
  expect(pictureWords(shotRow('b'), undefined, place)).toMatchObject({ sku: '', name: '' })
})
