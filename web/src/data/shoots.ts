import { SHOP_WHITE } from '@cloudbank/core/brief'
import { database, type Database } from './database'
import type { BriefRow, Shoot } from './rows'

/** A short id that sorts nowhere and repeats never. */
export const newId = (): string => crypto.randomUUID()

/** Adds an empty shoot with a brief of its own. */
export async function createShoot(
  { name, dueOn }: { name: string; dueOn: string | null },
  db: Database = database,
): Promise<Shoot> {
  const brief: BriefRow = { id: newId(), brief: SHOP_WHITE }
  const shoot: Shoot = {
    id: newId(),
    name,
    dueOn,
    createdAt: Date.now(),
    briefId: brief.id,
    namePattern: null,
  }
  await db.transaction('rw', db.shoots, db.briefs, async () => {
    await db.briefs.add(brief)
    await db.shoots.add(shoot)
  })
  return shoot
}

/** A name no other shoot has: “New shoot”, “New shoot 2”, … */
export async function freeShootName(wanted: string, db: Database = database): Promise<string> {
  const taken = new Set((await db.shoots.toArray()).map(({ name }) => name))
  let name = wanted
  for (let n = 2; taken.has(name); n++) name = `${wanted} ${n}`
  return name
}

/** Deletes a shoot, all that was made for it, and the originals no other shoot uses. */
export async function deleteShoot(shootId: string, db: Database = database): Promise<void> {
  await db.transaction(
    'rw',
    [
      db.shoots,
      db.shots,
      db.arrivals,
      db.refusals,
      db.products,
      db.renditions,
      db.runs,
      db.briefs,
      db.lightings,
      db.deeds,
    ],
    async () => {
      const shoot = await db.shoots.get(shootId)
      if (!shoot) return
      await db.briefs.delete(shoot.briefId)
      await db.shoots.delete(shootId)
      for (const table of [
        db.shots,
        db.arrivals,
        db.refusals,
        db.products,
        db.renditions,
        db.runs,
        db.lightings,
        db.deeds,
      ] as const)
        await table.where('shootId').equals(shootId).delete()
    },
  )
  await sweep(db)
}

/**
 * Frees what no shot refers to any more: originals, previews, measures, mattes, renditions. What an undo
 * could bring back is still referred to.
 */
export async function sweep(db: Database = database): Promise<void> {
  await db.transaction(
    'rw',
    [
      db.shots,
      db.deeds,
      db.originals,
      db.previews,
      db.measures,
      db.mattes,
      db.renditions,
      db.files,
    ],
    async () => {
      const shots = [...(await db.shots.toArray()), ...(await removedShots(db))]
      const hashes = new Set(shots.map(({ originalHash }) => originalHash))
      const ids = new Set(shots.map(({ id }) => id))
      const unused = (keys: string[]): string[] => keys.filter((hash) => !hashes.has(hash))
      await db.originals.bulkDelete(unused(await db.originals.toCollection().primaryKeys()))
      await db.previews.bulkDelete(unused(await db.previews.toCollection().primaryKeys()))
      await db.measures.bulkDelete(unused(await db.measures.toCollection().primaryKeys()))
      const matteKeys = await db.mattes.toCollection().primaryKeys()
      await db.mattes.bulkDelete(matteKeys.filter((key) => !hashes.has(key.split('/', 1)[0] ?? '')))
      const renditionIds = await db.renditions.toCollection().primaryKeys()
      const unusedIds = (keys: string[]): string[] =>
        keys.filter((id) => !ids.has(id.split('/', 1)[0] ?? ''))
      await db.renditions.bulkDelete(unusedIds(renditionIds))
      await db.files.bulkDelete(unusedIds(await db.files.toCollection().primaryKeys()))
    },
  )
}

/** Shots that are gone but would come back with an undo. */
async function removedShots(db: Database): Promise<{ id: string; originalHash: string }[]> {
  const deeds = await db.deeds.toArray()
  return deeds.flatMap(({ changes }) =>
    changes.flatMap(({ table, before, id }) =>
      table === 'shots' && typeof before?.originalHash === 'string'
        ? [{ id, originalHash: before.originalHash }]
        : [],
    ),
  )
}
