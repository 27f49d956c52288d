import { describe, expect, test } from 'vitest'
import { countLive, planLive } from './planLive'
import type { ShopPicture, ShopProduct } from './shop'

const picture = (name: string, change: Partial<ShopPicture> = {}): ShopPicture => ({
  name,
  hash: name.charCodeAt(0).toString(16).padStart(64, '0'),
  bytes: 10,
  alt: '',
  ...change,
})
const live = (id: string, ...pictures: ShopPicture[]): ShopProduct => ({
  id,
  version: '1',
  title: id,
  pictures,
})
const wanted = (...products: ShopProduct[]) => new Map(products.map((one) => [one.id, one]))
const kinds = (steps: ReturnType<typeof planLive>): string[] =>
  steps.map(({ kind, product }) => `${product} ${kind}`)

describe('a plan for a shop', () => {
  test('tells new, changed and same products, and takes down what was ours', () => {
    const there = [
      live('mug', picture('a')),
      live('jug', picture('b')),
      live('vase', picture('c')),
      live('of another', picture('d')),
    ]
    const next = wanted(
      live('cup', picture('e')),
      live('mug', picture('a')),
      live('jug', picture('x')),
    )
    const steps = planLive(next, there, new Set(['vase', 'mug', 'never live']))
    expect(kinds(steps)).toEqual(['cup new', 'mug same', 'jug changed', 'vase down'])
    expect(countLive(steps)).toEqual({ new: 1, changed: 1, same: 1, down: 1 })
    expect(steps[3]).toMatchObject({ next: null, before: there[2] })
  })

  test.each<[string, ShopPicture[]]>([
    ['another order', [picture('b'), picture('a')]],
    ['one picture less', [picture('a')]],
    ['other words', [picture('a', { alt: 'a mug' }), picture('b')]],
    ['another name', [picture('a', { name: 'z' }), picture('b')]],
    ['other bytes', [picture('a', { hash: 'f'.repeat(64) }), picture('b')]],
  ])('%s is a change', (_what, pictures) => {
    const there = [live('mug', picture('a'), picture('b'))]
    expect(kinds(planLive(wanted(live('mug', ...pictures)), there, new Set()))).toEqual([
      'mug changed',
    ])
  })

  test('another title is a change, another version is not', () => {
    const there = [{ ...live('mug', picture('a')), version: '9' }]
    const renamed = { ...live('mug', picture('a')), title: 'Tin mug' }
    expect(kinds(planLive(wanted(live('mug', picture('a'))), there, new Set()))).toEqual([
      'mug same',
    ])
    expect(kinds(planLive(wanted(renamed), there, new Set()))).toEqual(['mug changed'])
  })
})
