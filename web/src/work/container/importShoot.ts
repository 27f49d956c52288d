import { LIMITS } from '@cloudbank/core/codec'
import {
  assertHonest,
  assertPicture,
  byHash,
  CONTAINER,
  CONTAINER_TABLES,
  ContainerError,
  matteIn,
  MAX_JSON_BYTES,
  parseContained,
  type Contained,
} from '@cloudbank/core/shoot'
import type { Entry, FileEntry } from '@zip.js/zip.js'
import { CancelledError } from '@cloudbank/core/engine'
import {
  checkRows,
  AssetHash,
  OriginalHash,
  freeShootName,
  newBriefId,
  newLightingId,
  newShootId,
  newShotId,
  type Database,
  type RowOf,
  type Shoot,
} from '../../data'
import { sha256 } from '@cloudbank/hosts/pool'
import type { Unpacking } from '../unpacking'
import { blobOf, loadZip } from '../zip'
import { assertOwn, ownDeeds } from './ownRows'
import { strings } from '../strings'

/** Told how far a saved shoot has been read. */
type OnStep = (of: Unpacking['of'], done: number, total: number) => void

/** Whether a file is a shoot, by the name of its first entry. */
export async function isContainer(blob: Blob): Promise<boolean> {
  const HEAD_BYTES = 30 // of a zip's local file header, before the name
  const name = blob.slice(HEAD_BYTES, HEAD_BYTES + CONTAINER.json.length)
  return (await name.text()) === CONTAINER.json
}

/**
 * Brings in a shoot that `exportShoot` packed. Its files come first, its rows last and all at once, so that
 * a shoot is there whole or not at all; what was brought in before a reload is brought in again. Where the
 * shoot is here already, a copy comes in beside it. Nothing that is here is changed by it: its rows are of that shoot
 * alone, and files are kept by the hash that was computed of them.
 *
 * @throws ContainerError saying what is wrong with the file; CancelledError once the signal is aborted.
 */
export async function importShoot(
  blob: Blob,
  signal: AbortSignal,
  db: Database,
  onProgress: OnStep = () => undefined,
): Promise<Shoot> {
  const { BlobReader, ZipReader } = await loadZip()
  const reader = new ZipReader(new BlobReader(blob))
  try {
    const entries = new Map<string, FileEntry>()
    for (const entry of await entriesOf(() => reader.getEntries()))
      if (!entry.directory) entries.set(entry.filename, entry)
    assertHonest(blob.size, entries)
    const json = entries.get(CONTAINER.json)
    if (!json) throw new ContainerError(strings.itHoldsNoShoot)
    const contained = parseContained(await (await bytesOf(json, MAX_JSON_BYTES, signal)).text())
    const rows = await checkedRows(await besideWhatIsHere(contained, db), signal, onProgress)
    assertOwn(rows)
    await bringFiles(entries, contained, rows, { signal, db, onProgress })
    if (signal.aborted) throw new CancelledError()
    return await bringRows(rows, db)
  } finally {
    await reader.close()
  }
}

async function entriesOf(read: () => Promise<Entry[]>): Promise<Entry[]> {
  try {
    return await read()
  } catch (error) {
    throw new ContainerError(strings.zipIsDamagedCopyFile, { cause: error })
  }
}

/** What an entry holds, no more of it than the zip says or than is given. */
async function bytesOf(entry: FileEntry, maxBytes: number, signal: AbortSignal): Promise<Blob> {
  try {
    return await blobOf(entry, Math.min(maxBytes, entry.uncompressedSize), signal)
  } catch (error) {
    if (signal.aborted) throw new CancelledError()
    throw new ContainerError(strings.inItIsDamagedCopy(entry.filename), { cause: error })
  }
}

