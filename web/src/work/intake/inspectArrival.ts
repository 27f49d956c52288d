import { readFileName } from '@cloudbank/core/shoot'
import { FileError } from '@cloudbank/core/codec'
import { CancelledError } from '@cloudbank/core/engine'
import { WorkerLostError, type JobResults, type Jobs } from '@cloudbank/hosts/pool'
import { UNTOUCHED } from '@cloudbank/core/brief'
import { OriginalHash, newShotId, type Arrival, type Database, type Shot } from '../../data'
import { strings } from '../strings'

/** Longer side of the preview that stands in for a photograph on the sheet, in pixels. */
const PREVIEW_SIDE_PX = 640
/** A file over which workers end this often is not tried again by itself. */
const MAX_TRIES = 2

/**
 * Looks at one file in a worker and takes it in: type, size, preview. What is not a picture is named with
 * the reason. A file over which a worker ends is kept, and after a second time on hold until a person
 * wants it tried again.
 *
 * @throws CancelledError once the signal is aborted; UnreachableError when a file of the app is missing; an
 *   error of the database, when it is full: the file stays in line.
 */
export async function inspectArrival(
  arrival: Arrival,
  pool: Jobs,
  signal: AbortSignal,
  db: Database,
): Promise<void> {
  const job = { kind: 'inspect', source: arrival.blob, previewSidePx: PREVIEW_SIDE_PX } as const
  let found: JobResults['inspect']
  try {
    found = await pool.run<'inspect'>(job, { signal })
  } catch (error) {
    if (error instanceof FileError) return refuse(arrival, error.message, db)
    if (error instanceof WorkerLostError) return holdBack(arrival, error.message, db)
    throw error
  }
  if (signal.aborted) throw new CancelledError()
  await keepShot(arrival, found, db)
}

/** Takes a file out of the line and names it with the reason. */
export async function refuse(arrival: Arrival, reason: string, db: Database): Promise<void> {
  const { shootId, fileName } = arrival
  await db.transaction('rw', db.arrivals, db.refusals, async () => {
    // Another tab may have looked at it meanwhile: then it has been named already.
    if (!(await db.arrivals.get(arrival.id!))) return
    await db.arrivals.delete(arrival.id!)
    await db.refusals.add({ shootId, fileName, reason, kind: 'refused' })
  })
}

async function holdBack(arrival: Arrival, reason: string, db: Database): Promise<void> {
  const tries = arrival.tries + 1
  const held = tries >= MAX_TRIES
  await db.arrivals.update(arrival.id!, {
    tries,
    state: held ? 'held' : 'waiting',
    heldFor: held ? reason : '',
  })
}

async function keepShot(
  arrival: Arrival,
  { facts, hash: found, preview }: JobResults['inspect'],
  db: Database,
): Promise<void> {
  const hash = OriginalHash.parse(found)
  const { shootId, fileName, blob, order, sku, angle } = arrival
  const { shots, originals, previews, arrivals, refusals, shoots, measures, measureTasks } = db
  const tables = [shots, originals, previews, arrivals, refusals, shoots, measures, measureTasks]
  await db.transaction('rw', tables, async () => {
    if (!(await arrivals.get(arrival.id!))) return
    await arrivals.delete(arrival.id!)
    const same = await shots.where('originalHash').equals(hash).toArray()
    const twin = same.find((shot) => shot.shootId === shootId)
    const pattern = (await shoots.get(shootId))?.namePattern ?? undefined
    const place = readFileName(fileName, pattern).order
    if (twin) {
      // The copy whose name leads to a product says what the photograph shows.
      if (twin.sku === null && sku !== null) await shots.update(twin.id, { sku, angle, place })
      const reason = strings.samePhotographAsKeptOnce(twin.fileName)
      await refusals.add({ shootId, fileName, reason, kind: 'known' })
      return
    }
    const { width, height, bytes, type } = facts
    const shot: Shot = {
      id: newShotId(),
      shootId,
      fileName,
      originalHash: hash,
      sku,
      angle,
      width,
      height,
      bytes,
      type,
      order,
      words: { file: null, alt: null },
      going: {},
      alsoFor: [],
      findings: [],
      failure: null,
      lightingId: null,
      sorted: false,
      place,
      twinOf: null,
      touches: arrival.touches ?? UNTOUCHED,
      verdict: null,
    }
    await originals.put({ hash, blob })
    const picture = new Blob([preview.bytes as Uint8Array<ArrayBuffer>], { type: 'image/webp' }) // transferred here
    await previews.put({ hash, blob: picture, width: preview.width, height: preview.height })
    await shots.add(shot)
    if (!(await measures.get(hash)))
      await measureTasks.put({ id: shot.id, kind: 'measure', shootId, hash, fileName })
    await measureTasks.put({ id: `sort/${shootId}`, kind: 'sort', shootId })
  })
}
