import { database, type BriefRow, type Database, type Rendition, type ShootId } from '../../data'
import { startRun } from './startRun'

/** Makes renditions once more, whether or not anything has changed: until then they count as out of date. */
export async function makeAgain(
  shootId: ShootId,
  renditions: readonly Rendition[],
  brief: BriefRow,
  db: Database = database,
): Promise<void> {
  await db.renditions
    .where('id')
    .anyOf(renditions.map(({ id }) => id))
    .modify({ key: '' })
  await startRun(shootId, [...new Set(renditions.map(({ shotId }) => shotId))], brief, db)
}
