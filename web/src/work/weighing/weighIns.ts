import type { WeighOptions } from '@cloudbank/core/weigh'
import {
  database,
  type Database,
  type WeighedFile,
  type WeighedRow,
  type WeighIn,
} from '../../data'
import { gatherAddresses } from './gatherAddresses'
import type { FoundPicture, Gathered } from './gathered'
import { gatherShoot } from './gatherShoot'

/** Puts pictures on the scales: they are weighed one after the other, by whichever tab is there. */
export async function startWeighIn(
  { name, pictures, otherBytes }: Gathered,
  source: WeighIn['source'],
  options: WeighOptions,
  beforeId: string | null = null,
  db: Database = database,
): Promise<WeighIn> {
  const weighIn: WeighIn = {
    id: crypto.randomUUID(),
    name,
    at: Date.now(),
    source,
    options,
    otherBytes,
    workedMs: 0,
    beforeId,
  }
  await db.transaction('rw', db.weighIns, db.weighed, async () => {
    await db.weighIns.add(weighIn)
    await db.weighed.bulkAdd(pictures.map((picture, i) => rowOf(weighIn.id, picture, i)))
  })
  return weighIn
}

/** Digits of a place, so that rows sort by it. */
const DIGITS = 5

const rowOf = (weighInId: string, picture: FoundPicture, place: number): WeighedRow => ({
  ...picture,
  id: `${weighInId}/${String(place).padStart(DIGITS, '0')}`,
  weighInId,
  facts: null,
  made: null,
  state: picture.problem === null ? 'waiting' : 'failed',
})

/**
 * Weighs the same again, beside what it weighed before: addresses are fetched again, a shoot's files are those of now.
 * Null for files: they have to be given again.
 */
export async function weighAgain(
  { id, source, options }: WeighIn,
  db: Database = database,
): Promise<WeighIn | null> {
  if (source.kind === 'files') return null
  const gathered =
    source.kind === 'addresses'
      ? await gatherAddresses(source.addresses, options)
      : await gatherShoot(source.shootId, db)
  return startWeighIn(gathered, source, options, id, db)
}

/** A weigh-in whole, so that it can be put back. */
export interface WholeWeighIn {
  readonly weighIn: WeighIn
  readonly rows: readonly WeighedRow[]
  readonly files: readonly WeighedFile[]
}

/** Deletes a weigh-in; what it was is given back. */
export const deleteWeighIn = (weighIn: WeighIn, db: Database = database): Promise<WholeWeighIn> =>
  db.transaction('rw', db.weighIns, db.weighed, db.weighedFiles, async () => {
    const of = { weighInId: weighIn.id }
    const rows = await db.weighed.where(of).toArray()
    const files = await db.weighedFiles.where(of).toArray()
    await db.weighIns.delete(weighIn.id)
    await db.weighed.where(of).delete()
    await db.weighedFiles.where(of).delete()
    return { weighIn, rows, files }
  })

/** Puts a deleted weigh-in back. */
export const restoreWeighIn = (
  { weighIn, rows, files }: WholeWeighIn,
  db: Database = database,
): Promise<void> =>
  db.transaction('rw', db.weighIns, db.weighed, db.weighedFiles, async () => {
    await db.weighIns.put(weighIn)
    await db.weighed.bulkPut([...rows])
    await db.weighedFiles.bulkPut([...files])
  })
