import { Placement } from '@cloudbank/core/outlets'
import type { DeliveryFile } from '@cloudbank/core/shoot'
import { originalHash, renditionRow, shotRow } from '@cloudbank/core/shoot/testing'
import { expect, test } from 'vitest'
import { earlierOf, originalsOf } from './shelfFiles'

const file = (shot: string, placement: string, version: number): DeliveryFile => ({
  destination: {
    id: placement,
    outlet: null,
    placement: Placement.parse({ id: placement, name: placement, longSidePx: 600 }),
    folder: placement,
  },
  shot: shotRow(shot, { width: 2400, height: 1600, originalHash: originalHash(shot) }),
  state: 'ready',
  path: `${placement}/${shot}.jpg`,
  altText: '',
  isCover: false,
  words: null,
  broken: [],
  rendition: renditionRow(shot, placement, { version }),
})

test('the files made before are the newest of each slot; what was made once stands as it is', () => {
  const now = [file('mug', 'card', 3), file('mug', 'page', 1), file('pot', 'card', 2)]
  const earlier = [
    renditionRow('mug', 'card', { version: 2, standing: 'earlier', format: 'webp', width: 800 }),
    renditionRow('mug', 'card', { version: 1, standing: 'earlier' }),
    renditionRow('pot', 'card', { version: 1, standing: 'earlier' }),
    renditionRow('pot', 'gone', { version: 1, standing: 'earlier' }),
  ]
  const before = earlierOf(now, earlier)
  expect(before.map(({ rendition: { version } }) => version)).toEqual([2, 1, 1])
  // What was of another format is named by that.
  expect(before.map(({ path }) => path)).toEqual(['card/mug.webp', 'page/mug.jpg', 'card/pot.jpg'])
  expect(before[0]!.rendition.width).toBe(800)
})

test('a photograph stands once where its shot has several files', () => {
  const [only, ...others] = originalsOf([file('mug', 'card', 1), file('mug', 'page', 1)])
  expect(others).toEqual([])
  expect(only!.rendition).toMatchObject({ width: 2400, height: 1600, productBox: null })
  expect(only!.rendition.fileHash).toBe(originalHash('mug'))
})
