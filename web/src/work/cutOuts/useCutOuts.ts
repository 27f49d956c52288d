import { useLiveQuery } from 'dexie-react-hooks'
import { database } from '../../data'

/** How far saving cut-outs is, in whichever tab it is at work; the primary keys say how many there are. */
export function useCutOuts(): { readonly done: number; readonly total: number } {
  const none = { done: 0, total: 0 }
  return (
    useLiveQuery(async () => {
      const total = await database.cutOuts.count()
      if (total === 0) return none
      const waiting = await database.cutOuts.where('outcome.state').equals('waiting').count()
      return { done: total - waiting, total }
    }) ?? none
  )
}
