import { checkRows, database, setAside, watchTables, type Database } from '../data'
import { attempt, useNotices } from '../notices'
import { strings } from './strings'

/** Tables that are read before any shoot is opened. */
const READ_FIRST = ['shoots', 'briefs'] as const

/** Moves what cannot be read of the shoots themselves out of the way; the rest is looked at when it is read. */
async function checkShoots(db: Database = database): Promise<void> {
  for (const table of READ_FIRST)
    await setAside(table, checkRows(table, await db.table(table).toArray()).bad, db)
}

/** Says whenever rows have been set aside. Called once, when the app starts. */
export function followSetAside(): void {
  watchTables(database, ['setAside'], () => attempt(say()))
  attempt(checkShoots())
}

async function say(): Promise<void> {
  const count = await database.setAside.count()
  if (count === 0) return
  useNotices.getState().need(strings.inDatabaseCouldntBeRead(count, count === 1 ? 'was' : 'were'))
}
