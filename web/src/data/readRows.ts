import type { Database, RowOf, TableName } from './database'
import { SCHEMAS } from './database'

/** Rows as they were read: those that are as they must be, and what is wrong with the others. */
export interface ReadRows<Name extends TableName> {
  readonly rows: RowOf<Name>[]
  readonly bad: readonly { readonly row: unknown; readonly problem: string }[]
}

/** Checks rows that come out of the database: another version, or another program, may have written them. */
export function checkRows<Name extends TableName>(
  table: Name,
  found: readonly unknown[],
): ReadRows<Name> {
  const rows: RowOf<Name>[] = []
  const bad: { row: unknown; problem: string }[] = []
  for (const row of found) {
    const read = SCHEMAS[table].safeParse(row)
    if (read.success)
      rows.push(read.data as RowOf<Name>) // by its own schema
    else {
      const [issue] = read.error.issues
      const where = issue?.path.join('.') ?? ''
      bad.push({ row, problem: `${where === '' ? 'the row' : where}: ${issue?.message ?? ''}` })
    }
  }
  return { rows, bad }
}

/**
 * Moves rows that cannot be read out of the way, so that they block nothing; they are kept as they are,
 * with what is wrong with them.
 */
export async function setAside<Name extends TableName>(
  table: Name,
  bad: ReadRows<Name>['bad'],
  db: Database,
): Promise<void> {
  if (bad.length === 0) return
  const { keyPath } = db.table(table).schema.primKey
  const at = Date.now()
  await db.transaction('rw', db.table(table), db.setAside, async () => {
    await db.setAside.bulkAdd(bad.map(({ row, problem }) => ({ table, row, problem, at })))
    // Every row has its key.
    const keys = bad.map(({ row }) => (row as Record<string, unknown>)[String(keyPath)] as string)
    await db.table(table).bulkDelete(keys)
  })
}
