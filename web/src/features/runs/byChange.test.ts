import { expect, test } from 'vitest'
import { renditionRow } from '@cloudbank/core/shoot/testing'
import type { Rendition } from '../../data'
import type { RunChange } from '../../work/runs'
import { byChange } from './byChange'

const change = (
  id: string,
  before: Partial<Rendition> | null,
  after: Partial<Rendition>,
): RunChange => ({
  shot: undefined,
  before: before && renditionRow('a', id, before),
  after: renditionRow('a', id, after),
})
const ids = (changes: readonly RunChange[]): string[] =>
  changes.map(({ after }) => after.placementId)

const CHANGES = [
  change('new', null, { bytes: 900_000, qualityPct: 20 }),
  change('same', { bytes: 500, qualityPct: 85 }, { bytes: 500, qualityPct: 85 }),
  change('lighter', { bytes: 3000, qualityPct: 85 }, { bytes: 1000, qualityPct: 60 }),
  change('heavier', { bytes: 1000, qualityPct: 60 }, { bytes: 3000, qualityPct: 85 }),
  change('much heavier', { bytes: 1000, qualityPct: 80 }, { bytes: 9000, qualityPct: 80 }),
]

test('the largest change of weight is first, heavier before lighter, what is new last', () => {
  expect(ids(byChange(CHANGES, 'bytes'))).toEqual([
    'much heavier',
    'heavier',
    'lighter',
    'same',
    'new',
  ])
})

test('by quality, what lost comes before what gained as much', () => {
  expect(ids(byChange(CHANGES, 'quality')).slice(0, 2)).toEqual(['lighter', 'heavier'])
})
