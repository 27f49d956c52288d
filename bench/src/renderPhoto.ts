import { createHash } from 'node:crypto'
import { planShot, type BriefSteps } from '@cloudbank/core/brief'
import type { JobOptions, JobResults, WorkerPool } from '@cloudbank/hosts/pool'

/** Renders one photograph from its bytes as settings have it, with nothing kept from before. */
export function renderPhoto(
  pool: WorkerPool,
  bytes: Uint8Array,
  steps: BriefSteps,
  options?: JobOptions,
): Promise<JobResults['render']> {
  const plan = planShot(createHash('sha256').update(bytes).digest('hex'), steps)
  return pool.run<'render'>(
    { kind: 'render', source: bytes, plan, mattes: [], assets: [], look: null },
    options,
  )
}
