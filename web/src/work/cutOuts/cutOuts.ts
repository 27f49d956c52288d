import type { CutOutFormat } from '@cloudbank/core/cutOut'
import { stemOf, uniqueStems } from '@cloudbank/core/names'
import { workThrough } from '@cloudbank/hosts/runs'
import { database, type CutOutItem, type Database, type Shoot, type Shot } from '../../data'
import { describeError, useNotices } from '../../notices'
import { download } from '../delivery'
import { oneAtATime } from '../oneAtATime'
import { sharedPool } from '../pool'
import { browserPorts } from '../ports'
import { createReporter } from '../reporter'
import { loadZip } from '../zip'
import { cutOutWork } from './cutOutWork'
import { cutOutName } from './saveCutOut'
import { strings } from '../strings'

export const { useReport: useCutOutReport, reporter } = createReporter()

/** Puts the cut-outs of shots in line; once all are made they are handed over as one zip. */
export async function saveCutOuts(
  shoot: Shoot,
  shots: readonly Shot[],
  format: CutOutFormat,
  db: Database = database,
): Promise<void> {
  const jobId = crypto.randomUUID()
  const stems = uniqueStems(shots.map(({ fileName }) => stemOf(fileName)))
  const items = shots.map((shot, order): CutOutItem => ({
    id: `${jobId}/${String(order).padStart(6, '0')}`,
    jobId,
    shootId: shoot.id,
    shotId: shot.id,
    path: cutOutName(stems[order]!, format),
    format,
    outcome: { state: 'waiting' },
  }))
  await db.cutOuts.bulkAdd(items)
}

/** Stops saving cut-outs; those that were made are dropped. */
export const stopCutOuts = (db: Database = database): Promise<void> => db.cutOuts.clear()

/** Makes what is in line, and hands over what is complete. Called whenever there is something. */
export const continueCutOuts = oneAtATime(async () => {
  try {
    const ports = browserPorts(reporter)
    await workThrough(cutOutWork(sharedPool(), database), ports)
    // Another tab that stood in line hands over nothing twice.
    const complete = await ports.lock.hold(strings.cutOutsHandedOver, () => takeComplete(database))
    for (const { zip, name, failed } of complete) {
      if (zip) download(zip, name)
      for (const { path, reason } of failed)
        useNotices.getState().need(strings.wasNotMade(path, reason))
    }
  } catch (error) {
    useNotices.getState().need(strings.savingCutOutsStopped(describeError(error)))
  }
})

/** Cut-outs that were saved together, all of them made or given up. */
interface Complete {
  /** Null where none could be made. */
  readonly zip: Blob | null
  readonly name: string
  readonly failed: readonly { readonly path: string; readonly reason: string }[]
}

/** Takes what is complete out of the database, packed: stored, for it is compressed already. */
export async function takeComplete(db: Database): Promise<Complete[]> {
  const complete: Complete[] = []
  const jobIds = (await db.cutOuts.orderBy('jobId').uniqueKeys()) as string[]
  for (const jobId of jobIds) {
    const items = await db.cutOuts.where('jobId').equals(jobId).sortBy('id')
    if (items.some(({ outcome }) => outcome.state === 'waiting')) continue
    const made = items.flatMap(({ path, outcome }) =>
      outcome.state === 'made' ? [{ path, blob: outcome.blob }] : [],
    )
    const failed = items.flatMap(({ path, outcome }) =>
      outcome.state === 'failed' ? [{ path, reason: outcome.reason }] : [],
    )
    const shoot = items[0] && (await db.shoots.get(items[0].shootId))
    complete.push({
      zip: made.length > 0 ? await pack(made) : null,
      name: strings.zip(shoot?.name ?? 'Shoot', made.length),
      failed,
    })
    await db.cutOuts.where('jobId').equals(jobId).delete()
  }
  return complete
}

async function pack(files: readonly { path: string; blob: Blob }[]): Promise<Blob> {
  const { BlobReader, BlobWriter, ZipWriter } = await loadZip()
  const zip = new ZipWriter(new BlobWriter('application/zip'), { level: 0 })
  for (const { path, blob } of files) await zip.add(path, new BlobReader(blob))
  return zip.close()
}
