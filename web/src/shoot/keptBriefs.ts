import { useLiveQuery } from 'dexie-react-hooks'
import type { Brief } from '@cloudbank/core/brief'
import { STEPS } from '@cloudbank/core/steps'
import { checkRows, database, isSame, type SavedBrief } from '../data'
import { describeChange, groupsOf } from '../settings'

/** The briefs that are kept to be used again, by name. */
export function useKeptBriefs(): readonly SavedBrief[] {
  const found = useLiveQuery(async () =>
    checkRows('savedBriefs', await database.table('savedBriefs').toArray()).rows.sort((a, b) =>
      a.brief.name.localeCompare(b.brief.name),
    ),
  )
  return found ?? NONE
}

const NONE: readonly SavedBrief[] = []

/** Keeps a brief to be used again; there is one of each name. */
export async function keepBrief(brief: Brief): Promise<void> {
  await database.savedBriefs.put({ id: brief.name, brief, savedAt: Date.now() })
}

export async function dropKeptBrief({ id }: Pick<SavedBrief, 'id'>): Promise<void> {
  await database.savedBriefs.delete(id)
}

/** What one brief sets otherwise than another, in words: “Fill 80 %”. */
export function changesBetween(brief: Brief, before: Brief): string[] {
  return STEPS.flatMap(({ id }) =>
    groupsOf(id)
      .flatMap(({ controls }) => controls)
      .flatMap((control) => {
        // A control names a field of its own step.
        const now = (brief.steps[id] as Readonly<Record<string, unknown>>)[control.field]
        const then = (before.steps[id] as Readonly<Record<string, unknown>>)[control.field]
        return isSame(now, then) ? [] : [describeChange(id, control, now)]
      }),
  )
}
