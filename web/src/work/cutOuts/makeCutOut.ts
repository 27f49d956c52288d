import type { Plan } from '@cloudbank/core/brief'
import { CUT_OUT_FORMATS, type CutOutFormat } from '@cloudbank/core/cutOut'
import type { Jobs } from '@cloudbank/hosts/pool'
import type { Database, Shot } from '../../data'
import { shotJob } from '../shotJob'
import { strings } from '../strings'

interface Surroundings {
  readonly pool: Jobs
  readonly db: Database
  readonly signal?: AbortSignal
}

/**
 * Makes a shot's cut-out in a worker, as the bytes of a file.
 *
 * @throws Error naming what is missing; CancelledError; FileError; the engine's own for a shot left whole.
 */
export async function makeCutOut(
  shot: Shot,
  plan: Plan,
  format: CutOutFormat,
  { pool, db, signal }: Surroundings,
): Promise<Blob> {
  const original = await db.originals.get(shot.originalHash)
  if (!original) throw new Error(strings.photographIsMissingFromThis)
  const { bytes } = await pool.run<'cut-out'>(
    { kind: 'cut-out', format, ...(await shotJob(plan, original.blob, db)) },
    signal ? { signal } : {},
  )
  // Bytes from a worker are never shared.
  return new Blob([bytes as Uint8Array<ArrayBuffer>], { type: CUT_OUT_FORMATS[format].mime })
}
