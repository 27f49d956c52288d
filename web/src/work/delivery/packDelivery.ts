import {
  type DeliveryFile,
  manifestOf,
  manifestTable,
  webPageOf,
  MANIFEST_FILES,
} from '@cloudbank/core/shoot'
import { withFileWords } from '@cloudbank/core/codec'
import { database, type Database, type Delivery, type Shoot } from '../../data'
import { loadZip } from '../zip'
import type { LeftFile } from '@cloudbank/core/shoot'
import { describeError } from '../../notices'
import { leavingFile } from './leavingFile'
import { strings } from '../strings'

/** Where the files of a delivery go, one after the other. */
export interface Sink {
  readonly add: (path: string, content: Blob, at: Date) => Promise<void>
  readonly close: () => Promise<void>
}

/** What a delivery came to. */
export interface Packed {
  readonly left: readonly LeftFile[]
  /** Why each file that is not in it is not, by name. */
  readonly leftOut: readonly string[]
}

interface Options {
  /** Called as each file goes in. */
  readonly onFile: () => void
  readonly signal?: AbortSignal
}

/**
 * Sends a delivery: the files first, then what they turned out to be, in manifests and a page of pictures. One
 * file at a time is in memory.
 *
 * One that can't be had is left out and named; the rest goes on.
 *
 * @returns the files as they left, and those that did not.
 */
export async function packDelivery(
  shoot: Shoot,
  files: readonly DeliveryFile[],
  sink: Sink,
  { onFile, signal }: Options,
  db: Database = database,
): Promise<Packed> {
  const all: LeftFile[] = []
  const leftOut: string[] = []
  for (const file of files) {
    signal?.throwIfAborted()
    const leaving = await leavingFile(file, db).catch((error: unknown) => describeError(error))
    if (typeof leaving === 'string') leftOut.push(leaving)
    else {
      await sink.add(file.path, leaving.blob, new Date(file.rendition.madeAt))
      all.push(leaving.left)
    }
    onFile()
  }
  const texts = {
    [MANIFEST_FILES.json]: JSON.stringify(manifestOf(shoot, all), null, 2),
    [MANIFEST_FILES.table]: manifestTable(all),
    [MANIFEST_FILES.page]: webPageOf(
      shoot.name,
      all.map(({ file }) => file),
    ),
  }
  for (const [name, text] of Object.entries(texts))
    await sink.add(name, new Blob([text]), new Date())
  await sink.close()
  return { left: all, leftOut }
}

/**
 * Packs the files of a past delivery once more, as they were.
 *
 * @throws Error naming a file that is missing.
 */
export async function packAgain(
  delivery: Delivery,
  sink: Sink,
  db: Database = database,
): Promise<void> {
  for (const { path, fileHash, words, format } of delivery.files) {
    const file = await db.contents.get(fileHash)
    if (!file) throw new Error(strings.isMissingFromThisBrowserWithPath(path))
    const made =
      words && format
        ? withFileWords(new Uint8Array(await file.blob.arrayBuffer()), format, words)
        : null
    const blob = made ? new Blob([made as Uint8Array<ArrayBuffer>]) : file.blob // never shared
    await sink.add(path, blob, new Date(delivery.at))
  }
  await sink.close()
}

/**
 * A zip, its files stored, for they are compressed already.
 *
 * @param into where it is written as it grows; without it, it is given back at the end.
 */
export async function zipSink(
  signal: AbortSignal | undefined,
  into?: WritableStream<Uint8Array>,
): Promise<Sink & { readonly zip: () => Blob | null }> {
  const { BlobReader, BlobWriter, ZipWriter } = await loadZip()
  const options = { level: 0, ...(signal ? { signal } : {}) }
  const zip = new ZipWriter<Blob | unknown>(into ?? new BlobWriter('application/zip'), options)
  let packed: Blob | null = null
  return {
    add: async (path, content, lastModDate) => {
      await zip.add(path, new BlobReader(content), { lastModDate })
    },
    close: async () => {
      const made = await zip.close()
      packed = made instanceof Blob ? made : null
    },
    zip: () => packed,
  }
}

/** A folder on the disk; folders in it are made as they are needed, files of the same name are replaced. */
export function folderSink(folder: FileSystemDirectoryHandle): Sink {
  return {
    add: async (path, content) => {
      const parts = path.split('/')
      const name = parts.pop() ?? path
      let inside = folder
      for (const part of parts) inside = await inside.getDirectoryHandle(part, { create: true })
      const handle = await inside.getFileHandle(name, { create: true })
      const stream = await handle.createWritable()
      await stream.write(content)
      await stream.close()
    },
    close: () => Promise.resolve(),
  }
}
