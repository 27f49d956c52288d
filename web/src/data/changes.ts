import Dexie, { RangeSet, type IndexableType, type ObservabilitySet } from 'dexie'
import type { Database } from './database'

/** Which rows of a table have changed: by their keys, or all of them as far as anyone can tell. */
export type Changed =
  { readonly kind: 'keys'; readonly keys: readonly IndexableType[] } | { readonly kind: 'all' }

/** More changed rows than this are read as a whole table again. */
const MAX_KEYS = 500

/**
 * Calls back with the rows of the tables that have changed, whichever tab changed them, once a transaction
 * has been kept.
 */
export function watchTables(
  db: Database,
  tables: readonly string[],
  onChange: (changed: ReadonlyMap<string, Changed>) => void,
): () => void {
  const listen = (parts: ObservabilitySet): void => {
    const changed = new Map<string, Changed>()
    for (const table of tables) {
      const found = changedIn(parts, db.name, table)
      if (found) changed.set(table, found)
    }
    if (changed.size > 0) onChange(changed)
  }
  Dexie.on.storagemutated.subscribe(listen)
  return () => Dexie.on.storagemutated.unsubscribe(listen)
}

/** Says that anything may have changed. */
export function announceAll(): void {
  Dexie.on.storagemutated.fire({ all: new RangeSet(-Infinity, [[]]) })
}

function changedIn(parts: ObservabilitySet, db: string, table: string): Changed | null {
  if (parts.all) return { kind: 'all' }
  const base = `idb://${db}/${table}/`
  // The primary keys that were written, and those that were deleted.
  const sets = [parts[base], parts[`${base}:dels`]].filter((set) => set !== undefined)
  if (sets.length === 0) return null
  const keys: IndexableType[] = []
  for (const set of sets)
    for (const node of RangeSet(set)) {
      const { from, to } = node
      if (keys.length >= MAX_KEYS) return { kind: 'all' }
      if (from === undefined || indexedDB.cmp(from, to) !== 0) return { kind: 'all' }
      keys.push(from)
    }
  return keys.length === 0 ? null : { kind: 'keys', keys }
}
