import { originalHash, shootId, shootView, shotId, shotRow } from '@cloudbank/core/shoot/testing'
import 'fake-indexeddb/auto'
import { afterEach, beforeEach, describe, expect, test, vi } from 'vitest'
import { AssetMissingError } from '@cloudbank/core/assets'
import { SHOP_WHITE } from '@cloudbank/core/brief'
import { FileError } from '@cloudbank/core/codec'
import { UnreachableError, WorkerLostError, type Job, type JobResults } from '@cloudbank/hosts/pool'
import { createProcessLock } from '@cloudbank/hosts/runs'
import { keepReserve, openDatabase, type BriefRow, type Database, type RunId } from '../../data'
import { BriefId } from '../../data'
import { NO_ROOM } from '../../notices'
import { lookAt } from '../inView'
import { fullDatabase, playedJobs, playedTab } from '../played.testing'
import { isHeldForRoom, resumeForRoom, workOnRun } from './runs'
import { asItStands, useWithoutRoom } from './withoutRoom'
import { makeArrivals } from './makeArrivals'
import { openRuns, pauseRuns, resumeRuns, startRun, stopRun } from './startRun'

const BRIEF: BriefRow = { id: BriefId.parse('b'), brief: SHOP_WHITE }
const WHOLE = { x: 0, y: 0, width: 1, height: 1 }

let db: Database
beforeEach(() => {
  db = openDatabase(`test-${crypto.randomUUID()}`)
})
afterEach(() => db.delete())

const FINISHED: JobResults['render']['renditions'][number]['finished'] = {
  type: 'jpeg',
  width: 10,
  height: 10,
  bytes: 1,
  border: { colour: '#FFFFFF', spread: 0, clear01: 0 },
  product: null,
  hasProfile: true,
  dpi: 72,
}

/** What a worker makes of a shot: the placements that were asked for, of bytes by which they are known. */
function render(job: Job, mark = 1): JobResults['render'] {
  if (job.kind !== 'render') throw new TypeError('only renders are played')
  return {
    findings: [{ code: 'holes' }],
    mattes: [
      { key: `${job.plan.original}/cut1/800`, matte: { kind: 'uncut', reason: 'no-product' } },
    ],
    renditions: (job.only ?? []).map((placementId) => ({
      placementId,
      bytes: new Uint8Array([mark]),
      hash: `${job.plan.original}/${placementId}/${mark}`,
      format: 'jpeg',
      width: 10,
      height: 10,
      qualityPct: 80,
      productBox: null,
      window: WHOLE,
      findings: [],
      ground: null,
      likeness: null,
      finished: FINISHED,
    })),
  }
}

async function startOver(ids: readonly string[]): Promise<RunId> {
  for (const id of ids) {
    if (!(await db.shots.get(shotId(id)))) await db.shots.add(shotRow(id))
    await db.originals.put({ hash: originalHash(id), blob: new Blob([id]) })
  }
  await startRun(shootId('s'), ids.map(shotId), BRIEF, db)
  return (await db.runs.where('state').equals('running').first())!.id
}

const run = async (id: RunId) => (await db.runs.get(id))!
const madeOf = async (id: string): Promise<string[]> =>
  (await db.renditions.where('shotId').equals(id).toArray())
    .filter(({ standing }) => standing === 'current')
    .map(({ placementId, version }) => `${placementId} ${version}`)
    .sort()

