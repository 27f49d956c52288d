import {
  database,
  newRunId,
  type BriefRow,
  type Database,
  type Run,
  type ShootId,
  type ShotId,
} from '../../data'

/** Whether a run is under way or held, over all shoots: there is one at a time. */
export const isOpen = ({ state }: Pick<Run, 'state'>): boolean =>
  state === 'running' || state === 'paused'

export const openRuns = (db: Database): Promise<Run[]> =>
  db.runs.where('state').anyOf('running', 'paused').toArray()

/**
 * Puts a run over the given shots in line; the tab that holds the lock works on it. While another run is
 * open, nothing happens.
 */
export async function startRun(
  shootId: ShootId,
  shotIds: readonly ShotId[],
  { id: briefId, brief }: BriefRow,
  db: Database = database,
): Promise<void> {
  if (shotIds.length === 0) return
  const run: Run = {
    id: newRunId(),
    shootId,
    brief,
    briefId,
    state: 'running',
    heldFor: null,
    total: shotIds.length,
    done: 0,
    failed: 0,
    made: 0,
    startedAt: Date.now(),
    endedAt: null,
    workedMs: 0,
  }
  await db.transaction('rw', db.runs, db.runItems, async () => {
    if ((await openRuns(db)).length > 0) return
    await db.runs.add(run)
    await db.runItems.bulkAdd(
      shotIds.map((shotId, i) => ({
        id: `${run.id}/${String(i).padStart(6, '0')}`,
        runId: run.id,
        shotId,
        state: 'waiting',
      })),
    )
  })
}

/** Holds a run: the shots at work are given up, everything finished stays. */
export const pauseRun = (runId: string, db: Database = database): Promise<unknown> =>
  changeState(runId, ['running'], { state: 'paused', heldFor: null }, db)

export const resumeRun = (runId: string, db: Database = database): Promise<unknown> =>
  changeState(runId, ['paused'], { state: 'running', heldFor: null }, db)

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
