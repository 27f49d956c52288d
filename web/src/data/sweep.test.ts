import { originalHash, renditionRow, shootId, shotId, shotRow } from '@cloudbank/core/shoot/testing'
import 'fake-indexeddb/auto'
import { afterEach, beforeEach, describe, expect, test } from 'vitest'
import { openDatabase, type Database } from './database'
import { perform, putFields, remove, undoLast } from './history'
import { createShoot, deleteShoot } from './shoots'
import { KEPT_DEEDS, sweep } from './sweep'
import { storeWorkedOut } from './workedOut'

let db: Database
beforeEach(() => {
  db = openDatabase(`test-${crypto.randomUUID()}`)
})
afterEach(() => db.delete())

const keys = (table: string): Promise<unknown[]> =>
  db.table(table).toCollection().primaryKeys() as Promise<unknown[]>

/** A shot with everything that is kept for one. */
async function addShot(id: string, shoot: string, hash: string): Promise<void> {
  await db.shots.add(shotRow(id, { shootId: shootId(shoot), originalHash: originalHash(hash) }))
  await db.originals.put({ hash: originalHash(hash), blob: new Blob(['original']) })
  await db.previews.put({
    hash: originalHash(hash),
    blob: new Blob(['small']),
    width: 3,
    height: 2,
  })
  await db.mattes.put({ key: `${hash}/cut1/800`, matte: { kind: 'uncut', reason: 'no-product' } })
  await addVersion(id, shoot, 1, 'current')
}

async function addVersion(
  id: string,
  shoot: string,
  version: number,
  standing: 'current' | 'earlier',
): Promise<void> {
  const row = renditionRow(id, 'page', { version, standing, shootId: shootId(shoot) })
  await db.renditions.put(row)
  await db.contents.put({ hash: row.fileHash, blob: new Blob([row.fileHash]) })
}

describe('a sweep', () => {
  test('frees nothing that is in use', async () => {
    await addShot('a', 's', 'h')
    expect(await sweep(db)).toEqual({ files: 0, bytes: 0 })
    for (const table of ['originals', 'previews', 'mattes', 'renditions', 'contents'])
      expect(await db.table(table).count(), table).toBe(1)
  })

  test('frees what nothing points to, and says how much', async () => {
    await addShot('a', 's', 'h')
    await db.shots.delete(shotId('a'))
    const { files, bytes } = await sweep(db)
    expect(files).toBe(4) // original, preview, matte, finished file
    expect(bytes).toBe('original'.length + 'small'.length + 'file of a/page/1'.length)
    for (const table of ['originals', 'previews', 'mattes', 'renditions', 'contents'])
      expect(await keys(table), table).toEqual([])
  })

  test('keeps what an undo brings back', async () => {
    const shoot = await createShoot({ name: 'A', dueOn: null }, db)
    await addShot('a', shoot.id, 'h')
    const row = await db.shots.get(shotId('a'))
    const edits = [remove('shots', row!)]
    await perform({ shootId: shoot.id, words: 'Removed 1 shot', edits }, db)
    await sweep(db)
    expect(await db.shots.count()).toBe(0)
    expect(await keys('originals')).toEqual(['h'])
    expect(await keys('contents')).toEqual(['file of a/page/1'])
    expect(await undoLast({ shootId: shoot.id }, db)).toMatchObject({ kind: 'done' })
    expect(await db.shots.get(shotId('a'))).toEqual(row)
  })

  test('keeps one earlier version of a rendition, or none where room is wanted', async () => {
    await addShot('a', 's', 'h')
    await addVersion('a', 's', 1, 'earlier')
    await addVersion('a', 's', 2, 'earlier')
    await addVersion('a', 's', 3, 'current')
    await sweep(db)
    expect(await keys('contents')).toEqual(['file of a/page/2', 'file of a/page/3'])
    await sweep(db, { versions: 0 })
    expect(await keys('contents')).toEqual(['file of a/page/3'])
  })

  test('frees what was worked out of a photograph with it, and all of it where room is wanted', async () => {
    await addShot('a', 's', 'h')
    const size = { width: 30, height: 20 }
    for (const hash of ['h', 'gone'])
      await storeWorkedOut({ hash, size, blob: new Blob(['px']) }, db)
    await sweep(db)
    expect(await keys('workedOut')).toEqual(['h/30×20'])
    expect(await sweep(db, { versions: 0 })).toEqual({ files: 1, bytes: 2 })
    expect(await keys('workedOut')).toEqual([])
  })

  test('forgets deeds beyond a limit, the oldest first', async () => {
    await db.shots.add(shotRow('a'))
    for (let i = 0; i < KEPT_DEEDS + 3; i++)
      await perform(
        { shootId: shootId('s'), words: `${i}`, edits: putFields('shots', 'a', { order: i + 1 }) },
        db,
      )
    await sweep(db)
    const words = (await db.deeds.toArray()).map((deed) => deed.words)
    expect(words).toHaveLength(KEPT_DEEDS)
    expect(words[0]).toBe('3')
  })
})

test('deleting a shoot frees what is only its own', async () => {
  const one = await createShoot({ name: 'A', dueOn: null }, db)
  const two = await createShoot({ name: 'B', dueOn: null }, db)
  await addShot('a', one.id, 'own')
  await addShot('b', one.id, 'shared')
  await addShot('c', two.id, 'shared')
  await deleteShoot(one.id, db)
  for (const table of ['originals', 'previews']) expect(await keys(table)).toEqual(['shared'])
  expect(await keys('mattes')).toEqual(['shared/cut1/800'])
  expect(await keys('contents')).toEqual(['file of c/page/1'])
  expect((await db.shoots.toArray()).map(({ name }) => name)).toEqual(['B'])
  expect(await db.briefs.count()).toBe(1)
})
