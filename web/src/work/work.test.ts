import { describe, expect, test } from 'vitest'
import { planShot, renditionKey, SHOP_WHITE } from '@cloudbank/core/brief'
import type { Rendition, Shoot, Shot } from '../data'
import { shotRow } from '../data/shotRow.testing'
import { manifestOf, planDelivery } from './delivery'
import { readFileName, stemOf } from './fileName'
import { countStale, standingOf } from './stale'

const HASH = 'c'.repeat(64)
const shot = (id: string, fileName: string): Shot => shotRow(id, { fileName, originalHash: HASH })

const rendition = (shotId: string, placementId: string): Rendition => ({
  id: `${shotId}/${placementId}`,
  shotId,
  shootId: 's',
  placementId,
  key: '',
  bytes: 100,
  width: 1200,
  height: 1200,
  format: 'jpeg',
  qualityPct: 85,
  productBox: null,
  window: { x: 0, y: 0, width: 1, height: 1 },
  findings: [],
  madeAt: 0,
})

test.each([
  ['OCK-101-front.jpg', 'OCK-101', 'front'],
  ['OCK-109-OCH-three-quarter.png', 'OCK-109-OCH', 'three-quarter'],
  ['IMG_2041.jpg', null, null],
  ['-front.jpg', null, null],
  ['Mug 🏕-Detail.JPEG', 'Mug 🏕', 'detail'],
])('%s is SKU %s, angle %s', (name, sku, angle) => {
  expect(readFileName(name)).toMatchObject({ sku, angle })
})

test('only an extension is taken off a name', () => {
  expect(stemOf('a.b.jpg')).toBe('a.b')
  expect(stemOf('noextension')).toBe('noextension')
})

describe('what is out of date', () => {
  const { steps } = SHOP_WHITE
  const recipe = { steps, lightings: new Map() }
  const [page, card] = steps.finish.placements
  const key = (placement: typeof page) => ({ key: renditionKey(planShot(HASH, steps), placement!) })
  const one = shot('a', 'a.jpg')

  test('follows the keys of the renditions', () => {
    expect(standingOf(one, recipe, new Map())).toBe('none')
    const both = new Map([
      ['a/page', key(page)],
      ['a/card', key(card)],
    ])
    expect(standingOf(one, recipe, both)).toBe('made')
    expect(standingOf(one, recipe, new Map([['a/page', key(page)]]))).toBe('partly')
    const brighter = { ...steps, light: { ...steps.light, exposureEv: 1 } }
    expect(standingOf(one, { ...recipe, steps: brighter }, both)).toBe('out-of-date')
    expect(countStale([one, shot('b', 'b.jpg')], recipe, both)).toBe(2)
  })
})

describe('a delivery', () => {
  const shots = [shot('a', 'front.jpg'), shot('b', 'Front.png'), shot('c', 'what/is: this?.jpg')]
  const files = planDelivery(shots, [
    rendition('a', 'page'),
    rendition('b', 'page'),
    rendition('b', 'card'),
    rendition('c', 'page'),
  ])

  test('names every file once, whatever the photographs are called', () => {
    expect(files.map(({ path }) => path)).toEqual([
      'page/front.jpg',
      'page/Front-2.jpg',
      'card/Front-2.jpg',
      'page/what_is_ this_.jpg',
    ])
  })

  test('its manifest ties each file to its photograph', () => {
    const shoot = { id: 's', name: 'Lakeside' } as Shoot // only the name is read
    expect(manifestOf(shoot, files)).toMatchObject({
      shoot: 'Lakeside',
      files: [
        {
          path: 'page/front.jpg',
          photograph: 'front.jpg',
          originalSha256: HASH,
          placement: 'page',
          bytes: 100,
        },
        {},
        {},
        {},
      ],
    })
  })
})
