import type { BriefRow, Shoot, ShootId } from '@cloudbank/core/shoot'
import { SHOP_WHITE, type Brief } from '@cloudbank/core/brief'
import { database, type Database } from './database'
import { newBriefId, newShootId } from './ids'
import { sweep } from './sweep'

/** Adds an empty shoot with a brief of its own. */
export async function createShoot(
  { name, dueOn, brief: start = SHOP_WHITE }: { name: string; dueOn: string | null; brief?: Brief },
  db: Database = database,
): Promise<Shoot> {
  const brief: BriefRow = { id: newBriefId(), brief: start }
  const shoot: Shoot = {
    id: newShootId(),
    name,
    dueOn,
    createdAt: Date.now(),
    briefId: brief.id,
    namePattern: null,
    outlets: [],
    ownFiles: true,
    productFolders: false,
    makesArrivals: false,
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

/** Tables of which rows belong to a shoot. */
const OF_A_SHOOT = [
  'shots',
  'arrivals',
  'refusals',
  'products',
  'renditions',
  'runs',
  'lightings',
  'measureTasks',
  'productTables',
  'deeds',
  'cutOuts',
  'deliveries',
  'watchedFolders',
  'goLives',
  'liveItems',
] as const

/** Deletes a shoot, all that was made for it, and the originals no other shoot uses. */
export async function deleteShoot(shootId: ShootId, db: Database = database): Promise<void> {
  await db.transaction('rw', db.tables, async () => {
    const shoot = await db.shoots.get(shootId)
    if (!shoot) return
    const runs = await db.runs.where('shootId').equals(shootId).primaryKeys()
    for (const runId of runs) await db.runItems.where('id').startsWith(`${runId}/`).delete()
    await db.briefs.delete(shoot.briefId)
    await db.shoots.delete(shootId)
    for (const table of OF_A_SHOOT) await db.table(table).where('shootId').equals(shootId).delete()
  })
  await sweep(db)
}
