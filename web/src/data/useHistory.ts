import { useLiveQuery } from 'dexie-react-hooks'
import { database } from './database'
import { deedsOf, isUndone, type HistoryScope } from './history'

/** A deed as a screen shows it. */
export interface ShownDeed {
  readonly id: number
  readonly words: string
  readonly undone: boolean
}

const NONE: readonly ShownDeed[] = []

/** What was done and undone in the scope, oldest first. */
export function useHistory(scope: HistoryScope | null): readonly ShownDeed[] {
  const key = scope && [scope.shootId, ...(scope.rows ?? [])].join(' ')
  const shown = useLiveQuery(async () => {
    if (!scope) return NONE
    const deeds = await deedsOf(scope, database)
    return deeds.map((deed) => ({
      id: deed.id!,
      words: deed.words,
      undone: isUndone(deed, scope),
    }))
  }, [key])
  return shown ?? NONE
}
