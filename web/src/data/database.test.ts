import 'fake-indexeddb/auto'
import Dexie from 'dexie'
import { afterEach, beforeEach, describe, expect, test } from 'vitest'
import { SHOP_WHITE } from '@cloudbank/core/brief'
import { packMatte, unpackMatte } from '@cloudbank/core/engine'
import { planeU8 } from '@cloudbank/core/raster'
import type { Matte } from '@cloudbank/core/steps'
import { openDatabase, type Database } from './database'
import { change, creation, perform, redoNext, removal, undoLast } from './history'
import type { Lighting, Shot } from './rows'
import { shotRow } from './shotRow.testing'
import { createShoot, deleteShoot, freeShootName, sweep } from './shoots'

let db: Database
beforeEach(() => {
  db = openDatabase(`test-${crypto.randomUUID()}`)
})
afterEach(() => db.delete())

const shot = (id: string, shootId: string, hash: string): Shot =>
  shotRow(id, {
    shootId,
    fileName: `${id} 🏕.jpg`,
    originalHash: hash,
    findings: [{ code: 'edge-unsure', share01: 0.3 }],
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
    const changes = [removal('shots', kept!)]
    await perform({ shootId: shoot.id, shotIds: ['a'], words: 'Removed 1 shot', changes }, db)
    await sweep(db)
    expect(await db.shots.count()).toBe(0)
    expect(await db.originals.count()).toBe(1)
    expect((await undoLast({ shootId: shoot.id }, db))?.words).toBe('Removed 1 shot')
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

describe('history', () => {
  const lighting: Lighting = {
    id: 'l',
    shootId: 's',
    name: 'Window',
    takenAt: null,
    referenceShotId: null,
    neutral: null,
    light: {},
  }
  const scope = { shootId: 's' }
  const exposure = async (): Promise<unknown> => (await db.shots.get('a'))?.touches.light.exposureEv
  const expose = async (ev: number, mergeKey?: string): Promise<void> => {
    const row = (await db.shots.get('a'))!
    await perform(
      {
        ...scope,
        shotIds: ['a'],
        words: `Exposure ${ev}`,
        changes: [change('shots', row, { touches: { light: { exposureEv: ev } } })],
        ...(mergeKey ? { mergeKey } : {}),
      },
      db,
    )
  }

  test('is undone and redone in order, and a new deed ends the redoing', async () => {
    await db.shots.add(shotRow('a'))
    await expose(1)
    await expose(2)
    await undoLast(scope, db)
    expect(await exposure()).toBe(1)
    await undoLast(scope, db)
    expect(await exposure()).toBeUndefined()
    expect(await undoLast(scope, db)).toBeNull()
    await redoNext(scope, db)
    expect(await exposure()).toBe(1)
    await expose(3)
    expect(await redoNext(scope, db)).toBeNull()
    expect((await db.deeds.toArray()).map(({ words }) => words)).toEqual([
      'Exposure 1',
      'Exposure 3',
    ])
  })

  test('counts the moves of one slider as one deed', async () => {
    await db.shots.add(shotRow('a'))
    await expose(1)
    for (const ev of [1.1, 1.2, 1.3]) await expose(ev, 'a/exposure')
    expect(await db.deeds.count()).toBe(2)
    await undoLast(scope, db)
    expect(await exposure()).toBe(1)
    await redoNext(scope, db)
    expect(await exposure()).toBe(1.3)
  })

  test('of one shot leaves the deeds of others alone', async () => {
    await db.shots.bulkAdd([shotRow('a'), shotRow('b')])
    await expose(1)
    const b = (await db.shots.get('b'))!
    const passed = { verdict: { kind: 'passed' } } as const
    const changes = [change('shots', b, passed)]
    await perform({ ...scope, shotIds: ['b'], words: 'Passed', changes }, db)
    await undoLast({ ...scope, shotId: 'a' }, db)
    expect(await exposure()).toBeUndefined()
    expect((await db.shots.get('b'))?.verdict).toEqual(passed.verdict)
  })

  test('brings back what was made and what was removed', async () => {
    await perform(
      { ...scope, shotIds: [], words: 'Made', changes: [creation('lightings', lighting)] },
      db,
    )
    await undoLast(scope, db)
    expect(await db.lightings.count()).toBe(0)
    await redoNext(scope, db)
    expect(await db.lightings.get('l')).toEqual(lighting)
    await perform(
      { ...scope, shotIds: [], words: 'Gone', changes: [removal('lightings', lighting)] },
      db,
    )
    await undoLast(scope, db)
    expect(await db.lightings.get('l')).toEqual(lighting)
  })
})

describe('an older database', () => {
  test('is brought up to date: shots untouched, briefs with all of Light', async () => {
    const name = `test-${crypto.randomUUID()}`
    const old = new Dexie(name)
    old.version(1).stores({
      shoots: 'id, createdAt',
      shots: 'id, shootId, originalHash',
      products: 'id, shootId',
      briefs: 'id',
      runs: 'id, shootId, state',
    })
    const {
      lightingId: _,
      place: _p,
      sorted: _s,
      twinOf: _t,
      touches: _u,
      verdict: _v,
      ...shotBefore
    } = shotRow('a')
    await old.table('shots').add(shotBefore)
    const light = { exposureEv: 0.5, neutral: { from: 'backdrop' } }
    const brief = { ...SHOP_WHITE, steps: { ...SHOP_WHITE.steps, light } }
    await old.table('briefs').add({ id: 'b', brief })
    await old.table('products').add({ id: 's/X', shootId: 's', sku: 'X', name: 'Mug', colour: '' })
    old.close()
    const now = openDatabase(name)
    expect(await now.shots.get('a')).toEqual(shotRow('a'))
    expect((await now.briefs.get('b'))?.brief.steps.light).toMatchObject({
      exposureEv: 0.5,
      contrast: 0,
    })
    expect((await now.products.get('s/X'))?.more).toEqual({})
    await now.delete()
  })
})
