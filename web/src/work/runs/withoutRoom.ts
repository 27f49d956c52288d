import { create } from 'zustand'
import type { Run, RunId } from '../../data'
import { NO_ROOM } from '../../notices'

/**
 * Runs that stopped for lack of room when there was not even room to write that down. The database still has them
 * running; they are shown as paused, and go on when there is room.
 */
export const useWithoutRoom = create<{ readonly runIds: ReadonlySet<RunId> }>(() => ({
  runIds: new Set(),
}))

export const holdWithoutRoom = (runId: RunId): void =>
  useWithoutRoom.setState(({ runIds }) => ({ runIds: new Set([...runIds, runId]) }))

export const letGoWithoutRoom = (): void => useWithoutRoom.setState({ runIds: new Set() })

/** A run as it stands: one that has no room is paused, whatever the database says. */
export const asItStands = (run: Run, without: ReadonlySet<RunId>): Run =>
  run.state === 'running' && without.has(run.id)
    ? { ...run, state: 'paused', heldFor: NO_ROOM }
    : run
