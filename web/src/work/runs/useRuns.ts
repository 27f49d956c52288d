import { useLiveQuery } from 'dexie-react-hooks'
import { database, type Run } from '../../data'
import { openRuns } from './startRun'
import { asItStands, useWithoutRoom } from './withoutRoom'

const NONE: readonly Run[] = []

/** The runs that are under way or held, in the order of their turns: the same in every tab. */
export function useRuns(): readonly Run[] {
  const runs = useLiveQuery(() => openRuns(database)) ?? NONE
  const without = useWithoutRoom(({ runIds }) => runIds)
  return runs.map((run) => asItStands(run, without))
}

/** What is left of a run, in ms, by what it has taken so far; null until there is something to go by. */
export function leftMs({ done, total, workedMs }: Run): number | null {
  return done === 0 ? null : (workedMs / done) * (total - done)
}

/** Finished runs by which a pace is known. */
const PACED_BY = 5

/** What a shot takes to be made, in ms, by the latest runs in this browser; null before there was one. */
export function usePace(): number | null {
  return (
    useLiveQuery(async () => {
      const all = (await database.runs.toArray()).sort((a, b) => b.startedAt - a.startedAt)
      const runs = all.slice(0, PACED_BY)
      const done = runs.reduce((sum, run) => sum + run.done, 0)
      return done === 0 ? null : runs.reduce((sum, run) => sum + run.workedMs, 0) / done
    }) ?? null
  )
}
