import { useLiveQuery } from 'dexie-react-hooks'
import { database } from '../../data'

/** How far the weighing is, in whichever tab it is at work. */
export interface WeighingProgress {
  readonly waiting: number
  /** All pictures of the weigh-ins that are at work. */
  readonly total: number
  readonly held: boolean
}

export function useWeighing(): WeighingProgress {
  const found = useLiveQuery(async () => {
    const waiting = await database.weighed.where('state').equals('waiting').primaryKeys()
    // A row's id begins with its weigh-in's: rows with their files need not be read.
    const weighIns = [...new Set(waiting.map((id) => id.split('/')[0]!))]
    const total = await database.weighed.where('weighInId').anyOf(weighIns).count()
    const held = (await database.holds.get('weighing'))?.held === true
    return { waiting: waiting.length, total, held }
  })
  return found ?? { waiting: 0, total: 0, held: false }
}
