import { useLiveQuery } from 'dexie-react-hooks'
import { checkRows, database, type GoLive, type LiveItem, type ShootId } from '../../data'

/** What was put live or taken back, and what came of each product. */
export interface LogEntry {
  readonly live: GoLive
  readonly items: readonly LiveItem[]
}

/** The newest first; undefined until it is read. */
export const useLog = (shootId: ShootId): readonly LogEntry[] | undefined =>
  useLiveQuery(async () => {
    const [lives, items] = await Promise.all([
      database.table('goLives').where({ shootId }).toArray(),
      database.table('liveItems').where({ shootId }).toArray(),
    ])
    const all = checkRows('liveItems', items).rows
    return checkRows('goLives', lives)
      .rows.sort((a, b) => b.at - a.at)
      .map((live) => ({ live, items: all.filter(({ goLiveId }) => goLiveId === live.id) }))
  }, [shootId])
