import type { Touches } from '@cloudbank/core/brief'
import { readFileName } from '@cloudbank/core/shoot'
import { database, type Arrival, type Database, type ShootId } from '../../data'
import { isNoRoom } from '../../notices'
import { isHidden, sniff, type GivenKind } from './sniff'
import { strings } from '../strings'

export interface IncomingFile {
  readonly fileName: string
  readonly blob: Blob
  readonly sku?: string | null
  readonly angle?: string | null
  /** What its shot has of its own from the beginning. */
  readonly touches?: Touches
}

/** Parts whole shoots that were saved as files from photographs and what goes with them. */
export async function partShoots(
  files: readonly File[],
): Promise<{ readonly shoots: IncomingFile[]; readonly others: IncomingFile[] }> {
  const kinds = await Promise.all(files.map((file) => sniff(file.name, file)))
  const of = (isShoot: boolean): IncomingFile[] =>
    files
      .filter((_, i) => (kinds[i] === 'shoot') === isShoot)
      .map((file) => ({ fileName: file.name, blob: file }))
  return { shoots: of(true), others: of(false) }
}

/** What came of giving files to a shoot. */
export interface TakenIn {
  /** Files that wait to be looked at. */
  readonly waiting: number
  /** Files for which there was no room, by name. */
  readonly noRoom: readonly string[]
}

/** Single files go before zips, so that none waits for what may be a long unpacking. */
const TURN: Readonly<Record<GivenKind, number>> = {
  table: 0,
  photograph: 1,
  zip: 2,
  shoot: 3,
}

/** Files that are kept in one go: every going takes its time, however little is in it. */
const TOGETHER = { files: 16, bytes: 24_000_000 } as const

/**
 * Puts files in line for a shoot. They are kept at once, a few at a time, so that a reload loses none and a
 * full browser keeps those that there was room for; they are looked at afterwards, by `intakeWork`. All
 * are named first: should the page end in the middle, `nameLost` says which were not kept.
 */
export async function takeIn(
  shootId: ShootId,
  files: readonly IncomingFile[],
  tab: string,
  db: Database = database,
): Promise<TakenIn> {
  const sorted = await Promise.all(
    files
      .filter(({ fileName }) => !isHidden(fileName))
      .map(async (file) => ({ file, kind: await sniff(file.fileName, file.blob) })),
  )
  sorted.sort((a, b) => TURN[a.kind] - TURN[b.kind])
  const coming = await db.refusals.bulkAdd(
    sorted.map(({ file: { fileName } }) => ({
      shootId,
      fileName,
      reason: strings.notSavedBeforePageWas,
      kind: 'coming',
      tab,
    })),
    { allKeys: true },
  )
  const place = await nextPlace(shootId, db)
  const pattern = (await db.shoots.get(shootId))?.namePattern ?? undefined
  const keep = (from: number, to: number): Promise<void> =>
    db.transaction('rw', db.productTables, db.arrivals, db.refusals, async () => {
      await db.refusals.bulkDelete(coming.slice(from, to))
      for (const [k, { file, kind }] of sorted.slice(from, to).entries()) {
        const { fileName, blob } = file
        if (kind === 'table') await db.productTables.add({ shootId, fileName, blob })
        else await db.arrivals.add(arrivalOf(shootId, file, kind, place + from + k, pattern))
      }
    })
  let kept = 0
  let most: number = TOGETHER.files
  while (kept < sorted.length) {
    const next = kept + Math.min(most, fitting(sorted.slice(kept)))
    try {
      await keep(kept, next)
      kept = next
    } catch (error) {
      // There may be room for some of them.
      if (isNoRoom(error) && next - kept > 1) {
        most = 1
        continue
      }
      await db.refusals.bulkDelete(coming.slice(kept))
      if (!isNoRoom(error)) throw error
      return { waiting: kept, noRoom: sorted.slice(kept).map((left) => left.file.fileName) }
    }
  }
  return { waiting: sorted.length, noRoom: [] }
}

/** How many of the first files are kept together. */
function fitting(files: readonly { readonly file: IncomingFile }[]): number {
  let bytes = 0
  const first = files.slice(0, TOGETHER.files)
  const over = first.findIndex(({ file }) => (bytes += file.blob.size) > TOGETHER.bytes)
  return over < 0 ? first.length : Math.max(1, over)
}

/** Names the files that a tab was keeping when it was closed. */
export async function nameLost(tab: string, db: Database = database): Promise<void> {
  await db.refusals
    .filter((refusal) => refusal.kind === 'coming' && refusal.tab === tab)
    .modify({ kind: 'refused' })
}

/** The tabs that are keeping files, or were when they were closed. */
export async function keepingTabs(db: Database = database): Promise<string[]> {
  const coming = await db.refusals.filter(({ kind }) => kind === 'coming').toArray()
  return [...new Set(coming.flatMap(({ tab }) => tab ?? []))]
}

/** The place in the shoot behind all shots that are in, and all files that wait. */
async function nextPlace(shootId: ShootId, db: Database): Promise<number> {
  const last = await db.shots.where('shootId').equals(shootId).toArray()
  const queued = await db.arrivals.where('shootId').equals(shootId).count()
  return Math.max(0, ...last.map(({ order }) => order + 1)) + queued
}

export function arrivalOf(
  shootId: ShootId,
  { fileName, blob, ...known }: IncomingFile,
  kind: Arrival['kind'],
  order: number,
  pattern: string | undefined,
): Arrival {
  const read = readFileName(fileName, pattern)
  return {
    shootId,
    kind,
    fileName,
    blob,
    order,
    sku: known.sku ?? read.sku,
    angle: known.angle ?? read.angle,
    ...(known.touches ? { touches: known.touches } : {}),
    opened: 0,
    tries: 0,
    state: 'waiting',
    heldFor: '',
  }
}