describe('a run', () => {
  test('makes every placement of every shot, and counts as it goes', async () => {
    const id = await startOver(['a', 'b', 'c'])
    const end = await workOnRun(id, playedJobs(render), playedTab(), db)
    expect(end).toEqual({ kind: 'finished', made: 6, failed: 0 })
    expect(await run(id)).toMatchObject({
      state: 'finished',
      total: 3,
      done: 3,
      made: 6,
      failed: 0,
    })
    expect(await madeOf('b')).toEqual(['card 1', 'page 1'])
    expect((await db.shots.get(shotId('b')))?.findings).toEqual([{ code: 'holes' }])
    expect(await db.mattes.count()).toBe(3)
  })

  test('asks nothing for what is up to date', async () => {
    await workOnRun(await startOver(['a']), playedJobs(render), playedTab(), db)
    const jobs = playedJobs(render)
    const end = await workOnRun(await startOver(['a', 'b']), jobs, playedTab(), db)
    expect(jobs.asked.map(({ job }) => job.kind === 'render' && job.plan.original)).toEqual(['b'])
    expect(end).toEqual({ kind: 'finished', made: 2, failed: 0 })
  })

  test('stands in line behind another, and leaves to it what waits there by the same brief', async () => {
    await startOver(['a', 'b'])
    for (const id of ['c']) {
      await db.shots.add(shotRow(id))
      await db.originals.put({ hash: originalHash(id), blob: new Blob([id]) })
    }
    const same = await startRun(shootId('s'), [shotId('a'), shotId('c')], BRIEF, db)
    expect(same).toEqual({ kind: 'in-line', ahead: 1 })
    expect((await openRuns(db)).map(({ total }) => total)).toEqual([2, 1])
    const again = await startRun(shootId('s'), [shotId('b'), shotId('c')], BRIEF, db)
    expect(again).toEqual({ kind: 'under-way' })
    // By another brief they are to be made once more.
    const other = { ...BRIEF, brief: { ...SHOP_WHITE, name: 'Other' } }
    const more = await startRun(shootId('s'), [shotId('b')], other, db)
    expect(more).toEqual({ kind: 'in-line', ahead: 2 })
    await pauseRuns(db)
    expect((await openRuns(db)).map(({ state }) => state)).toEqual(['paused', 'paused', 'paused'])
  })

  test('finds again what was made before by the same settings', async () => {
    await workOnRun(await startOver(['a']), playedJobs(render), playedTab(), db)
    const { steps } = SHOP_WHITE
    const light = { ...steps.light, exposureEv: 1 }
    const brighter = { ...BRIEF, brief: { ...SHOP_WHITE, steps: { ...steps, light } } }
    const again = async (brief: BriefRow, jobs = playedJobs((job) => render(job, 2))) => {
      await startRun(shootId('s'), [shotId('a')], brief, db)
      const end = await workOnRun((await openRuns(db))[0]!.id, jobs, playedTab(), db)
      return { end, asked: jobs.asked.length }
    }
    await again(brighter)
    expect(await madeOf('a')).toEqual(['card 2', 'page 2'])
    // Undone: nothing is made, and the first version stands.
    const { end, asked } = await again(BRIEF)
    expect([end, asked]).toEqual([{ kind: 'finished', made: 2, failed: 0 }, 0])
    expect(await madeOf('a')).toEqual(['card 1', 'page 1'])
    // Of what was freed, the file has to be made.
    const second = await db.renditions.filter((row) => row.version === 2).toArray()
    for (const row of second) await db.contents.delete(row.fileHash)
    expect((await again(brighter)).asked).toBe(1)
    expect(await madeOf('a')).toEqual(['card 3', 'page 3'])
  })

  test('begins by itself over what has never been made, where the shoot wants it', async () => {
    const id = await startOver(['a'])
    await workOnRun(id, playedJobs(render), playedTab(), db)
    for (const one of ['b', 'c']) await db.shots.add(shotRow(one))
    await db.shots.update(shotId('c'), { failure: 'It is damaged' })
    const { shoot, briefRow } = shootView()
    const mine = { ...shoot, id: shootId('s') }
    await db.briefs.add({ ...briefRow, id: mine.briefId })
    await db.shoots.add(mine)
    await makeArrivals(mine.id, db)
    expect(await openRuns(db)).toEqual([])
    await db.shoots.update(mine.id, { makesArrivals: true })
    await makeArrivals(mine.id, db)
    // Asked again, it begins nothing twice.
    await makeArrivals(mine.id, db)
    const [run] = await openRuns(db)
    const items = await db.runItems.where({ runId: run!.id, state: 'waiting' }).toArray()
    expect(items.map((item) => item.shotId)).toEqual(['b'])
    expect((await openRuns(db)).length).toBe(1)
  })

  test('makes the shot first that somebody looks at', async () => {
    const jobs = playedJobs(render)
    const id = await startOver(['a', 'b', 'c', 'd'])
    lookAt(shotId('c'))
    await workOnRun(id, jobs, { ...playedTab(), lanes: 1 }, db)
    lookAt(null)
    expect(jobs.asked.map(({ job }) => job.kind === 'render' && job.plan.original)).toEqual([
      'c',
      'a',
      'b',
      'd',
    ])
  })

  test('makes a new version where the brief has changed, and keeps the one before', async () => {
    await workOnRun(await startOver(['a']), playedJobs(render), playedTab(), db)
    const { steps } = SHOP_WHITE
    const brighter = {
      ...SHOP_WHITE,
      steps: { ...steps, light: { ...steps.light, exposureEv: 1 } },
    }
    await startRun(shootId('s'), [shotId('a')], { ...BRIEF, brief: brighter }, db)
    const id = (await db.runs.where('state').equals('running').first())!.id
    await workOnRun(
      id,
      playedJobs((job) => render(job, 2)),
      playedTab(),
      db,
    )
    expect(await madeOf('a')).toEqual(['card 2', 'page 2'])
    const all = await db.renditions.toArray()
    expect(all.map(({ version, standing }) => `${version} ${standing}`).sort()).toEqual([
      '1 earlier',
      '1 earlier',
      '2 current',
      '2 current',
    ])
    expect(await db.contents.count()).toBe(4)
  })

  test('goes on past a shot that can’t be made, and says why', async () => {
    const jobs = playedJobs((job) =>
      job.kind === 'render' && job.plan.original === 'b'
        ? new FileError({ code: 'damaged' })
        : render(job),
    )
    const id = await startOver(['a', 'b', 'c'])
    expect(await workOnRun(id, jobs, playedTab(), db)).toEqual({
      kind: 'finished',
      made: 4,
      failed: 1,
    })
    expect((await db.shots.get(shotId('b')))?.failure).toBe(
      new FileError({ code: 'damaged' }).message,
    )
    expect(await madeOf('b')).toEqual([])
  })

  test.each([
    new WorkerLostError(),
    new AssetMissingError('look', 'h'),
    new Error('what nobody expected'),
  ])('%s is the shot’s own', async (error) => {
    const id = await startOver(['a'])
    expect(
      await workOnRun(
        id,
        playedJobs(() => error),
        playedTab(),
        db,
      ),
    ).toMatchObject({ failed: 1 })
    expect((await db.shots.get(shotId('a')))?.failure).toBe(error.message)
  })

  test('says so when an original is missing', async () => {
    const id = await startOver(['a'])
    await db.originals.clear()
    await workOnRun(id, playedJobs(render), playedTab(), db)
    expect((await db.shots.get(shotId('a')))?.failure).toMatch(/missing/)
  })

  test('leaves out a shot that was removed before its turn, and keeps nothing for one removed after', async () => {
    const id = await startOver(['a', 'b', 'c'])
    await db.shots.delete(shotId('a'))
    const jobs = playedJobs()
    const working = workOnRun(id, jobs, playedTab(), db)
    await vi.waitFor(() => expect(jobs.asked).toHaveLength(2))
    await db.shots.delete(shotId('b'))
    for (const { job, finish } of jobs.asked) finish(render(job))
    expect(await working).toEqual({ kind: 'finished', made: 2, failed: 0 })
    expect(await db.renditions.where('shotId').equals('b').count()).toBe(0)
    expect(await db.contents.count()).toBe(2)
  })
})

