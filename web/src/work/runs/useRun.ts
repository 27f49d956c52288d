import { useLiveQuery } from 'dexie-react-hooks'
import { database, type Run } from '../../data'
import { openRuns } from './startRun'

/** The run that is under way or held, as it stands in the database: the same in every tab. */
export function useRun(): Run | null {
  return useLiveQuery(async () => (await openRuns(database)).at(-1) ?? null) ?? null
}

/** What is left of a run, in ms, by what it has taken so far; null until there is something to go by. */
export function leftMs({ done, total, workedMs }: Run): number | null {
  return done === 0 ? null : (workedMs / done) * (total - done)
}
