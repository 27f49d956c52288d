import type { Shoot } from '@cloudbank/core/shoot'
import { renditionRow, shootId, shotId, shotRow } from '@cloudbank/core/shoot/testing'
import 'fake-indexeddb/auto'
import { afterEach, beforeEach, expect, test, vi } from 'vitest'
import { SHOP_WHITE } from '@cloudbank/core/brief'
import { announceAll } from './changes'
import { openDatabase, type Database } from './database'
import { createShoot } from './shoots'
import { ShootWatch } from './ShootWatch'

let db: Database
let shoot: Shoot
let watch: ShootWatch
const readIds = new Set<string>()

beforeEach(async () => {
  db = openDatabase(`test-${crypto.randomUUID()}`)
  shoot = await createShoot({ name: 'A', dueOn: null }, db)
  for (const table of ['shots', 'renditions'])
    db.table(table).hook('reading', (row: { id: string } | undefined) => {
      if (row) readIds.add(row.id)
      return row
    })
})
afterEach(async () => {
  watch.dispose()
  await db.delete()
})

async function watchShots(count: number): Promise<void> {
  await db.shots.bulkAdd(
    Array.from({ length: count }, (_, i) => shotRow(`${i}`, { shootId: shoot.id, order: i })),
  )
  watch = new ShootWatch(db, shoot.id, () => undefined)
  await vi.waitFor(() => expect(watch.view?.shots).toHaveLength(count))
}

test.each([10, 400])('one result in a shoot of %i is read by itself', async (count) => {
  await watchShots(count)
  const { shots } = watch.view!
  readIds.clear()
  const made = renditionRow('3', 'page', { shootId: shoot.id })
  await db.renditions.add(made)
  await vi.waitFor(() => expect(watch.view?.renditions.size).toBe(1))
  expect([...readIds]).toEqual([made.id])
  // What has not changed stays the same object.
  expect(watch.view?.shots).toBe(shots)
})

test('what changes, comes and goes is followed', async () => {
  await watchShots(3)
  await db.shots.update(shotId('1'), { order: 9 })
  await db.shots.delete(shotId('0'))
  await db.shots.add(shotRow('new', { shootId: shoot.id, order: 5 }))
  await db.shots.add(shotRow('elsewhere', { shootId: shootId('another') }))
  await vi.waitFor(() => expect(watch.view?.shots.map(({ id }) => id)).toEqual(['2', 'new', '1']))
})

test('what a tab kept without a word of it is shown once anything may have changed', async () => {
  await watchShots(2)
  const silent = db.backendDB().transaction('shots', 'readwrite')
  silent.objectStore('shots').put(shotRow('silent', { shootId: shoot.id, order: 5 }))
  await new Promise((resolve) => (silent.oncomplete = resolve))
  // A word of something else brings nothing of it.
  await db.shots.update(shotId('1'), { order: 9 })
  await vi.waitFor(() => expect(watch.view?.shots.map(({ order }) => order)).toEqual([0, 9]))
  announceAll()
  await vi.waitFor(() => expect(watch.view?.shots.map(({ id }) => id)).toContain('silent'))
})

test('a new version takes the place of the one before', async () => {
  await watchShots(1)
  const [one, two] = [1, 2].map((version) =>
    renditionRow('0', 'page', { version, shootId: shoot.id, key: `k${version}` }),
  )
  await db.renditions.add(one!)
  await vi.waitFor(() => expect([...watch.view!.renditions.values()]).toEqual([one]))
  await db.transaction('rw', db.renditions, async () => {
    await db.renditions.update(one!.id, { standing: 'earlier' })
    await db.renditions.add(two!)
  })
  await vi.waitFor(() => expect([...watch.view!.renditions.values()]).toEqual([two]))
})

test('a row that can’t be read is set aside and blocks nothing', async () => {
  await db.shots.add(shotRow('bad', { shootId: shoot.id }))
  await db.table('shots').update('bad', { touches: 'none' })
  await watchShots(2)
  expect(watch.view?.shots.map(({ id }) => id)).toEqual(['0', '1'])
  expect(watch.problem).toBeNull()
  expect(await db.setAside.count()).toBe(1)
})

test('a shoot whose brief can’t be read opens with one to start from', async () => {
  await db.table('briefs').update(shoot.briefId, { 'brief.steps': 'none' })
  await watchShots(1)
  expect(watch.view?.briefRow).toEqual({ id: shoot.briefId, brief: SHOP_WHITE })
  expect(await db.setAside.toArray()).toMatchObject([{ table: 'briefs' }])
  expect(await db.briefs.get(shoot.briefId)).toEqual({ id: shoot.briefId, brief: SHOP_WHITE })
})

test('a shoot that is deleted is gone', async () => {
  await watchShots(1)
  await db.shoots.delete(shoot.id)
  await vi.waitFor(() => expect(watch.view).toBeNull())
})
