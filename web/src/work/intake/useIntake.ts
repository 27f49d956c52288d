import { useLiveQuery } from 'dexie-react-hooks'
import { useRef } from 'react'
import { database, type Arrival } from '../../data'

/** How far the intake is, in whichever tab it is at work. */
export interface IntakeProgress {
  readonly waiting: number
  /** The most that have waited since the line was empty. */
  readonly total: number
  readonly held: boolean
}

export function useIntake(): IntakeProgress {
  const most = useRef(0)
  const found = useLiveQuery(async () => ({
    waiting: await database.arrivals.where('state').equals('waiting').count(),
    held: (await database.holds.get('intake'))?.held === true,
  }))
  const { waiting = 0, held = false } = found ?? {}
  most.current = waiting === 0 ? 0 : Math.max(most.current, waiting)
  return { waiting, total: most.current, held }
}

const NONE: readonly Arrival[] = []

/** Files that are on hold because workers ended over them. */
export const useHeldBack = (shootId: string): readonly Arrival[] =>
  useLiveQuery(
    () =>
      database
        .table<Arrival>('arrivals')
        .where('state')
        .equals('held')
        .filter((arrival) => arrival.shootId === shootId)
        .toArray(),
    [shootId],
  ) ?? NONE
