import 'fake-indexeddb/auto'
import { afterEach, beforeEach, describe, expect, test } from 'vitest'
import { SHOP_WHITE } from '@cloudbank/core/brief'
import { packMatte, unpackMatte } from '@cloudbank/core/engine'
import { planeU8 } from '@cloudbank/core/raster'
import type { Matte } from '@cloudbank/core/steps'
import { openDatabase, type Database } from './database'
import type { Shot } from './rows'
import { createShoot, deleteShoot, freeShootName, removeShots, restoreShots, sweep } from './shoots'

let db: Database
beforeEach(() => {
  db = openDatabase(`test-${crypto.randomUUID()}`)
})
afterEach(() => db.delete())

const shot = (id: string, shootId: string, hash: string): Shot => ({
  id,
  shootId,
  fileName: `${id} 🏕.jpg`,
  originalHash: hash,
  sku: 'OCK-1',
  angle: 'front',
  width: 30,
  height: 20,
  bytes: 3,
  type: 'jpeg',
  order: 0,
  findings: [{ code: 'edge-unsure', share01: 0.3 }],
  failure: null,
})

async function addShot(id: string, shootId: string, hash: string): Promise<void> {
  await db.shots.add(shot(id, shootId, hash))
  await db.originals.put({ hash, blob: new Blob([id]) })
  await db.previews.put({ hash, blob: new Blob([id]), width: 3, height: 2 })
  await db.mattes.put({ key: `${hash}/cut1`, matte: { kind: 'uncut', reason: 'no-product' } })
  await db.files.put({ id: `${id}/page`, blob: new Blob([id]) })
}

describe('round trip', () => {
  test('a shoot, its brief and a shot come back as they went in, after closing too', async () => {
    const shoot = await createShoot({ name: 'Lakeside', dueOn: '2026-12-04' }, db)
    await addShot('a', shoot.id, 'h1')
    db.close()
    await db.open()
    expect(await db.shoots.get(shoot.id)).toEqual(shoot)
    expect((await db.briefs.get(shoot.briefId))?.brief).toEqual(SHOP_WHITE)
    expect(await db.shots.get('a')).toEqual(shot('a', shoot.id, 'h1'))
  })

  test('a packed matte survives the database', async () => {
    const alpha = planeU8(
      { width: 50, height: 40 },
      Uint8Array.from({ length: 2000 }, (_, i) => (i % 50 > 20 ? 255 : i % 7)),
    )
    const area = { x: 0.1, y: 0.2, width: 0.5, height: 0.4 }
    const matte: Matte = { kind: 'cut', alpha, area, box: area, unsure: 0.1, holes: 2 }
    await db.mattes.put({ key: 'k', matte: packMatte(matte) })
    const kept = await db.mattes.get('k')
    expect(kept && unpackMatte(kept.matte)).toEqual(matte)
  })

  test('a row that is not as it must be is refused', async () => {
    const wrong = { ...shot('b', 's', 'h'), type: 'gif' } as unknown as Shot // deliberately wrong
    await expect(db.shots.add(wrong)).rejects.toThrow(/type/)
  })
})

describe('removing', () => {
  test('removed shots can be restored, for nothing of theirs is swept before', async () => {
    const shoot = await createShoot({ name: 'A', dueOn: null }, db)
    await addShot('a', shoot.id, 'h1')
    const kept = await db.shots.get('a')
    await removeShots(['a'], db)
    expect(await db.shots.count()).toBe(0)
    expect(await db.originals.count()).toBe(1)
    await restoreShots([kept!], db)
    expect(await db.shots.get('a')).toEqual(kept)
  })

  test('deleting a shoot frees what is only its own', async () => {
    const one = await createShoot({ name: 'A', dueOn: null }, db)
    const two = await createShoot({ name: 'B', dueOn: null }, db)
    await addShot('a', one.id, 'own')
    await addShot('b', one.id, 'shared')
    await addShot('c', two.id, 'shared')
    await deleteShoot(one.id, db)
    expect(await db.originals.toCollection().primaryKeys()).toEqual(['shared'])
    expect(await db.previews.toCollection().primaryKeys()).toEqual(['shared'])
    expect(await db.mattes.toCollection().primaryKeys()).toEqual(['shared/cut1'])
    expect(await db.files.toCollection().primaryKeys()).toEqual(['c/page'])
    expect((await db.shoots.toArray()).map(({ name }) => name)).toEqual(['B'])
    expect(await db.briefs.count()).toBe(1)
  })

  test('sweep frees nothing that is in use', async () => {
    const shoot = await createShoot({ name: 'A', dueOn: null }, db)
    await addShot('a', shoot.id, 'h1')
    await sweep(db)
    expect([await db.originals.count(), await db.files.count(), await db.mattes.count()]).toEqual([
      1, 1, 1,
    ])
  })
})

test('a new shoot gets a name that is free', async () => {
  expect(await freeShootName('New shoot', db)).toBe('New shoot')
  await createShoot({ name: 'New shoot', dueOn: null }, db)
  await createShoot({ name: 'New shoot 2', dueOn: null }, db)
  expect(await freeShootName('New shoot', db)).toBe('New shoot 3')
})
