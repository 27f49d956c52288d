import { stepKey, type Plan } from '@cloudbank/core/brief'
import { STEPS } from '@cloudbank/core/steps'
import type { Job, KeyedMatte } from '@cloudbank/hosts/pool'
import { database, OriginalHash, type Database } from '../data'
import { assetsOf } from './assets'

/** What a worker is given of a shot, whatever it is asked to do. */
type ShotJob = Omit<Extract<Job, { kind: 'decide' }>, 'kind'>

/** Brings together what a worker needs to work by a plan. */
export async function shotJob(plan: Plan, source: Blob, db: Database = database): Promise<ShotJob> {
  return {
    source,
    plan,
    mattes: await mattesOf(plan, db),
    assets: await assetsOf(plan, db),
    look: await lookOf(plan.original, db),
  }
}

/** All levels of the shot's matte that were kept. */
export async function mattesOf(plan: Plan, db: Database): Promise<KeyedMatte[]> {
  const keys = STEPS.filter(({ id }) => id === 'cut').map((step) => `${stepKey(plan, step)}/`)
  return keys.length === 0 ? [] : db.mattes.where('key').startsWithAnyOf(keys).toArray()
}

/** What the finder said of an original when it was measured; null where it was not, or by an older version. */
export const lookOf = async (original: string, db: Database): Promise<Blob | null> =>
  (await db.looks.get(OriginalHash.parse(original)))?.blob ?? null
