import { useLiveQuery } from 'dexie-react-hooks'
import { database, type Database } from './database'
import type { Deed, RowChange } from './rows'

/** What the history is looked at for: a whole shoot, or one shot of it. */
export interface HistoryScope {
  readonly shootId: string
  readonly shotId?: string | undefined
}

/** Something to do that can be undone. */
export interface NewDeed {
  readonly shootId: string
  readonly shotIds: readonly string[]
  /** What was done, in words: “Exposure +0.30”. */
  readonly words: string
  readonly changes: readonly RowChange[]
  /** Deeds with the same key in quick succession count as one, as when a slider is dragged. */
  readonly mergeKey?: string
}

/** Two deeds further apart are not one. */
const MERGE_MS = 4000

/** A change of some fields of a row that is there. */
export function change<Row extends { readonly id: string }>(
  table: RowChange['table'],
  row: Row,
  after: Partial<Row>,
): RowChange {
  const keys = Object.keys(after) as (keyof Row & string)[] // of a literal
  const before = Object.fromEntries(keys.map((key) => [key, row[key]]))
  return { table, id: row.id, before, after: { ...after } }
}

/** A row that comes to be. */
export const creation = (table: RowChange['table'], row: { readonly id: string }): RowChange => ({
  table,
  id: row.id,
  before: null,
  after: { ...row },
})

/** A row that goes. */
export const removal = (table: RowChange['table'], row: { readonly id: string }): RowChange => ({
  table,
  id: row.id,
  before: { ...row },
  after: null,
})

const TABLES = (db: Database) =>
  [db.shoots, db.shots, db.lightings, db.products, db.briefs, db.deeds] as const

/** Does it and keeps it in the history; what had been undone before it can not be redone any more. */
export async function perform(deed: NewDeed, db: Database = database): Promise<void> {
  if (deed.changes.length === 0) return
  await db.transaction('rw', [...TABLES(db)], async () => {
    await apply(deed.changes, 'after', db)
    const shared = await db.deeds.where('shootId').equals(deed.shootId).toArray()
    const touched = (other: Deed): boolean =>
      other.shotIds.length === 0 || other.shotIds.some((id) => deed.shotIds.includes(id))
    await db.deeds.bulkDelete(
      shared.filter((other) => other.undone && touched(other)).map(({ id }) => id!),
    )
    const now = Date.now()
    const last = shared.filter(({ undone }) => !undone).at(-1)
    if (last && deed.mergeKey && last.mergeKey === deed.mergeKey && now - last.at < MERGE_MS) {
      const changes = deed.changes.map((step) => ({
        ...step,
        before: { ...step.before, ...last.changes.find(({ id }) => id === step.id)?.before },
      }))
      await db.deeds.update(last.id!, { words: deed.words, changes, at: now })
      return
    }
    await db.deeds.add({
      shootId: deed.shootId,
      shotIds: [...deed.shotIds],
      words: deed.words,
      changes: [...deed.changes],
      at: now,
      undone: false,
      mergeKey: deed.mergeKey ?? null,
    })
  })
}

/** Takes back the last deed of the scope; says which, or null where there is none. */
export async function undoLast(scope: HistoryScope, db: Database = database): Promise<Deed | null> {
  return step(scope, (deeds) => deeds.filter(({ undone }) => !undone).at(-1), 'before', db)
}

/** Does again what was undone last. */
export async function redoNext(scope: HistoryScope, db: Database = database): Promise<Deed | null> {
  return step(scope, (deeds) => deeds.find(({ undone }) => undone), 'after', db)
}

async function step(
  scope: HistoryScope,
  pick: (deeds: readonly Deed[]) => Deed | undefined,
  side: 'before' | 'after',
  db: Database,
): Promise<Deed | null> {
  return db.transaction('rw', [...TABLES(db)], async () => {
    const deed = pick(await deedsOf(scope, db))
    if (!deed) return null
    const changes = side === 'before' ? [...deed.changes].reverse() : deed.changes
    await apply(changes, side, db)
    await db.deeds.update(deed.id!, { undone: side === 'before' })
    return deed
  })
}

async function deedsOf({ shootId, shotId }: HistoryScope, db: Database): Promise<Deed[]> {
  if (shotId === undefined) return db.deeds.where('shootId').equals(shootId).sortBy('id')
  return db.deeds.where('shotIds').equals(shotId).sortBy('id')
}

/** Puts rows into their state before or after. */
async function apply(
  changes: readonly RowChange[],
  side: 'before' | 'after',
  db: Database,
): Promise<void> {
  for (const { table, id, before, after } of changes) {
    const state = side === 'after' ? after : before
    const other = side === 'after' ? before : after
    if (state === null) await db.table(table).delete(id)
    else if (other === null) await db.table(table).put(state)
    else await db.table(table).update(id, state)
  }
}

/** What was done and undone in the scope, oldest first. */
export function useHistory(scope: HistoryScope | null): readonly Deed[] {
  return (
    useLiveQuery(() => (scope ? deedsOf(scope, database) : []), [scope?.shootId, scope?.shotId]) ??
    NONE
  )
}

const NONE: readonly Deed[] = []
