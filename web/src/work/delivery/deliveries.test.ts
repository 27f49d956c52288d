import { readyOf } from '@cloudbank/core/shoot'
import { bySlots, renditionRow, shootView, shotId, shotRow } from '@cloudbank/core/shoot/testing'
import { keyOf, planDelivery, recipeOf } from '../model'
import 'fake-indexeddb/auto'
import { unzipSync } from 'fflate'
import { afterEach, beforeEach, expect, test } from 'vitest'
import { openDatabase, sweep, type Database } from '../../data'
import { cameBack, recordDelivery, setVerdict, weightOf } from './deliveries'
import { packAgain, zipSink } from './packDelivery'

let db: Database
beforeEach(() => {
  db = openDatabase(`test-${crypto.randomUUID()}`)
})
afterEach(() => db.delete())

async function deliver() {
  const shots = [shotRow('a', { order: 0 }), shotRow('b', { order: 1 })]
  await db.shots.bulkAdd(shots)
  const view = shootView({ shots })
  const recipe = recipeOf(view)
  const rows = shots.flatMap((shot) =>
    recipe.steps.finish.placements.map((placement) =>
      renditionRow(shot.id, placement.id, { key: keyOf(shot, recipe, placement) }),
    ),
  )
  for (const { fileHash: hash } of rows)
    await db.contents.put({ hash, blob: new Blob([`bytes of ${hash}`]) })
  const plan = planDelivery({ ...view, renditions: bySlots(rows) })
  const left = readyOf(plan).map((file) => ({
    file,
    bytes: file.rendition.bytes,
    sha256: file.rendition.fileHash,
    isCut: false,
    words: null,
  }))
  return recordDelivery(view.shoot, left, db)
}

test('what has left can be had again as it was, though nothing else points to it', async () => {
  const delivery = await deliver()
  expect(weightOf(delivery)).toBe(400)
  // No rendition stands any more; a sweep leaves what has left.
  await sweep(db)
  const sink = await zipSink(undefined)
  await packAgain(delivery, sink, db)
  const zip = unzipSync(new Uint8Array(await sink.zip()!.arrayBuffer()))
  expect(Object.keys(zip)).toEqual(['page/a.jpg', 'page/b.jpg', 'card/a.jpg', 'card/b.jpg'])
  const [first] = delivery.files
  expect(new TextDecoder().decode(zip['page/a.jpg'])).toBe(`bytes of ${first!.fileHash}`)
  await db.deliveries.delete(delivery.id)
  await sweep(db)
  expect(await db.contents.count()).toBe(0)
  await expect(packAgain(delivery, await zipSink(undefined), db)).rejects.toThrow(
    /page\/a\.jpg is missing/,
  )
})

test('what came back is returned, with the reason; the others are as they were', async () => {
  const delivery = await deliver()
  expect(await cameBack(delivery, 'edges too soft', ['b'], db)).toBe('1 shot came back.')
  expect((await db.shots.get(shotId('b')))?.verdict).toEqual({
    kind: 'returned',
    reason: 'came back: edges too soft',
  })
  expect((await db.shots.get(shotId('a')))?.verdict).toBeNull()
  expect((await db.deliveries.get(delivery.id))?.verdict).toEqual({
    kind: 'came-back',
    note: 'edges too soft',
    shotIds: ['b'],
  })
  await setVerdict(delivery, { kind: 'accepted' }, db)
  expect((await db.deliveries.get(delivery.id))?.verdict).toEqual({ kind: 'accepted' })
  expect(await cameBack(delivery, 'all wrong', [], db)).toBe('2 shots came back.')
})
