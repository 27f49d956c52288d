import type { Plan } from '@cloudbank/core/brief'
import type { AnyFinding } from '@cloudbank/core/findings'
import {
  createShootModel,
  FileHash,
  renditionId,
  slotFor,
  type Rendition,
  type ShootRows,
  type Shot,
} from '@cloudbank/core/shoot'
import type { JobAsset, JobResults, WorkerPool } from '../pool'
import { systemClock } from '../runs'
import type { RowFiles } from './RowFiles'

/** What was made of one shot: its renditions' rows with their bytes, and what was found. */
export interface MadeShot {
  readonly renditions: ReadonlyMap<string, { row: Rendition; bytes: Uint8Array }>
  readonly findings: readonly AnyFinding[]
}

type MadeFile = JobResults['render']['renditions'][number]

/** Makes the renditions of a shot that are missing or out of date, by placement; the others stay as they are. */
export function createShotMaker(
  rows: ShootRows,
  files: Pick<RowFiles, 'mattes' | 'original'>,
  assets: readonly JobAsset[],
  pool: WorkerPool,
) {
  const model = createShootModel()
  const recipe = model.recipeOf(rows)

  const rowOf = (shot: Shot, file: MadeFile): Rendition => {
    const slot = { shotId: shot.id, briefId: recipe.briefId, placementId: file.placementId }
    const version = (rows.renditions.get(slotFor(shot, recipe, file.placementId))?.version ?? 0) + 1
    const placement = recipe.steps.finish.placements.find(({ id }) => id === file.placementId)!
    const { format, width, height, qualityPct, productBox, window, findings, finished } = file
    return {
      ...slot,
      id: renditionId(slot, version),
      shootId: shot.shootId,
      version,
      standing: 'current',
      key: model.keyOf(shot, recipe, placement),
      standsFor: null,
      fileHash: FileHash.parse(file.hash),
      runId: null,
      bytes: file.bytes.length,
      width,
      height,
      format,
      qualityPct,
      productBox,
      window,
      findings: [...findings],
      finished,
      madeAt: systemClock.now(),
    }
  }

  /** What a plan names, as far as it is here: a table, a picture, or another photograph of the product. */
  const assetsOf = async ({ assets: named }: Plan): Promise<JobAsset[]> => {
    const found = await Promise.all(
      named.map(async ({ hash }): Promise<JobAsset[]> => {
        const known = assets.find((one) => one.hash === hash)
        const shot = rows.shots.find(({ originalHash }) => originalHash === hash)
        if (known || !shot) return known ? [known] : []
        return [{ hash, source: await files.original(shot) }]
      }),
    )
    return found.flat()
  }

  return async (shot: Shot, source: Uint8Array, stop: AbortSignal): Promise<MadeShot> => {
    const stale = model.stalePlacements(shot, recipe, rows.renditions)
    if (stale.length === 0) return { renditions: new Map(), findings: shot.findings }
    const plan = model.planOf(shot, recipe)
    const job = {
      kind: 'render',
      source,
      plan,
      only: stale.map(({ id }) => id),
      mattes: await files.mattes(shot),
      assets: await assetsOf(plan),
      look: null,
    } as const
    const { renditions, findings } = await pool.run<'render'>(job, { signal: stop })
    const made = renditions.map(
      (file) => [file.placementId, { row: rowOf(shot, file), bytes: file.bytes }] as const,
    )
    return { renditions: new Map(made), findings }
  }
}
