import type * as ZipModule from '@zip.js/zip.js'
import type { FileEntry } from '@zip.js/zip.js'

/** The zip library, fetched when it is first needed. */
export async function loadZip(): Promise<typeof ZipModule> {
  const zip = await import('@zip.js/zip.js')
  // Entries are worked on by the browser's own streams: a worker from a blob would break the security policy.
  zip.configure({ useWebWorkers: false })
  return zip
}

/** An entry that unpacks to more than it may. */
export class TooLongError extends Error {
  override readonly name = 'TooLongError'
}

/**
 * An entry's bytes. What the zip says of its length is not believed.
 *
 * @throws TooLongError beyond `maxBytes`; the library's own error where the entry is damaged or the signal aborted.
 */
export async function blobOf(
  entry: FileEntry,
  maxBytes: number,
  signal?: AbortSignal,
): Promise<Blob> {
  const parts: BlobPart[] = []
  let bytes = 0
  const writable = new WritableStream<Uint8Array<ArrayBuffer>>({
    write: (part) => {
      bytes += part.length
      if (bytes > maxBytes) throw new TooLongError(entry.filename)
      // A part of its own: the stream may use its memory again.
      parts.push(part.slice())
    },
  })
  try {
    await entry.getData(writable as WritableStream<Uint8Array>, {
      // the browser's streams give unshared memory
      checkSignature: true,
      ...(signal ? { signal } : {}),
    })
  } catch (error) {
    if (bytes > maxBytes && !signal?.aborted) throw new TooLongError(entry.filename)
    throw error
  }
  return new Blob(parts)
}
