import { liveQuery } from 'dexie'
import { workThrough, type RunnerPorts } from '@cloudbank/hosts/runs'
import type { Jobs } from '@cloudbank/hosts/pool'
import { countOf } from '@cloudbank/core/words'
import { attempt, describeError, isNoRoom, NO_ROOM, useNotices } from '../../notices'
import { database, spendReserve, type Database, type Run, type RunId } from '../../data'
import { makersOfRuns } from '../orders'
import { browserPorts } from '../ports'
import { createReporter } from '../reporter'
import { runWork } from './runWork'
import { changeState } from './startRun'
import { holdWithoutRoom, letGoWithoutRoom, useWithoutRoom } from './withoutRoom'
import { strings } from '../strings'

export const { useReport: useRunReport, reporter } = createReporter()

/** What came of working on a run, for whoever did. */
export type RunEnd =
  | { readonly kind: 'finished'; readonly made: number; readonly failed: number }
  | { readonly kind: 'held' }
  | { readonly kind: 'no-room' }
  | { readonly kind: 'broken'; readonly reason: string }

/** Works on a run until it is finished or held; a full browser holds it, with the reason. */
export async function workOnRun(
  runId: RunId,
  pool: Jobs,
  ports: RunnerPorts,
  db: Database,
): Promise<RunEnd> {
  try {
    const outcome = await workThrough(runWork(runId, pool, ports.clock, db), ports)
    if (outcome === 'held') return { kind: 'held' }
    const mine = await changeState(
      runId,
      ['running'],
      { state: 'finished', endedAt: Date.now() },
      db,
    )
    const run = await db.runs.get(runId)
    // Another tab may have finished it while this one waited for its turn.
    if (!mine || !run) return { kind: 'held' }
    return { kind: 'finished', made: run.made, failed: run.failed }
  } catch (error) {
    const noRoom = isNoRoom(error)
    const reason = noRoom ? NO_ROOM : describeError(error)
    await hold(runId, reason, db)
    return noRoom ? { kind: 'no-room' } : { kind: 'broken', reason }
  }
}

/** Writes down that a run is held and why; in a full browser on the room that was kept back for it. */
async function hold(runId: RunId, reason: string, db: Database): Promise<void> {
  const write = (): Promise<unknown> =>
    changeState(runId, ['running'], { state: 'paused', heldFor: reason }, db)
  try {
    if (reason === NO_ROOM) await spendReserve(db)
    await write()
  } catch (error) {
    if (!isNoRoom(error)) throw error
    holdWithoutRoom(runId)
  }
}

/**
 * Works on every run that is to go on, whichever tab it was begun or resumed in, and whenever: this tab
 * stands in line for it, and takes over when the one that works is closed.
 */
export function keepRunsGoing(): void {
  const inHand = new Set<RunId>()
  // They stand in line in the order in which they were begun.
  const inTurn = (): Promise<Run[]> =>
    database.runs.where('state').equals('running').sortBy('startedAt')
  const workOn = (running: readonly Run[]): void => {
    for (const { id: runId } of running) {
      if (inHand.has(runId) || useWithoutRoom.getState().runIds.has(runId)) continue
      inHand.add(runId)
      const work = makersOfRuns().then(({ jobs, lanes }) =>
        workOnRun(runId, jobs, { ...browserPorts(reporter), lanes }, database),
      )
      attempt(work.then(say).finally(() => inHand.delete(runId)))
    }
  }
  liveQuery(inTurn).subscribe({
    next: workOn,
    error: (error: unknown) =>
      useNotices.getState().need(strings.runsCantBeRead(describeError(error))),
  })
  useWithoutRoom.subscribe(({ runIds }) => {
    if (runIds.size === 0) attempt(inTurn().then(workOn))
  })
}

function say(end: RunEnd): void {
  const { say: tell, need } = useNotices.getState()
  switch (end.kind) {
    case 'held':
      return
    case 'finished': {
      const made = `${countOf(end.made, 'rendition')} made.`
      if (end.failed === 0) tell(made)
      else need(strings.couldntBeMadeSheetSays(end.failed, made))
      return
    }
    case 'no-room':
      return need(strings.runIsPausedNoSpace)
    case 'broken':
      return need(strings.runIsPaused(end.reason))
  }
}

const heldForRoom = (db: Database) =>
  db.runs
    .where('state')
    .equals('paused')
    .filter(({ heldFor }) => heldFor === NO_ROOM)

/** Whether a run waits for room. */
export const isHeldForRoom = async (db: Database): Promise<boolean> =>
  useWithoutRoom.getState().runIds.size > 0 || (await heldForRoom(db).count()) > 0

/** Lets runs that were held for lack of room go on; called when room has been made. */
export async function resumeForRoom(db: Database = database): Promise<void> {
  for (const runId of await heldForRoom(db).primaryKeys())
    await changeState(runId, ['paused'], { state: 'running', heldFor: null }, db)
  letGoWithoutRoom()
}
