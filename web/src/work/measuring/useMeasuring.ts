import { useLiveQuery } from 'dexie-react-hooks'
import { useRef } from 'react'
import { database } from '../../data'

/** How far the measuring is, in whichever tab it is at work. */
export interface MeasuringProgress {
  readonly waiting: number
  /** The most that have waited since nothing did. */
  readonly total: number
  readonly held: boolean
}

/** Tasks that sort, one a shoot, are no photographs. */
const isPhotograph = (id: string): boolean => !id.startsWith('sort/')

export function useMeasuring(): MeasuringProgress {
  const most = useRef(0)
  const found = useLiveQuery(async () => {
    const ids = await database.measureTasks.toCollection().primaryKeys()
    const held = (await database.holds.get('measuring'))?.held === true
    return { waiting: ids.filter(isPhotograph).length, held }
  })
  const { waiting = 0, held = false } = found ?? {}
  most.current = waiting === 0 ? 0 : Math.max(most.current, waiting)
  return { waiting, total: most.current, held }
}
