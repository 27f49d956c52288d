import type { Transaction } from 'dexie'

type Row = Record<string, unknown>

// A frozen step: it says what version 7 was, whatever the app has become since. Never edited.

/** Version 7 keeps colour tables and grounds, and whatever else settings name by its hash, in one table. */
export async function upgradeTo7(transaction: Transaction): Promise<void> {
  const assets = transaction.table<Row>('assets')
  await transaction.table<Row>('cubes').each(({ hash, name, text }) => {
    void assets.put({ hash, role: 'look', name, blob: new Blob([String(text)]) })
  })
  await transaction.table<Row>('grounds').each(({ hash, name, blob }) => {
    void assets.put({ hash, role: 'ground', name, blob })
  })
}
