import { FORMATS } from '@cloudbank/core/codec'
import { CancelledError } from '@cloudbank/core/engine'
import { renditionKey, type Plan } from '@cloudbank/core/brief'
import type { Placement } from '@cloudbank/core/outlets'
import type { JobResults } from '@cloudbank/hosts/pool'
import {
  FileHash,
  renditionId,
  slotOf,
  type Database,
  type Rendition,
  type Run,
  type RunItem,
  type Shot,
} from '../../data'

/** What a run has made of one shot. */
export interface MadeShot {
  readonly run: Run
  readonly item: RunItem
  readonly shot: Shot
  readonly plan: Plan
  readonly placements: readonly Placement[]
  readonly result: JobResults['render']
  /** Time since the run last kept something, in ms. */
  readonly workedMs: number
}

/**
 * Keeps what was made of a shot: files by their content, a new version of each rendition, mattes, findings,
 * and how far the run is; all of it or nothing.
 *
 * @throws CancelledError when the run was held or ended meanwhile.
 */
export async function keepResult(made: MadeShot, db: Database): Promise<void> {
  const { run, item, shot, plan, placements, result, workedMs } = made
  const { renditions, contents, shots, mattes, runs, runItems } = db
  const tables = [renditions, contents, shots, mattes, runs, runItems]
  await db.transaction('rw', tables, async () => {
    const now = await runs.get(run.id)
    if (now?.state !== 'running') throw new CancelledError()
    const { findings } = result
    // A shot that was removed meanwhile stays removed, and so do its pictures.
    const present = await shots.update(shot.id, { findings: [...findings], failure: null })
    if (present > 0) {
      await mattes.bulkPut([...result.mattes])
      for (const file of result.renditions) {
        const type = FORMATS[file.format].mime
        const blob = new Blob([file.bytes as Uint8Array<ArrayBuffer>], { type }) // transferred here
        const hash = FileHash.parse(file.hash)
        if (!(await contents.get(hash))) await contents.put({ hash, blob })
        const placement = placements.find(({ id }) => id === file.placementId)!
        await addVersion(made, file, renditionKey(plan, placement), db)
      }
    }
    await runItems.update(item.id, { state: 'done' })
    await runs.update(run.id, {
      done: now.done + 1,
      made: now.made + (present > 0 ? result.renditions.length : 0),
      workedMs: now.workedMs + workedMs,
    })
  })
}

async function addVersion(
  { run, shot }: MadeShot,
  file: JobResults['render']['renditions'][number],
  key: string,
  db: Database,
): Promise<void> {
  const { placementId, bytes, hash, findings, ground: _ground, ...facts } = file
  const slot = { shotId: shot.id, briefId: run.briefId, placementId }
  const before = await db.renditions
    .where('id')
    .startsWith(`${slotOf(slot)}/`)
    .toArray()
  for (const { id, standing } of before)
    if (standing === 'current') await db.renditions.update(id, { standing: 'earlier' })
  const version = Math.max(0, ...before.map((earlier) => earlier.version)) + 1
  const rendition: Rendition = {
    ...facts,
    ...slot,
    id: renditionId(slot, version),
    shootId: shot.shootId,
    version,
    standing: 'current',
    key,
    standsFor: null,
    fileHash: FileHash.parse(hash),
    runId: run.id,
    bytes: bytes.length,
    findings: [...findings],
    madeAt: Date.now(),
  }
  await db.renditions.add(rendition)
}

/** Keeps that a shot could not be made, and why; the run goes on. */
export async function keepFailure(
  { run, item, shot, workedMs }: Pick<MadeShot, 'run' | 'item' | 'shot' | 'workedMs'>,
  failure: string,
  db: Database,
): Promise<void> {
  await db.transaction('rw', db.shots, db.runs, db.runItems, async () => {
    const now = await db.runs.get(run.id)
    if (now?.state !== 'running') throw new CancelledError()
    await db.shots.update(shot.id, { failure })
    await db.runItems.update(item.id, { state: 'failed' })
    await db.runs.update(run.id, {
      done: now.done + 1,
      failed: now.failed + 1,
      workedMs: now.workedMs + workedMs,
    })
  })
}

/**
 * Puts earlier versions of a shot's renditions back that were made by the very settings that are wanted now, where
 * their files are still here.
 *
 * @returns the placements of which there was one.
 */
export async function putBack(
  { run, shot, plan, placements }: Pick<MadeShot, 'run' | 'shot' | 'plan' | 'placements'>,
  db: Database,
): Promise<ReadonlySet<string>> {
  const found = new Set<string>()
  await db.transaction('rw', db.renditions, db.contents, async () => {
    for (const placement of placements) {
      const slot = { shotId: shot.id, briefId: run.briefId, placementId: placement.id }
      const versions = await db.renditions
        .where('id')
        .startsWith(`${slotOf(slot)}/`)
        .toArray()
      const key = renditionKey(plan, placement)
      const earlier = versions.filter((row) => row.standing === 'earlier' && row.key === key).at(-1)
      if (!earlier || !(await db.contents.get(earlier.fileHash))) continue
      for (const { id, standing } of versions)
        if (standing === 'current') await db.renditions.update(id, { standing: 'earlier' })
      await db.renditions.update(earlier.id, { standing: 'current', standsFor: null })
      found.add(placement.id)
    }
  })
  return found
}

/** Keeps that all that was to be made of a shot was found again; so many renditions. */
export const keepFound = (run: Run, item: RunItem, made: number, db: Database): Promise<void> =>
  keepDone(run, item, made, db)

/** Keeps that there was nothing to be done for a shot: it has gone, or all of it is up to date. */
export const keepNothing = (run: Run, item: RunItem, db: Database): Promise<void> =>
  keepDone(run, item, 0, db)

async function keepDone(run: Run, item: RunItem, made: number, db: Database): Promise<void> {
  await db.transaction('rw', db.runs, db.runItems, async () => {
    const now = await db.runs.get(run.id)
    if (now?.state !== 'running') throw new CancelledError()
    await db.runItems.update(item.id, { state: 'done' })
    await db.runs.update(run.id, { done: now.done + 1, made: now.made + made })
  })
}
