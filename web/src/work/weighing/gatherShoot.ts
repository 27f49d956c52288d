import { database, type Database, type ShootId } from '../../data'
import { strings } from '../strings'
import { together, type FoundPicture, type Gathered } from './gathered'

/** The finished files of a shoot. */
export async function gatherShoot(shootId: ShootId, db: Database = database): Promise<Gathered> {
  const shoot = await db.shoots.get(shootId)
  const current = await db.renditions
    .where('[shootId+standing]')
    .equals([shootId, 'current'])
    .toArray()
  const shots = new Map(
    (await db.shots.where({ shootId }).toArray()).map((shot) => [shot.id, shot]),
  )
  const pictures: FoundPicture[] = []
  for (const { shotId, placementId, fileHash, format } of current) {
    const content = await db.contents.get(fileHash)
    const stem = (shots.get(shotId)?.fileName ?? shotId).replace(/\.[^.]*$/, '')
    pictures.push({
      path: `${placementId}/${stem}.${format}`,
      use: null,
      address: null,
      blob: content?.blob ?? null,
      problem: content ? null : strings.fileIsGone,
    })
  }
  return together([{ name: shoot?.name ?? '', pictures, otherBytes: null }], '')
}
