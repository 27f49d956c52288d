import { namedHashes } from '@cloudbank/core/assets'
import { slotOfId } from '@cloudbank/core/shoot'
import type { Database } from './database'
import { database } from './database'
import type { Deed, Patch } from './rows'

/** Deeds of one shoot that are kept; older ones can not be undone any more. */
export const KEPT_DEEDS = 400
/** Versions of a rendition before the current one that are kept. */
export const KEPT_VERSIONS = 1

/** What a sweep has freed. */
export interface Swept {
  readonly files: number
  readonly bytes: number
}

const NOTHING: Swept = { files: 0, bytes: 0 }

/**
 * Frees what nothing points to any more: originals, previews, measures, mattes, finished files, tables
 * and pictures that settings name, and deeds beyond a limit. What an undo could bring back is still pointed to.
 *
 * @param versions earlier versions of each rendition that stay; where none do, room is short, and what only saves time goes too.
 */
export async function sweep(
  db: Database = database,
  { versions = KEPT_VERSIONS }: { versions?: number } = {},
): Promise<Swept> {
  return db.transaction('rw', db.tables, async () => {
    await forgetOldDeeds(db)
    const deeds = await db.deeds.toArray()
    await forgetOldVersions(deeds, versions, db)
    // Files of a shoot that is being brought in come before the rows that point to them.
    if (await db.arrivals.filter(({ kind }) => kind === 'shoot').count()) return NOTHING
    const inHistory = deeds.flatMap(({ patches }) => patches)
    const shots = await db.shots.toArray()
    const used = new Set([
      ...shots.map(({ originalHash }) => String(originalHash)),
      ...hashesIn(inHistory),
    ])
    const freed = [
      await free(db, 'originals', (hash) => !used.has(hash)),
      await free(db, 'previews', (hash) => !used.has(hash)),
      await free(db, 'measures', (hash) => !used.has(hash)),
      await free(db, 'mattes', (key) => !used.has(hashOf(key))),
      await free(db, 'looks', (hash) => versions === 0 || !used.has(hash)),
      await free(db, 'workedOut', (key) => versions === 0 || !used.has(hashOf(key))),
      await freeContents(inHistory, db),
      await freeAssets(deeds, db),
    ]
    return {
      files: freed.reduce((sum, { files }) => sum + files, 0),
      bytes: freed.reduce((sum, { bytes }) => sum + bytes, 0),
    }
  })
}

/** The original's hash in a key that begins with it. */
const hashOf = (key: string): string => key.split('/', 1)[0] ?? ''

async function forgetOldDeeds(db: Database): Promise<void> {
  const shootIds = (await db.deeds.orderBy('shootId').uniqueKeys()) as string[]
  for (const shootId of shootIds) {
    const ids = await db.deeds.where('shootId').equals(shootId).primaryKeys()
    const sorted = [...ids].sort((a, b) => Number(a) - Number(b))
    await db.deeds.bulkDelete(sorted.slice(0, Math.max(0, sorted.length - KEPT_DEEDS)))
  }
}

/** Earlier versions beyond the limit go, and those of shots that are gone for good. */
async function forgetOldVersions(
  deeds: readonly Deed[],
  versions: number,
  db: Database,
): Promise<void> {
  const held = new Set(
    deeds.flatMap(({ patches }) =>
      patches.filter(({ table }) => table === 'renditions').map(({ id }) => id),
    ),
  )
  const shotIds = new Set<string>([
    ...(await db.shots.toCollection().primaryKeys()),
    ...deeds.flatMap(({ patches }) =>
      patches.filter(({ table }) => table === 'shots').map(({ id }) => id),
    ),
  ])
  const bySlot = new Map<string, { id: string; version: number; standing: string }[]>()
  const gone: string[] = []
  await db.renditions.each(({ id, shotId, version, standing }) => {
    if (!shotIds.has(shotId)) {
      gone.push(id)
      return
    }
    const slot = slotOfId(id)
    bySlot.set(slot, [...(bySlot.get(slot) ?? []), { id, version, standing }])
  })
  for (const all of bySlot.values()) {
    const earlier = all
      .filter(({ standing, id }) => standing === 'earlier' && !held.has(id))
      .sort((a, b) => b.version - a.version)
    gone.push(...earlier.slice(versions).map(({ id }) => id))
  }
  await db.table('renditions').bulkDelete(gone)
}

/** The values of a field in rows that an undo or redo could bring back. */
function valuesIn(patches: readonly Patch[], table: string, field: string): string[] {
  return patches
    .filter((patch) => patch.table === table)
    .flatMap(({ path, before, after }) =>
      path.length === 0
        ? [before, after].map((row) => (row as Record<string, unknown> | undefined)?.[field])
        : path[0] === field
          ? [before, after]
          : [],
    )
    .filter((value) => typeof value === 'string')
}

const hashesIn = (patches: readonly Patch[]): string[] => valuesIn(patches, 'shots', 'originalHash')

async function freeContents(patches: readonly Patch[], db: Database) {
  const used = new Set<string>(valuesIn(patches, 'renditions', 'fileHash'))
  await db.renditions.each(({ fileHash }) => {
    used.add(fileHash)
  })
  // What has left can be had again.
  await db.deliveries.each(({ files }) => {
    for (const { fileHash } of files) used.add(fileHash)
  })
  // What was put live can be taken back, and what was live before can be put there again.
  await db.liveItems.each(({ next, before }) => {
    for (const { hash } of before?.pictures ?? []) used.add(hash)
    for (const { hash, from } of next?.pictures ?? []) used.add(from?.fileHash ?? hash)
  })
  return free(db, 'contents', (hash) => !used.has(hash))
}

/** Tables and pictures that no brief, outlet, lighting, shot, run or deed names. */
async function freeAssets(deeds: readonly Deed[], db: Database): Promise<Swept> {
  const used = namedHashes([
    deeds,
    await db.briefs.toArray(),
    await db.savedBriefs.toArray(),
    await db.outlets.toArray(),
    (await db.shoots.toArray()).map(({ outlets }) => outlets),
    await db.lightings.toArray(),
    await db.runs.toArray(),
    (await db.shots.toArray()).map(({ touches }) => touches),
  ])
  return free(db, 'assets', (hash) => !used.has(hash))
}

async function free(
  db: Database,
  table: string,
  isUnused: (key: string) => boolean,
): Promise<Swept> {
  const keys = (await db.table(table).toCollection().primaryKeys()) as string[]
  const unused = keys.filter(isUnused)
  let bytes = 0
  for (const row of (await db.table(table).bulkGet(unused)) as ({ blob?: Blob } | undefined)[])
    bytes += row?.blob?.size ?? 0
  await db.table(table).bulkDelete(unused)
  return { files: unused.length, bytes }
}
