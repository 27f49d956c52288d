import { renditionRow, runId, shotRow } from '@cloudbank/core/shoot/testing'
import { expect, test } from 'vitest'
import { changesOf, changesTable } from './changes'

const first = renditionRow('a', 'page', { version: 1, bytes: 900, standing: 'earlier' })
const second = renditionRow('a', 'page', {
  version: 2,
  bytes: 300,
  runId: runId('r'),
  qualityPct: 70,
})
const other = renditionRow('a', 'card', { version: 1, bytes: 50, runId: runId('r') })
const elsewhere = renditionRow('b', 'page', { version: 1, runId: runId('other') })
const changes = changesOf(
  runId('r'),
  [first, second, other, elsewhere],
  [shotRow('a', { fileName: '=cmd.jpg' })],
)

test('a run changed what it made, each beside what stood before', () => {
  expect(changes.map(({ after, before }) => [after.id, before?.id ?? null])).toEqual([
    [second.id, first.id],
    [other.id, null],
  ])
})

test('the table has a row a rendition, and no formulas', () => {
  const [head, ...rows] = changesTable(changes).split('\r\n')
  expect(head).toContain('bytes before,bytes after')
  expect(rows[0]).toBe('"\'=cmd.jpg",page,1200 × 1200,1200 × 1200,900,300,JPEG,85,70')
  expect(rows[1]).toBe('"\'=cmd.jpg",card,,1200 × 1200,,50,JPEG,,85')
})
