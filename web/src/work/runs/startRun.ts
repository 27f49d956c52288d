import {
  database,
  isSame,
  newRunId,
  type BriefRow,
  type Database,
  type Run,
  type ShootId,
  type ShotId,
} from '../../data'
import { letGoWithoutRoom } from './withoutRoom'

export const openRuns = async (db: Database): Promise<Run[]> =>
  inLine(await db.runs.where('state').anyOf('running', 'paused').toArray())

/** Runs in the order in which they are worked on: one at a time, the oldest first; those that are held wait. */
export const inLine = (runs: readonly Run[]): Run[] =>
  [...runs].sort(
    (a, b) =>
      Number(a.state === 'paused') - Number(b.state === 'paused') || a.startedAt - b.startedAt,
  )

/** What came of asking for a run. */
export type RunStart =
  /** So many runs come first. */
  | { readonly kind: 'in-line'; readonly ahead: number }
  /** All of it is being made already, by the same brief. */
  | { readonly kind: 'under-way' }
  | { readonly kind: 'nothing' }

/**
 * Puts a run over the given shots in line; the tab that holds the lock works on it. Shots that wait in another run of
 * the same brief are left to that.
 */
export async function startRun(
  shootId: ShootId,
  shotIds: readonly ShotId[],
  { id: briefId, brief }: BriefRow,
  db: Database = database,
): Promise<RunStart> {
  if (shotIds.length === 0) return { kind: 'nothing' }
  return db.transaction('rw', db.runs, db.runItems, async (): Promise<RunStart> => {
    const open = await openRuns(db)
    const same = open.filter((run) => run.briefId === briefId && isSame(run.brief, brief))
    const waiting = await db.runItems
      .where('[runId+state]')
      .anyOf(same.map(({ id }) => [id, 'waiting']))
      .toArray()
    const underWay = new Set(waiting.map(({ shotId }) => shotId))
    const wanted = shotIds.filter((id) => !underWay.has(id))
    if (wanted.length === 0) return { kind: 'under-way' }
    const run: Run = {
      id: newRunId(),
      shootId,
      brief,
      briefId,
      state: 'running',
      heldFor: null,
      total: wanted.length,
      done: 0,
      failed: 0,
      made: 0,
      startedAt: Date.now(),
      endedAt: null,
      workedMs: 0,
    }
    await db.runs.add(run)
    await db.runItems.bulkAdd(
      wanted.map((shotId, i) => ({
        id: `${run.id}/${String(i).padStart(6, '0')}`,
        runId: run.id,
        shotId,
        state: 'waiting',
      })),
    )
    return { kind: 'in-line', ahead: open.length }
  })
}

/** Ends a run for good; what it has finished stays. */
export const stopRun = (runId: string, db: Database = database): Promise<unknown> =>
  changeState(
    runId,
    ['running', 'paused'],
    { state: 'stopped', heldFor: null, endedAt: Date.now() },
    db,
  )

/** Changes a run's state if it still is one of these: another tab may have changed it meanwhile. */
export async function changeState(
  runId: string,
  from: readonly Run['state'][],
  to: Partial<Run>,
  db: Database,
): Promise<boolean> {
  const changed = await db.runs
    .where(':id')
    .equals(runId as Run['id']) // an id of this table
    .filter(({ state }) => from.includes(state))
    .modify(to)
  return changed > 0
}

/** Holds all runs that are under way: the shots at work are given up, everything finished stays. */
export const pauseRuns = (db: Database = database): Promise<unknown> =>
  changeAll('running', { state: 'paused', heldFor: null }, db)

/** Lets all runs that are held go on, one after the other. */
export async function resumeRuns(db: Database = database): Promise<void> {
  await changeAll('paused', { state: 'running', heldFor: null }, db)
  letGoWithoutRoom()
}

const changeAll = (from: Run['state'], to: Partial<Run>, db: Database): Promise<unknown> =>
  db.runs.where('state').equals(from).modify(to)
