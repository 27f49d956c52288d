import { database, type BriefRow, type Database, type ShootId } from '../../data'
import { runBrief } from '../model'
import { startRun } from './startRun'

/** Has the shots of a shoot made that have never been, where the shoot makes what comes in by itself. */
export async function makeArrivals(shootId: ShootId, db: Database = database): Promise<void> {
  const shoot = await db.shoots.get(shootId)
  if (shoot?.makesArrivals !== true) return
  const briefRow: BriefRow | undefined = await db.briefs.get(shoot.briefId)
  if (!briefRow) return
  const made = new Set(
    (await db.renditions.where('shootId').equals(shootId).toArray()).map(({ shotId }) => shotId),
  )
  const shots = await db.shots.where('shootId').equals(shootId).sortBy('order')
  const fresh = shots.filter(({ id, failure }) => !made.has(id) && failure === null)
  await startRun(
    shootId,
    fresh.map(({ id }) => id),
    runBrief(briefRow, shoot),
    db,
  )
}
