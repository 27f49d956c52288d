import { database, type Arrival, type Database, type ShootId } from '../../data'
import { isNoRoom } from '../../notices'
import { readFileName } from '../products'
import { isHidden, sniff, type GivenKind } from './sniff'

export interface IncomingFile {
  readonly fileName: string
  readonly blob: Blob
  readonly sku?: string | null
  readonly angle?: string | null
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

/**
 * Puts files in line for a shoot. They are kept at once, one by one, so that a reload loses none and a
 * full browser keeps those that there was room for; they are looked at afterwards, by `intakeWork`.
 */
export async function takeIn(
  shootId: ShootId,
  files: readonly IncomingFile[],
  db: Database = database,
): Promise<TakenIn> {
  const sorted = await Promise.all(
    files
      .filter(({ fileName }) => !isHidden(fileName))
      .map(async (file) => ({ file, kind: await sniff(file.fileName, file.blob) })),
  )
  sorted.sort((a, b) => TURN[a.kind] - TURN[b.kind])
  const place = await nextPlace(shootId, db)
  const pattern = (await db.shoots.get(shootId))?.namePattern ?? undefined
  for (const [i, { file, kind }] of sorted.entries()) {
    try {
      if (kind === 'table')
        await db.productTables.add({ shootId, fileName: file.fileName, blob: file.blob })
      else await db.arrivals.add(arrivalOf(shootId, file, kind, place + i, pattern))
    } catch (error) {
      if (!isNoRoom(error)) throw error
      const left = sorted.slice(i).map(({ file: { fileName } }) => fileName)
      return { waiting: i, noRoom: left }
    }
  }
  return { waiting: sorted.length, noRoom: [] }
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
    opened: 0,
    tries: 0,
    state: 'waiting',
    heldFor: '',
  }
}
