import { useLiveQuery } from 'dexie-react-hooks'
import { STARTING_BRIEFS, type Brief } from '@cloudbank/core/brief'
import { checkRows, database, isSame } from '../data'
import { strings } from './strings'

/** A brief that a shoot can start from, and what it is called in a list. */
export interface BriefChoice {
  readonly words: string
  readonly brief: Brief
}

const STARTING: readonly BriefChoice[] = STARTING_BRIEFS.map((brief) => ({
  words: brief.name,
  brief,
}))
/** Briefs of the latest shoots that are offered. */
const LATEST = 5

/** The briefs that were saved, those of the latest shoots, and the ones that come with the app. */
export function useBriefChoices(): readonly BriefChoice[] {
  return (
    useLiveQuery(async () => {
      const shoots = await database.shoots.orderBy('createdAt').reverse().limit(LATEST).toArray()
      const rows = await database.briefs.bulkGet(shoots.map(({ briefId }) => briefId))
      const used = shoots.flatMap(({ name }, i): BriefChoice[] => {
        const [row] = checkRows('briefs', rows[i] ? [rows[i]] : []).rows
        if (!row) return []
        const starting = STARTING.find(({ brief }) => isSame(brief, row.brief))
        return [starting ?? { words: strings.asIn(row.brief.name, name), brief: row.brief }]
      })
      const kept = checkRows('savedBriefs', await database.table('savedBriefs').toArray()).rows
      const saved = kept.map(({ brief }): BriefChoice => ({ words: brief.name, brief }))
      const all = [...saved, ...used, ...STARTING]
      return all.filter(
        (choice, i) => all.findIndex(({ brief }) => isSame(brief, choice.brief)) === i,
      )
    }) ?? STARTING
  )
}
