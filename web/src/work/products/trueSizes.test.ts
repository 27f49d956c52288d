import { describe, expect, test } from 'vitest'
import type { Product } from '../../data'
import { amountIn, trueSizes } from './trueSizes'

test.each([
  ['0,5 l', 'volume', 0.5],
  ['Trail Flask 750 ml', 'volume', 0.75],
  ['Skillet 22 cm, black', 'length', 0.22],
  ['1.2', 'length', 1.2],
  ['12" pan', 'length', 0.3048],
])('%s is a %s of %f', (text, of, value) => {
  expect(amountIn(text)?.of).toBe(of)
  expect(amountIn(text)?.value).toBeCloseTo(value, 6)
})

test.each(['Mug', '', '3 legs', '0 cm', 'model 5 lighter'])('%j has no amount', (text) => {
  expect(amountIn(text)).toBeNull()
})

describe('true sizes', () => {
  const product = (sku: string, name: string, more: Record<string, string> = {}) =>
    ({ sku, name, variant: '', more }) as unknown as Product // nothing else matters here

  test('go by length as they are, by volume as its cube root', () => {
    const products = [
      product('A', 'Flask 1 l', { height: '30 cm' }),
      product('B', 'Flask 125 ml', { height: '15 cm' }),
      product('C', 'Mug'),
    ]
    const sizes = trueSizes(products)
    expect(sizes.get('name')!.map(({ sku, sizePct }) => [sku, sizePct])).toEqual([
      ['A', 100],
      ['B', 50],
    ])
    expect(sizes.get('height')!.map(({ sizePct }) => sizePct)).toEqual([100, 50])
  })

  test('need two products of one kind of amount', () => {
    expect(trueSizes([product('A', 'Flask 1 l'), product('B', 'Pan 20 cm')]).size).toBe(0)
  })
})
