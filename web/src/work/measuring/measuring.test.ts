import {
  originalHash,
  lightingRow,
  measured,
  shootId,
  shotId,
  shotRow,
} from '@cloudbank/core/shoot/testing'
import 'fake-indexeddb/auto'
import { afterEach, beforeEach, describe, expect, test, vi } from 'vitest'
import { FileError } from '@cloudbank/core/codec'
import type { Job, JobResults } from '@cloudbank/hosts/pool'
import { workThrough, createProcessLock } from '@cloudbank/hosts/runs'
import { openDatabase, type Database, type MeasureTask } from '../../data'
import { playedJobs, playedTab } from '../played.testing'
import { measureWork } from './measureWork'
import { nameOf, sortLightings } from './sortLightings'

const SHOOT = shootId('s')

let db: Database
beforeEach(() => {
  db = openDatabase(`test-${crypto.randomUUID()}`)
})
afterEach(() => db.delete())

async function queue(ids: readonly string[]): Promise<void> {
  for (const [order, id] of ids.entries()) {
    await db.shots.add(shotRow(id, { order }))
    await db.originals.put({ hash: originalHash(id), blob: new Blob([id]) })
    const task: MeasureTask = {
      id,
      kind: 'measure',
      shootId: SHOOT,
      hash: originalHash(id),
      fileName: `${id}.jpg`,
    }
    await db.measureTasks.put(task)
  }
  await db.measureTasks.put({ id: 'sort/s', kind: 'sort', shootId: SHOOT })
}

const answer = (change?: Parameters<typeof measured>[0]) => (_job: Job) => ({
  ...measured(change),
  look: new Blob(['look']),
})

describe('measuring', () => {
  test('measures everything, then sorts the shoot, and leaves nothing in line', async () => {
    await queue(['a', 'b'])
    const jobs = playedJobs(answer())
    await workThrough(
      measureWork(jobs, db, () => undefined),
      playedTab(),
    )
    expect(await db.measures.count()).toBe(2)
    expect(await db.looks.count()).toBe(2)
    expect(await db.measureTasks.count()).toBe(0)
    const shots = await db.shots.toArray()
    expect(shots.every(({ sorted, lightingId }) => sorted && lightingId !== null)).toBe(true)
  })

  test('names what can’t be measured; the rest goes on', async () => {
    await queue(['a', 'b'])
    const failures: string[] = []
    const damaged = new FileError({ code: 'damaged' })
    const jobs = playedJobs((job) => (jobs.asked.length === 1 ? damaged : answer()(job)))
    await workThrough(
      measureWork(jobs, db, (fileName, reason) => failures.push(`${fileName}: ${reason}`)),
      playedTab(),
    )
    expect(failures).toEqual([`a.jpg: ${damaged.message}`])
    expect(await db.measures.count()).toBe(1)
    expect(await db.measureTasks.count()).toBe(0)
  })

  test('held in one tab is held in all; what was at work stays in line', async () => {
    await queue(['a', 'b'])
    const lock = createProcessLock()
    const jobs = playedJobs()
    const working = workThrough(
      measureWork(jobs, db, () => undefined),
      playedTab(lock),
    )
    await vi.waitFor(() => expect(jobs.asked).toHaveLength(2))
    await db.holds.put({ id: 'measuring', held: true })
    expect(await working).toBe('held')
    const other = playedJobs(answer())
    expect(
      await workThrough(
        measureWork(other, db, () => undefined),
        playedTab(lock),
      ),
    ).toBe('held')
    expect(other.asked).toEqual([])
    expect(await db.measureTasks.count()).toBe(3)
  })

  test('a photograph that was removed meanwhile is not measured', async () => {
    await queue(['a'])
    await db.originals.clear()
    const jobs = playedJobs(answer())
    await workThrough(
      measureWork(jobs, db, () => undefined),
      playedTab(),
    )
    expect(jobs.asked).toEqual([])
    expect(await db.measureTasks.count()).toBe(0)
  })
})

type Photographed = readonly [
  id: string,
  takenAt: string | null,
  change?: Partial<JobResults['measure']['measures']>,
]

async function shoot(photographs: readonly Photographed[]): Promise<void> {
  for (const [i, [id, takenAt, change = {}]] of photographs.entries()) {
    await db.shots.add(shotRow(id, { order: i }))
    const fingerprint = change.fingerprint ?? i.toString(16).repeat(16)
    const result = measured({ ...change, fingerprint }, { takenAt, camera: 'Quarry Q2' })
    await db.measures.put({ hash: originalHash(id), result })
  }
}

const lightingsOf = async (): Promise<string[][]> => {
  const shots = await db.shots.where('shootId').equals('s').sortBy('order')
  const ids = [...new Set(shots.map(({ lightingId }) => lightingId))]
  return ids.map((lightingId) =>
    shots.filter((shot) => shot.lightingId === lightingId).map(({ id }) => String(id)),
  )
}

describe('sorting into lightings', () => {
  test('a long pause begins another; each is named by its first shot and camera', async () => {
    await shoot([
      ['a', '2026-10-12T09:04:00'],
      ['b', '2026-10-12T09:10:00'],
      ['c', '2026-10-12T14:22:00'],
    ])
    await sortLightings(SHOOT, db)
    expect(await lightingsOf()).toEqual([['a', 'b'], ['c']])
    expect((await db.lightings.toArray()).map(({ name }) => name).sort()).toEqual([
      'Lighting 1, 12 Oct 09:04',
      'Lighting 2, 12 Oct 14:22',
    ])
  })

  test('newcomers join the lighting that they fit, and nothing that was sorted moves', async () => {
    await shoot([
      ['a', '2026-10-12T09:04:00'],
      ['b', '2026-10-12T09:06:00'],
    ])
    await db.lightings.add(lightingRow('mine'))
    await db.shots.update(shotId('a'), { lightingId: lightingRow('mine').id, sorted: true })
    await db.shots.update(shotId('b'), { sorted: true })
    await shoot([['c', '2026-10-12T09:08:00']])
    await sortLightings(SHOOT, db)
    // b was taken out by a person and stays out.
    expect(await lightingsOf()).toEqual([['a', 'c'], ['b']])
    expect(await db.lightings.count()).toBe(1)
  })

  test('the first shot with a card becomes the reference of its lighting', async () => {
    await shoot([
      ['a', '2026-10-12T09:04:00'],
      ['b', '2026-10-12T09:05:00'],
    ])
    const row = (await db.measures.get(originalHash('b')))!
    const card = { spot: { x: 0.5, y: 0.5, radius: 0.1 } } as NonNullable<typeof row.result.card>
    await db.measures.put({ ...row, result: { ...row.result, card } })
    await sortLightings(SHOOT, db)
    expect((await db.lightings.toArray())[0]?.referenceShotId).toBe('b')
  })

  test('a photograph of the same motif is named after the earlier one', async () => {
    await shoot([
      ['a', null, { fingerprint: 'ffff0000ffff0000' }],
      ['b', null, { fingerprint: '0000ffff0000ffff' }],
      ['c', null, { fingerprint: 'ffff0000ffff0001' }],
    ])
    await sortLightings(SHOOT, db)
    const shots = await db.shots.where('shootId').equals('s').sortBy('order')
    expect(shots.map(({ twinOf }) => twinOf)).toEqual([null, null, 'a.jpg'])
  })

  test.each([
    [1, '2026-10-12T09:04:00', 'Lighting 1, 12 Oct 09:04'],
    [2, null, 'Lighting 2'],
  ])('lighting %i taken at %s: %s', (number, takenAt, name) =>
    expect(nameOf(number, takenAt)).toBe(name),
  )
})