describe('holding a run', () => {
  test('gives up what is at work; it goes on where it was', async () => {
    const id = await startOver(['a', 'b', 'c'])
    const jobs = playedJobs()
    const working = workOnRun(id, jobs, playedTab(undefined, 1), db)
    await vi.waitFor(() => expect(jobs.asked).toHaveLength(1))
    jobs.asked[0]!.finish(render(jobs.asked[0]!.job))
    await vi.waitFor(() => expect(jobs.asked).toHaveLength(2))
    await pauseRuns(db)
    expect(await working).toEqual({ kind: 'held' })
    expect(await run(id)).toMatchObject({ state: 'paused', done: 1 })
    await resumeRuns(db)
    expect(await workOnRun(id, playedJobs(render), playedTab(), db)).toMatchObject({ made: 6 })
    expect(await run(id)).toMatchObject({ state: 'finished', done: 3 })
  })

  test('a result that comes after it is not kept', async () => {
    const id = await startOver(['a'])
    const jobs = playedJobs()
    const working = workOnRun(id, jobs, playedTab(), db)
    await vi.waitFor(() => expect(jobs.asked).toHaveLength(1))
    // Both at once: the result is on its way while the row says stopped already.
    const stopping = stopRun(id, db)
    jobs.asked[0]!.finish(render(jobs.asked[0]!.job))
    await stopping
    expect(await working).toEqual({ kind: 'held' })
    const { state, made } = await run(id)
    expect({ state, made, kept: await db.contents.count() }).toEqual({
      state: 'stopped',
      made,
      kept: made,
    })
  })

  test('is seen by the tab that works, whichever tab says it, and no other tab goes on', async () => {
    const lock = createProcessLock()
    const id = await startOver(['a', 'b'])
    const [first, second] = [playedJobs(), playedJobs(render)]
    const working = workOnRun(id, first, playedTab(lock), db)
    const waiting = workOnRun(id, second, playedTab(lock), db)
    await vi.waitFor(() => expect(first.asked).toHaveLength(2))
    await stopRun(id, db)
    expect(await Promise.all([working, waiting])).toEqual([{ kind: 'held' }, { kind: 'held' }])
    expect(second.asked).toEqual([])
    expect(await run(id)).toMatchObject({ state: 'stopped', done: 0 })
  })

  test('two tabs do nothing twice; the one that waited finds nothing left', async () => {
    const lock = createProcessLock()
    const id = await startOver(['a', 'b', 'c'])
    const [first, second] = [playedJobs(render), playedJobs(render)]
    const ends = await Promise.all([
      workOnRun(id, first, playedTab(lock), db),
      workOnRun(id, second, playedTab(lock), db),
    ])
    expect(ends).toEqual([{ kind: 'finished', made: 6, failed: 0 }, { kind: 'held' }])
    expect(first.asked.length + second.asked.length).toBe(3)
  })
})

