import { useLiveQuery } from 'dexie-react-hooks'
import { useRef } from 'react'
import { database, type Arrival } from '../../data'

/** How far the intake is, in whichever tab it is at work. */
export interface IntakeProgress {
  readonly waiting: number
  /** All that came since the line was empty. */
  readonly total: number
  readonly held: boolean
}

export function useIntake(): IntakeProgress {
  const line = useRef<Line>(EMPTY)
  const found = useLiveQuery(async () => ({
    waiting: await database.arrivals.where('state').equals('waiting').count(),
    coming: await database.refusals.filter(({ kind }) => kind === 'coming').count(),
    held: (await database.holds.get('intake'))?.held === true,
  }))
  const { waiting = 0, coming = 0, held = false } = found ?? {}
  line.current = nextLine(line.current, waiting, coming)
  return { waiting, total: line.current.total, held }
}

/** The line as it was seen last. */
export interface Line {
  readonly waiting: number
  /** All files that were dropped since it was empty: done, waiting, and still being kept. */
  readonly total: number
}

const EMPTY: Line = { waiting: 0, total: 0 }

/** The line after it was seen again: what waits no more was taken in, and what is being kept comes yet. */
export function nextLine(before: Line, waiting: number, coming: number): Line {
  if (waiting + coming === 0) return EMPTY
  return { waiting, total: Math.max(before.total, waiting + coming) }
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
