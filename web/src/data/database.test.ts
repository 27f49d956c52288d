import type { Shot } from '@cloudbank/core/shoot'
import {
  SURE_SIGNS,
  briefId,
  fileHash,
  shootId,
  shotId,
  shotRow,
} from '@cloudbank/core/shoot/testing'
import 'fake-indexeddb/auto'
import Dexie from 'dexie'
import { afterEach, beforeEach, describe, expect, test } from 'vitest'
import { SHOP_WHITE } from '@cloudbank/core/brief'
import { packMatte, unpackMatte, type CutMatte } from '@cloudbank/core/matte'
import { planeU8 } from '@cloudbank/core/raster'
import { openDatabase, SCHEMAS, type Database, type TableName } from './database'
import { openFixture2 } from './fixture.testing'
import { deedsOf, perform, put, undoLast } from './history'
import { checkRows, setAside } from './readRows'
import { createShoot, freeShootName } from './shoots'
import { sweep } from './sweep'

let db: Database
beforeEach(() => {
  db = openDatabase(`test-${crypto.randomUUID()}`)
})
afterEach(() => db.delete())

describe('round trip', () => {
  test('a shoot, its brief and a shot come back as they went in, after closing too', async () => {
    const shoot = await createShoot({ name: 'Lakeside', dueOn: '2026-12-04' }, db)
    const shot = shotRow('a', {
      shootId: shoot.id,
      fileName: 'a 🏕.jpg',
      findings: [{ code: 'edge-unsure', share01: 0.3 } as Shot['findings'][number]],
      touches: { light: { exposureEv: 0.5 } },
    })
    await db.shots.add(shot)
    db.close()
    await db.open()
    expect(await db.shoots.get(shoot.id)).toEqual(shoot)
    expect((await db.briefs.get(shoot.briefId))?.brief).toEqual(SHOP_WHITE)
    expect(await db.shots.get(shotId('a'))).toEqual(shot)
  })

  test('a packed matte survives the database', async () => {
    const area = { x: 0.1, y: 0.2, width: 0.5, height: 0.4 }
    const plane = planeU8(
      { width: 50, height: 40 },
      Uint8Array.from({ length: 2000 }, (_, i) => (i % 50 > 20 ? 255 : i % 7)),
    )
    const alpha = { sidePx: 800, area, plane }
    const matte: CutMatte = {
      kind: 'cut',
      alphas: [alpha],
      box: area,
      unsure: 0.1,
      holes: 2,
      signs: SURE_SIGNS,
      doubts: [],
      repairs: 0,
      atBorder: 'clear',
    }
    await db.mattes.put({ key: 'k', matte: packMatte(matte, alpha) })
    const kept = await db.mattes.get('k')
    expect(kept && unpackMatte(kept.matte)).toEqual(matte)
  })

  test('a row that is not as it must be is refused', async () => {
    const wrong = { ...shotRow('b'), type: 'gif' } as unknown as Shot // deliberately wrong
    await expect(db.shots.add(wrong)).rejects.toThrow(/type/)
  })

  test('a new shoot gets a name that is free', async () => {
    expect(await freeShootName('New shoot', db)).toBe('New shoot')
    await createShoot({ name: 'New shoot', dueOn: null }, db)
    await createShoot({ name: 'New shoot 2', dueOn: null }, db)
    expect(await freeShootName('New shoot', db)).toBe('New shoot 3')
  })
})

describe('rows that can’t be read', () => {
  test('are set aside with what is wrong; the others are read', async () => {
    await db.shots.bulkAdd([shotRow('a'), shotRow('b')])
    await db.table('shots').update('b', { width: 'wide' })
    const { rows, bad } = checkRows('shots', await db.shots.toArray())
    expect(rows.map(({ id }) => id)).toEqual(['a'])
    await setAside('shots', bad, db)
    expect(await db.shots.toCollection().primaryKeys()).toEqual(['a'])
    const [aside] = await db.setAside.toArray()
    expect(aside).toMatchObject({ table: 'shots', row: { id: 'b', width: 'wide' } })
    expect(aside?.problem).toMatch(/^width: /)
  })
})