describe('a browser that is full', () => {
  test('holds the run with the reason, keeps what is made, and goes on when there is room', async () => {
    const id = await startOver(['a', 'b', 'c'])
    const room = fullDatabase(db)
    const jobs = playedJobs()
    const working = workOnRun(id, jobs, playedTab(undefined, 1), db)
    await vi.waitFor(() => expect(jobs.asked).toHaveLength(1))
    jobs.asked[0]!.finish(render(jobs.asked[0]!.job))
    await vi.waitFor(() => expect(jobs.asked).toHaveLength(2))
    room.full = 'for-rows'
    jobs.asked[1]!.finish(render(jobs.asked[1]!.job))
    expect(await working).toEqual({ kind: 'no-room' })
    expect(await run(id)).toMatchObject({ state: 'paused', heldFor: NO_ROOM, done: 1, made: 2 })
    expect(await madeOf('b')).toEqual([])
    room.full = 'no'
    await resumeForRoom(db)
    expect(await run(id)).toMatchObject({ state: 'running', heldFor: null })
    expect(await workOnRun(id, playedJobs(render), playedTab(), db)).toMatchObject({ made: 6 })
  })

  test('with no room for the smallest row, the room kept back takes the note that the run is held', async () => {
    await keepReserve(db)
    const id = await startOver(['a'])
    const room = fullDatabase(db)
    // All of the room there is, is what is kept back.
    db.reserve.hook('deleting', () => {
      room.full = 'for-rows'
    })
    const jobs = playedJobs(render)
    room.full = 'for-everything'
    expect(await workOnRun(id, jobs, playedTab(), db)).toEqual({ kind: 'no-room' })
    expect(await run(id)).toMatchObject({ state: 'paused', heldFor: NO_ROOM, done: 0 })
    expect(await isHeldForRoom(db)).toBe(true)
    room.full = 'no'
    await resumeForRoom(db)
    await keepReserve(db)
    expect(await run(id)).toMatchObject({ state: 'running', heldFor: null })
    expect(await db.reserve.count()).toBe(1)
  })

  test('where not even that is left, the run is paused here, in words, until there is room', async () => {
    const id = await startOver(['a'])
    const room = fullDatabase(db)
    room.full = 'for-everything'
    expect(await workOnRun(id, playedJobs(render), playedTab(), db)).toEqual({ kind: 'no-room' })
    expect((await run(id)).state).toBe('running')
    const shown = () => run(id).then((row) => asItStands(row, useWithoutRoom.getState().runIds))
    expect(await shown()).toMatchObject({ state: 'paused', heldFor: NO_ROOM })
    expect(await isHeldForRoom(db)).toBe(true)
    room.full = 'no'
    await resumeForRoom(db)
    expect(await shown()).toMatchObject({ state: 'running', heldFor: null })
    expect(await isHeldForRoom(db)).toBe(false)
    expect(await workOnRun(id, playedJobs(render), playedTab(), db)).toMatchObject({ made: 2 })
  })

  test('a run that a person holds stays held when there is room', async () => {
    const id = await startOver(['a'])
    await pauseRuns(db)
    await resumeForRoom(db)
    expect((await run(id)).state).toBe('paused')
  })
})

test('a file of the app that does not come is asked for again; no shot fails of it', async () => {
  const id = await startOver(['a'])
  let asked = 0
  const jobs = playedJobs((job) =>
    ++asked < 3 ? new UnreachableError('The encoder') : render(job),
  )
  const ports = { ...playedTab(), clock: { now: () => 0, sleep: () => Promise.resolve() } }
  expect(await workOnRun(id, jobs, ports, db)).toEqual({ kind: 'finished', made: 2, failed: 0 })
  expect((await db.shots.get(shotId('a')))?.failure).toBeNull()
})

test('while a run is open no other begins', async () => {
  await startOver(['a'])
  await startRun(shootId('s'), [shotId('a')], BRIEF, db)
  expect(await db.runs.count()).toBe(1)
  expect(await db.runItems.count()).toBe(1)
})
