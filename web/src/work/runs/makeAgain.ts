import { database, type BriefRow, type Rendition, type ShootId } from '../../data'
import { makeShots } from './makeShots'

/** Makes renditions once more, whether or not anything has changed: until then they count as out of date. */
export async function makeAgain(
  shootId: ShootId,
  renditions: readonly Rendition[],
  brief: BriefRow,
): Promise<void> {
  await database.renditions
    .where('id')
    .anyOf(renditions.map(({ id }) => id))
    .modify({ key: '', standsFor: null })
  await makeShots(shootId, [...new Set(renditions.map(({ shotId }) => shotId))], brief)
}