/** The tables with new ids, where any of theirs is here already. */
async function besideWhatIsHere({ tables }: Contained, db: Database): Promise<Contained['tables']> {
  const idsOf = (rows: readonly unknown[]): string[] =>
    rows.map((row) => (row as { id?: unknown }).id).filter((id) => typeof id === 'string')
  const isHere = async (table: 'shoots' | 'briefs' | 'shots' | 'lightings'): Promise<boolean> =>
    (await db.table(table).where('id').anyOf(idsOf(tables[table])).count()) > 0
  const known = await Promise.all(
    (['shoots', 'briefs', 'shots', 'lightings'] as const).map((table) => isHere(table)),
  )
  if (!known.includes(true)) return tables
  const others = new Map<string, string>([
    ...idsOf(tables.shoots).map((id) => [id, newShootId()] as const),
    ...idsOf(tables.briefs).map((id) => [id, newBriefId()] as const),
    ...idsOf(tables.shots).map((id) => [id, newShotId()] as const),
    ...idsOf(tables.lightings).map((id) => [id, newLightingId()] as const),
  ])
  // Ids are random and found nowhere but as ids; other ids, as of renditions, are made of them. A hash
  // names a file, whatever it is made of.
  const text = JSON.stringify(tables, (key, value: unknown) =>
    typeof value === 'string' && key !== 'fileHash'
      ? value.replace(UUID, (id) => others.get(id) ?? id)
      : value,
  )
  return JSON.parse(text) as Contained['tables'] // as it was, but for ids
}

const HASH = /^[0-9a-f]{64}$/

const UUID = /[0-9a-f]{8}(-[0-9a-f]{4}){3}-[0-9a-f]{12}/g

/** Rows that are checked before the page has its turn. */
const ROWS_AT_ONCE = 500

async function checkedRows(tables: Contained['tables'], signal: AbortSignal, onStep: OnStep) {
  const total = CONTAINER_TABLES.reduce((sum, name) => sum + tables[name].length, 0)
  let done = 0
  const rowsOf = async <Name extends (typeof CONTAINER_TABLES)[number]>(
    name: Name,
  ): Promise<RowOf<Name>[]> => {
    const all: RowOf<Name>[] = []
    for (let from = 0; from < tables[name].length; from += ROWS_AT_ONCE) {
      const { rows, bad } = checkRows(name, tables[name].slice(from, from + ROWS_AT_ONCE))
      const [first] = bad
      if (first) throw new ContainerError(`${CONTAINER.json}, ${name}, ${first.problem}`)
      for (const row of rows) all.push(row)
      done += rows.length
      onStep('rows', done, total)
      await new Promise((resolve) => setTimeout(resolve))
      if (signal.aborted) throw new CancelledError()
    }
    return all
  }
  return {
    shoots: await rowsOf('shoots'),
    briefs: await rowsOf('briefs'),
    shots: await rowsOf('shots'),
    products: await rowsOf('products'),
    lightings: await rowsOf('lightings'),
    renditions: await rowsOf('renditions'),
    measures: await rowsOf('measures'),
    deeds: await rowsOf('deeds'),
  }
}
type CheckedRows = Awaited<ReturnType<typeof checkedRows>>

interface Surroundings {
  readonly signal: AbortSignal
  readonly db: Database
  readonly onProgress: OnStep
}

