import { readFile } from 'node:fs/promises'
import Dexie from 'dexie'

/** The tables that each version of the database had, as they were. */
const STORES_OF_2 = {
  shoots: 'id, createdAt',
  shots: 'id, shootId, originalHash',
  originals: 'hash',
  previews: 'hash',
  arrivals: '++id, shootId',
  refusals: '++id, shootId',
  products: 'id, shootId',
  briefs: 'id',
  mattes: 'key',
  renditions: 'id, shootId, shotId',
  files: 'id',
  runs: 'id, shootId, state',
  lightings: 'id, shootId',
  measures: 'hash',
  deeds: '++id, shootId, *shotIds',
  cubes: 'hash',
}

/** A database of version 2 that a browser has written, put back under a name. */
export async function openFixture2(name: string): Promise<FixtureTables> {
  const url = new URL('../../fixtures/database-2.json', import.meta.url)
  const { tables } = JSON.parse(await readFile(url, 'utf8'), revive) as { tables: FixtureTables } // as it was saved
  const old = new Dexie(name)
  old.version(2).stores(STORES_OF_2)
  for (const [table, rows] of Object.entries(tables)) await old.table(table).bulkAdd(rows)
  old.close()
  return tables
}

export type FixtureTables = Readonly<Record<string, Record<string, unknown>[]>>

/** JSON holds no bytes: they are written as base64 under a name of their own. */
function revive(_key: string, value: unknown): unknown {
  if (typeof value !== 'object' || value === null) return value
  if ('$blob' in value)
    return new Blob([Buffer.from(String(value.$blob), 'base64')], {
      type: 'type' in value ? String(value.type) : '',
    })
  if ('$bytes' in value) return new Uint8Array(Buffer.from(String(value.$bytes), 'base64'))
  return value
}
