import { type Contained, CONTAINER, ContainerError } from '@cloudbank/core/shoot'
import { namedHashes } from '@cloudbank/core/assets'
import { FORMATS } from '@cloudbank/core/codec'
import type { PackedMatte } from '@cloudbank/core/matte'
import type { Database, Rendition, ShootId, Shot } from '../../data'
import { loadZip } from '../zip'
import { strings } from '../strings'

interface Options {
  /** Told how many files are in, and of how many. */
  readonly onProgress: (done: number, total: number) => void
  readonly signal: AbortSignal
}

/** A file of the container, and how its bytes are had when its turn comes. */
interface File {
  readonly path: string
  readonly read: () => Promise<Blob>
}

/**
 * Packs a shoot with everything that it needs elsewhere: originals, previews, finished files, mattes,
 * measures, touches, the tables and pictures that it names, and its history.
 *
 * @throws ContainerError when a photograph of it is missing; the signal's reason once it is aborted.
 */
export async function exportShoot(
  shootId: ShootId,
  { onProgress, signal }: Options,
  db: Database,
): Promise<Blob> {
  const shoot = await db.shoots.get(shootId)
  if (!shoot) throw new ContainerError(strings.shootNoLongerExists)
  const of = <Row>(table: string): Promise<Row[]> =>
    db.table<Row>(table).where('shootId').equals(shootId).toArray()
  const shots = await of<Shot>('shots')
  const renditions = await of<Rendition>('renditions')
  const originals = unique(shots.map(({ originalHash }) => originalHash))
  const mattes = (await Promise.all(originals.map((hash) => mattesOf(hash, db)))).flat()
  const tables: Contained['tables'] = {
    shoots: [shoot],
    briefs: (await db.briefs.bulkGet([shoot.briefId])).filter((row) => row !== undefined),
    shots,
    products: await of('products'),
    lightings: await of('lightings'),
    renditions,
    measures: (await db.measures.bulkGet(originals)).filter((row) => row !== undefined),
    deeds: await of('deeds'),
  }
  const named = namedHashes(tables)
  const assets = (await db.assets.toArray()).filter(({ hash }) => named.has(hash))
  const previews = (await db.previews.bulkGet(originals)).filter((row) => row !== undefined)
  const contained: Contained = {
    version: CONTAINER.version,
    tables,
    previews: Object.fromEntries(
      previews.map(({ hash, width, height }) => [hash, { width, height }]),
    ),
    mattes: mattes.map(({ key, matte }, i) =>
      matte.kind === 'cut'
        ? { key, matte: withoutBytes(matte), file: matteFile(i) }
        : { key, matte: { ...matte }, file: null },
    ),
    assets: assets.map(({ hash, role, name }) => ({ hash, role, name, file: assetFile(hash) })),
  }
  const typeOf = new Map(shots.map(({ originalHash, type }) => [originalHash, type]))
  const { folders } = CONTAINER
  const files: File[] = [
    ...originals.map((hash) => ({
      path: `${folders.originals}/${hash}.${FORMATS[typeOf.get(hash)!].extension}`,
      read: () => blobOf('originals', hash, db),
    })),
    ...previews.map(({ hash }) => ({
      path: `${folders.previews}/${hash}.webp`,
      read: () => blobOf('previews', hash, db),
    })),
    ...unique(renditions.map(({ fileHash }) => fileHash)).map((hash) => ({
      path: `${folders.contents}/${encodeURIComponent(hash)}`,
      read: () => blobOf('contents', hash, db),
    })),
    ...mattes.flatMap(({ matte }, i) =>
      matte.kind === 'cut'
        ? [{ path: matteFile(i), read: () => Promise.resolve(new Blob([bytesOf(matte)])) }]
        : [],
    ),
    ...assets.map(({ hash, blob }) => ({
      path: assetFile(hash),
      read: () => Promise.resolve(blob),
    })),
  ]
  return pack(contained, files, { onProgress, signal })
}

const unique = <T>(values: readonly T[]): T[] => [...new Set(values)]

const assetFile = (hash: string): string => `${CONTAINER.assets}/${hash}`

const matteFile = (i: number): string => `${CONTAINER.mattes}/${i + 1}.deflate`

const mattesOf = (original: string, db: Database) =>
  db.mattes.where('key').startsWith(`${original}/`).toArray()

type CutPacked = Extract<PackedMatte, { kind: 'cut' }>

const bytesOf = ({ alpha }: CutPacked): BlobPart => alpha.deflated as Uint8Array<ArrayBuffer> // never shared

function withoutBytes({ alpha, ...matte }: CutPacked): Contained['mattes'][number]['matte'] {
  const { deflated: _, ...place } = alpha
  return { ...matte, alpha: place }
}

async function blobOf(
  table: 'originals' | 'previews' | 'contents',
  hash: string,
  db: Database,
): Promise<Blob> {
  const row = await db.table<{ blob: Blob }, string>(table).get(hash)
  if (!row) throw new ContainerError(strings.fileOfItIsMissing(table, hash))
  return row.blob
}

async function pack(
  contained: Contained,
  files: readonly File[],
  { onProgress, signal }: Options,
): Promise<Blob> {
  const { BlobReader, BlobWriter, TextReader, ZipWriter } = await loadZip()
  // Stored: photographs are compressed already.
  const zip = new ZipWriter(new BlobWriter('application/zip'), { level: 0, signal })
  await zip.add(CONTAINER.json, new TextReader(JSON.stringify(contained)))
  for (const [i, { path, read }] of files.entries()) {
    onProgress(i, files.length)
    await zip.add(path, new BlobReader(await read()))
  }
  onProgress(files.length, files.length)
  return zip.close()
}
