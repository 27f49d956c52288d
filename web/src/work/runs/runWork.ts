import { bySlot } from '@cloudbank/core/shoot'
import { planOf, stalePlacements } from '../model'
import { CancelledError } from '@cloudbank/core/engine'
import {
  UnreachableError,
  WorkerLostError,
  type JobResults,
  type Jobs,
} from '@cloudbank/hosts/pool'
import type { ClockPort, Work } from '@cloudbank/hosts/runs'
import {
  watchTables,
  type Database,
  type Run,
  type RunId,
  type RunItem,
  type Shot,
} from '../../data'
import { shotJob } from '../shotJob'
import { shotRecipe } from '../shotRecipe'
import { describeError } from '../../notices'
import { shotInView } from '../inView'
import { keepFailure, keepFound, keepNothing, keepResult, putBack } from './keepResult'
import { strings } from '../strings'

/** A shot of a run, with what it is called. */
export interface Turn {
  readonly item: RunItem
  readonly fileName: string
}

/** The shot's photograph is not in the database any more. */
class OriginalMissingError extends Error {
  override readonly name = 'OriginalMissingError'
  constructor() {
    super(strings.originalIsMissingFromThis)
  }
}

/** Makes the renditions of one run. */
export function runWork(runId: RunId, pool: Jobs, clock: ClockPort, db: Database): Work<Turn> {
  let mark = clock.now()
  /** Time since the last call. */
  const lap = (): number => {
    const now = clock.now()
    const since = now - mark
    mark = now
    return since
  }
  return {
    lock: 'run',
    remaining: async () => {
      mark = clock.now()
      const items = await db.runItems.where({ runId, state: 'waiting' }).sortBy('id')
      const shots = await db.shots.bulkGet(items.map(({ shotId }) => shotId))
      return items.map((item, i) => ({ item, fileName: shots[i]?.fileName ?? '' }))
    },
    // The shot that somebody looks at is made first.
    next: (left) =>
      Math.max(
        0,
        left.findIndex(({ item }) => item.shotId === shotInView()),
      ),
    keyOf: ({ item }) => item.id,
    nameOf: ({ fileName }) => fileName,
    goesOn: async () => (await db.runs.get(runId))?.state === 'running',
    watch: (onChange) => watchTables(db, ['runs'], onChange),
    process: async ({ item }, signal) => {
      const run = await db.runs.get(runId)
      if (run?.state !== 'running') throw new CancelledError()
      const shot = await db.shots.get(item.shotId)
      if (!shot) await keepNothing(run, item, db)
      else await makeShot(run, item, shot, { pool, signal, lap, db })
    },
  }
}

interface Surroundings {
  readonly pool: Jobs
  readonly signal: AbortSignal
  readonly lap: () => number
  readonly db: Database
}

async function makeShot(
  run: Run,
  item: RunItem,
  shot: Shot,
  { pool, signal, lap, db }: Surroundings,
): Promise<void> {
  // The brief as it was when the run began.
  const { briefId, brief } = run
  const recipe = await shotRecipe(shot, { briefId, steps: brief.steps }, db)
  const present = await db.renditions
    .where('shotId')
    .equals(shot.id)
    .filter(({ standing }) => standing === 'current')
    .toArray()
  const stale = stalePlacements(shot, recipe, bySlot(present))
  if (stale.length === 0) return keepNothing(run, item, db)
  const plan = planOf(shot, recipe)
  // What was made before by the same settings is found again.
  const found = await putBack({ run, shot, plan, placements: stale }, db)
  const placements = stale.filter(({ id }) => !found.has(id))
  if (placements.length === 0) return keepFound(run, item, found.size, db)
  const original = await db.originals.get(shot.originalHash)
  const failed = (error: unknown): Promise<void> =>
    keepFailure({ run, item, shot, workedMs: lap() }, describeError(error), db)
  if (!original) return failed(new OriginalMissingError())
  const job = {
    kind: 'render',
    only: placements.map(({ id }) => id),
    ...(await shotJob(plan, original.blob, db)),
  } as const
  const turn = { name: shot.fileName, group: shot.shootId, urgent: shot.id === shotInView() }
  const render = (): Promise<JobResults['render']> => pool.run<'render'>(job, { signal, turn })
  let result: JobResults['render']
  try {
    // A worker may end for no fault of the photograph; one over which a second ends is at fault itself.
    result = await render().catch((error: unknown) => {
      if (error instanceof WorkerLostError) return render()
      throw error
    })
  } catch (error) {
    // What a worker can't do is the shot's own failure, and the run goes on without it.
    if (error instanceof CancelledError || error instanceof UnreachableError) throw error
    return failed(error)
  }
  if (signal.aborted) throw new CancelledError()
  await keepResult({ run, item, shot, plan, placements, result, workedMs: lap() }, db)
}