describe('a database of version 2', () => {
  test('is brought up to date: every row is as it must be, nothing is lost', async () => {
    const name = `test-${crypto.randomUUID()}`
    const before = await openFixture2(name)
    const now = openDatabase(name)
    for (const table of Object.keys(SCHEMAS) as TableName[]) {
      const { bad } = checkRows(table, await now.table(table).toArray())
      expect({ table, bad }).toEqual({ table, bad: [] })
    }
    for (const table of [
      'shoots',
      'shots',
      'originals',
      'previews',
      'products',
      'lightings',
      'measures',
    ])
      expect(await now.table(table).count(), table).toBe(before[table]?.length)
    for (const old of before.shots ?? []) {
      const { fileName, sku, lightingId } = (await now.shots.get(shotId(String(old.id))))!
      expect({ fileName, sku, lightingId }).toEqual({
        fileName: old.fileName,
        sku: old.sku,
        lightingId: old.lightingId,
      })
    }
    await now.delete()
  })

  test('keeps its finished files, byte for byte, and survives a sweep', async () => {
    const name = `test-${crypto.randomUUID()}`
    const before = await openFixture2(name)
    const now = openDatabase(name)
    await sweep(now)
    const renditions = await now.renditions.toArray()
    expect(renditions).toHaveLength(before.renditions!.length)
    for (const { shotId: shot, placementId, fileHash: hash, standing } of renditions) {
      expect(standing).toBe('current')
      const old = before.files?.find(({ id }) => id === `${shot}/${placementId}`)
      const kept = await now.contents.get(hash)
      expect(await kept!.blob.bytes()).toEqual(await (old!.blob as Blob).bytes())
    }
    await now.delete()
  })

  test('its brief is changed field by field, and the change undone', async () => {
    const name = `test-${crypto.randomUUID()}`
    await openFixture2(name)
    const now = openDatabase(name)
    const [shoot] = await now.shoots.toArray()
    const id = shoot!.briefId
    const behind = { kind: 'transparent' }
    const edits = [put('briefs', id, ['brief', 'steps', 'ground', 'behind'], behind)]
    await perform({ shootId: shoot!.id, words: 'Ground: transparent', edits }, now)
    const read = async () => checkRows('briefs', [await now.briefs.get(id)]).rows[0]?.brief
    expect((await read())?.steps.ground).toMatchObject({ behind })
    await undoLast({ shootId: shoot!.id }, now)
    expect((await read())?.steps.ground).toMatchObject({
      behind: { kind: 'colour', colour: '#FFFFFF' },
    })
    await now.delete()
  })

  test('its history can still be undone', async () => {
    const name = `test-${crypto.randomUUID()}`
    const before = await openFixture2(name)
    const now = openDatabase(name)
    const scope = { shootId: shootId(String(before.shoots?.[0]?.id)) }
    const deeds = await deedsOf(scope, now)
    expect(deeds.map(({ words }) => words)).toEqual(before.deeds?.map(({ words }) => words))
    let undone = 0
    while ((await undoLast(scope, now)).kind === 'done') undone++
    expect(undone).toBe(before.deeds?.filter((deed) => deed.undone !== true).length)
    // Everything was undone, down to the products that were taken in first.
    expect(await now.products.count()).toBe(0)
    await now.delete()
  })
})

describe('a database of version 1', () => {
  test('is brought up to date: shots untouched, briefs with all of Light', async () => {
    const name = `test-${crypto.randomUUID()}`
    const old = new Dexie(name)
    old.version(1).stores({
      shoots: 'id, createdAt',
      shots: 'id, shootId, originalHash',
      originals: 'hash',
      previews: 'hash',
      arrivals: '++id, shootId',
      refusals: '++id, shootId',
      products: 'id, shootId',
      briefs: 'id',
      mattes: 'key',
      renditions: 'id, shootId, shotId',
      files: 'id',
      runs: 'id, shootId, state',
    })
    const { lightingId, place, sorted, twinOf, touches, verdict, ...shotBefore } = shotRow('a')
    await old.table('shots').add(shotBefore)
    const { ground, ...others } = SHOP_WHITE.steps
    const light = { exposureEv: 0.5, neutral: { from: 'backdrop' } }
    const steps = { ...others, ground: ground.behind, light }
    await old.table('briefs').add({ id: 'b', brief: { version: 1, name: 'Shop white', steps } })
    await old.table('products').add({ id: 's/X', shootId: 's', sku: 'X', name: 'Mug', colour: '' })
    old.close()
    const now = openDatabase(name)
    const { rows } = checkRows('shots', await now.shots.toArray())
    expect(rows).toEqual([
      { ...shotBefore, lightingId, place, sorted, twinOf, touches: { light: {} }, verdict },
    ])
    expect(touches).toEqual({})
    const briefs = checkRows('briefs', [await now.briefs.get(briefId('b'))])
    expect(briefs.rows[0]?.brief).toEqual({
      ...SHOP_WHITE,
      steps: { ...SHOP_WHITE.steps, light: { ...SHOP_WHITE.steps.light, exposureEv: 0.5 } },
    })
    expect((await now.products.toArray())[0]?.more).toEqual({})
    await now.delete()
  })
})

test('a database of version 6 keeps its colour tables and grounds, in one table', async () => {
  const name = `test-${crypto.randomUUID()}`
  const old = new Dexie(name)
  old.version(6).stores({ cubes: 'hash', grounds: 'hash' })
  const [look, oak] = ['a'.repeat(64), 'b'.repeat(64)]
  await old.table('cubes').add({ hash: look, name: 'Dusk', text: 'LUT_3D_SIZE 2' })
  await old.table('grounds').add({ hash: oak, name: 'Oak', blob: new Blob(['oak']) })
  old.close()
  const now = openDatabase(name)
  const { rows, bad } = checkRows('assets', await now.assets.toArray())
  expect(bad).toEqual([])
  expect(rows.map(({ hash, role, name: called }) => [hash, role, called])).toEqual([
    [look, 'look', 'Dusk'],
    [oak, 'ground', 'Oak'],
  ])
  expect(await Promise.all(rows.map(({ blob }) => blob.text()))).toEqual(['LUT_3D_SIZE 2', 'oak'])
  expect(now.tables.map((table) => table.name)).not.toContain('cubes')
  await now.delete()
})

test('a picture is found by the hash of its content', async () => {
  await db.contents.put({ hash: fileHash('h'), blob: new Blob(['page']) })
  expect(await (await db.contents.get(fileHash('h')))?.blob.text()).toBe('page')
})
