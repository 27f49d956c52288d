import { originalHash, shootView, shotRow } from '@cloudbank/core/shoot/testing'
import 'fake-indexeddb/auto'
import { unzipSync } from 'fflate'
import { afterEach, beforeEach, expect, test, vi } from 'vitest'
import { NothingCutError } from '@cloudbank/core/cutOut'
import type { Job } from '@cloudbank/hosts/pool'
import { createProcessLock, workThrough } from '@cloudbank/hosts/runs'
import { openDatabase, type Database } from '../../data'
import { playedJobs, playedTab } from '../played.testing'
import { saveCutOuts, stopCutOuts, takeComplete } from './cutOuts'
import { cutOutWork } from './cutOutWork'

const { shoot, briefRow } = shootView()
const shots = ['a', 'b', 'c'].map((id) =>
  shotRow(id, { shootId: shoot.id, fileName: id === 'c' ? 'A.png' : `${id}.jpg` }),
)

let db: Database
beforeEach(async () => {
  db = openDatabase(`test-${crypto.randomUUID()}`)
  await db.briefs.add({ ...briefRow, id: shoot.briefId })
  await db.shoots.add(shoot)
  await db.shots.bulkAdd(shots)
  for (const id of ['a', 'b', 'c'])
    await db.originals.put({ hash: originalHash(id), blob: new Blob([id]) })
})
afterEach(() => db.delete())

const made = (job: Job) => {
  if (job.kind !== 'cut-out') return null
  return { bytes: new TextEncoder().encode(`${job.format} of ${job.plan.original}`) }
}
const entriesOf = async (zip: Blob): Promise<Record<string, string>> =>
  Object.fromEntries(
    Object.entries(unzipSync(new Uint8Array(await zip.arrayBuffer()))).map(([path, bytes]) => [
      path,
      new TextDecoder().decode(bytes),
    ]),
  )

test('cut-outs of a selection come as one zip, each under a name of its own', async () => {
  await saveCutOuts(shoot, shots, 'png', db)
  expect(await takeComplete(db)).toEqual([])
  await workThrough(cutOutWork(playedJobs(made), db), playedTab())
  const [complete] = await takeComplete(db)
  expect(complete).toMatchObject({ name: `${shoot.name}, 3 cut-outs.zip`, failed: [] })
  expect(await entriesOf(complete!.zip!)).toEqual({
    'a-cut-out.png': 'png of a',
    'b-cut-out.png': 'png of b',
    'A-2-cut-out.png': 'png of c',
  })
  expect(await db.cutOuts.count()).toBe(0)
})

test('a shot without a cut is named with its reason, and the others are handed over', async () => {
  await saveCutOuts(shoot, shots, 'tiff', db)
  const jobs = playedJobs((job) =>
    job.kind === 'cut-out' && job.plan.original === 'b' ? new NothingCutError() : made(job),
  )
  await workThrough(cutOutWork(jobs, db), playedTab())
  const [complete] = await takeComplete(db)
  expect(Object.keys(await entriesOf(complete!.zip!))).toEqual(['a-cut-out.tif', 'A-2-cut-out.tif'])
  expect(complete!.failed).toEqual([
    { path: 'b-cut-out.tif', reason: 'the shot was left uncut, so there is no cut-out' },
  ])
})

test('a browser that is closed in between goes on where it was', async () => {
  await saveCutOuts(shoot, shots, 'webp', db)
  const first = playedJobs((job) => (first.asked.length === 1 ? made(job) : null))
  const lost = workThrough(cutOutWork(first, db), playedTab(createProcessLock(), 1))
  await vi.waitFor(() => expect(first.asked).toHaveLength(2))
  first.asked[1]!.fail(new Error('unused'))
  // What has failed for good is not asked for again, nor is what is made already.
  await vi.waitFor(async () =>
    expect(await db.cutOuts.where('outcome.state').equals('waiting').count()).toBe(1),
  )
  const second = playedJobs(made)
  await workThrough(cutOutWork(second, db), playedTab())
  expect(second.asked).toHaveLength(1)
  first.asked[2]?.finish({ bytes: new Uint8Array() })
  await lost
  expect((await takeComplete(db))[0]!.failed).toHaveLength(1)
})

test('stopped, nothing is left of it, and what was at work is not kept', async () => {
  await saveCutOuts(shoot, shots, 'png', db)
  const jobs = playedJobs()
  const working = workThrough(cutOutWork(jobs, db), playedTab())
  await vi.waitFor(() => expect(jobs.asked).toHaveLength(2))
  await stopCutOuts(db)
  expect(await working).toBe('held')
  expect(await db.cutOuts.count()).toBe(0)
  expect(await takeComplete(db)).toEqual([])
})