async function bringFiles(
  entries: ReadonlyMap<string, FileEntry>,
  contained: Contained,
  { shots, renditions }: CheckedRows,
  { signal, db, onProgress }: Surroundings,
): Promise<void> {
  const named = byHash(entries)
  const need = (folder: string, hash: string): FileEntry => {
    const entry = named.get(`${folder}/${hash}`)
    if (!entry) throw new ContainerError(strings.isMissingInIt(folder, hash))
    return entry
  }
  const { folders } = CONTAINER
  const assertNamed = async (path: string, hash: string, bytes: ArrayBuffer): Promise<void> => {
    // A file that was made before files were named by their hashes has another name.
    if (HASH.test(hash) && (await sha256(bytes)) !== hash)
      throw new ContainerError(strings.otherBytes(path))
  }
  const previews = Object.entries(contained.previews)
  const total = shots.length + renditions.length + previews.length
  let done = 0
  const bring = async (
    table: 'originals' | 'contents',
    folder: string,
    hash: string,
    said: Parameters<typeof assertPicture>[2],
  ): Promise<void> => {
    onProgress('files', ++done, total)
    if (signal.aborted) throw new CancelledError()
    if ((await db.table(table).where('hash').equals(hash).count()) > 0) return
    const blob = await bytesOf(need(folder, hash), LIMITS.maxFileBytes, signal)
    const bytes = await blob.arrayBuffer()
    await assertNamed(`${folder}/${hash}`, hash, bytes)
    assertPicture(`${folder}/${hash}`, new Uint8Array(bytes), said)
    await db.table(table).put({ hash, blob })
  }
  for (const shot of shots) await bring('originals', folders.originals, shot.originalHash, shot)
  for (const rendition of renditions)
    await bring('contents', folders.contents, rendition.fileHash, {
      ...rendition,
      type: rendition.format,
    })
  for (const [hash, size] of previews) {
    onProgress('files', ++done, total)
    const known = OriginalHash.parse(hash)
    if (await db.previews.get(known)) continue
    const blob = await bytesOf(need(folders.previews, hash), LIMITS.maxFileBytes, signal)
    const said = { type: 'webp', ...size } as const
    assertPicture(`${folders.previews}/${hash}`, await blob.bytes(), said)
    await db.previews.add({ hash: known, blob, ...size })
  }
  for (const { hash, role, name, file } of contained.assets) {
    const known = AssetHash.parse(hash)
    if (await db.assets.get(known)) continue
    const entry = entries.get(file)
    if (!entry) throw new ContainerError(strings.isMissingInItWithFile(file))
    const blob = await bytesOf(entry, LIMITS.maxFileBytes, signal)
    await assertNamed(file, hash, await blob.arrayBuffer())
    await db.assets.add({ hash: known, role, name, blob })
  }
  for (const { key, matte, file } of contained.mattes) {
    const entry = file === null ? null : entries.get(file)
    // A matte that is missing is cut again when it is needed.
    if (entry === undefined || (await db.mattes.get(key))) continue
    const deflated = entry && (await (await bytesOf(entry, LIMITS.maxFileBytes, signal)).bytes())
    await db.mattes.put({ key, matte: matteIn(matte, deflated) })
  }
}

async function bringRows(rows: CheckedRows, db: Database): Promise<Shoot> {
  const [found] = rows.shoots
  const shoot = { ...found!, name: await freeShootName(found!.name, db) } // one, as the schema asks
  const tables = CONTAINER_TABLES.map((table) => db.table(table))
  await db.transaction('rw', [...tables, db.measureTasks], async () => {
    await db.shoots.add(shoot)
    await db.briefs.bulkAdd(rows.briefs)
    await db.shots.bulkAdd(rows.shots)
    await db.products.bulkAdd(rows.products)
    await db.lightings.bulkAdd(rows.lightings)
    await db.renditions.bulkAdd(rows.renditions)
    for (const row of rows.measures)
      if (!(await db.measures.get(row.hash))) await db.measures.add(row)
    for (const { id: _, ...deed } of ownDeeds(rows.deeds, rows)) await db.deeds.add(deed)
    const measured = new Set(rows.measures.map(({ hash }) => hash))
    for (const { id, shootId, originalHash, fileName } of rows.shots)
      if (!measured.has(originalHash))
        await db.measureTasks.put({ id, kind: 'measure', shootId, hash: originalHash, fileName })
    if (rows.shots.some(({ sorted }) => !sorted))
      await db.measureTasks.put({ id: `sort/${shoot.id}`, kind: 'sort', shootId: shoot.id })
  })
  return shoot
}
