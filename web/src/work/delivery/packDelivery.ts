import { database, type Database, type Delivery, type Shoot } from '../../data'
import { loadZip } from '../zip'
import { manifestOf, manifestTable } from './manifest'
import type { DeliveryFile } from './planDelivery'
import { webPageOf } from './webPage'

interface Options {
  /** Called as each file goes in. */
  readonly onFile: () => void
  readonly signal?: AbortSignal
  /** Where the zip is written as it grows; without it, it is given back. */
  readonly into?: WritableStream<Uint8Array>
}

/**
 * Packs a delivery: the manifests and the page of pictures first, then the files, stored, for they are
 * compressed already. One file at a time is in memory.
 *
 * @returns the zip, or null where it was written into a stream.
 * @throws Error naming a file that is missing.
 */
export async function packDelivery(
  shoot: Shoot,
  files: readonly DeliveryFile[],
  { onFile, signal, into }: Options,
  db: Database = database,
): Promise<Blob | null> {
  const { BlobReader, BlobWriter, TextReader, ZipWriter } = await loadZip()
  const options = { level: 0, ...(signal ? { signal } : {}) }
  const zip = new ZipWriter<Blob | unknown>(into ?? new BlobWriter('application/zip'), options)
  const texts = {
    'manifest.json': JSON.stringify(manifestOf(shoot, files), null, 2),
    'manifest.csv': manifestTable(files),
    'pictures.html': webPageOf(shoot.name, files),
  }
  for (const [name, text] of Object.entries(texts)) await zip.add(name, new TextReader(text))
  for (const { path, rendition } of files) {
    const file = await db.contents.get(rendition.fileHash)
    if (!file) throw new Error(`${path} is missing from this browser; make it again`)
    const lastModDate = new Date(rendition.madeAt)
    await zip.add(path, new BlobReader(file.blob), { lastModDate })
    onFile()
  }
  const packed = await zip.close()
  return packed instanceof Blob ? packed : null
}

/**
 * Packs the files of a past delivery once more, as they were.
 *
 * @throws Error naming a file that is missing.
 */
export async function packAgain(delivery: Delivery, db: Database = database): Promise<Blob> {
  const { BlobReader, BlobWriter, ZipWriter } = await loadZip()
  const zip = new ZipWriter(new BlobWriter('application/zip'), { level: 0 })
  const lastModDate = new Date(delivery.at)
  for (const { path, fileHash } of delivery.files) {
    const file = await db.contents.get(fileHash)
    if (!file) throw new Error(`${path} is missing from this browser`)
    await zip.add(path, new BlobReader(file.blob), { lastModDate })
  }
  return zip.close()
}
