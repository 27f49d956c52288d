import { createHash } from 'node:crypto'
import { mkdirSync } from 'node:fs'
import { readFile } from 'node:fs/promises'
import type { IncomingMessage, ServerResponse } from 'node:http'
import { join } from 'node:path'
import { FileStore } from '@tus/file-store'
import { Server } from '@tus/server'
import { KEYS, type StorePort } from '@cloudbank/hosts/farm'
import { ContentHash } from '@cloudbank/hosts/orders'

/** A photograph of more bytes than this is refused. */
const MAX_BYTES = 2 ** 30
/** Uploads that nobody has gone on with for so long are removed, in ms. */
const ABANDONED_MS = 24 * 3600 * 1000

/** Refused, with what the browser is told, as the protocol's server reads it. */
class UploadRefusedError extends Error {
  override readonly name = 'UploadRefusedError'
  constructor(
    readonly status_code: number,
    readonly body: string,
  ) {
    super(body)
  }
}

/**
 * Uploads that can be resumed (the open tus protocol), each under the hash of what it brings; one that turns out to be
 * something else is refused.
 *
 * @param folder where they lie until they are whole.
 * @param roomFor whether there is room for so many bytes.
 */
export function createUploads(
  folder: string,
  store: StorePort,
  roomFor: (bytes: number) => Promise<boolean>,
): {
  readonly handle: (request: IncomingMessage, response: ServerResponse) => Promise<void>
  /** Removes uploads that were given up. */
  readonly sweep: () => Promise<unknown>
} {
  mkdirSync(folder, { recursive: true })
  const datastore = new FileStore({
    directory: folder,
    expirationPeriodInMilliseconds: ABANDONED_MS,
  })
  const server = new Server({
    path: '/',
    datastore,
    relativeLocation: true,
    maxSize: MAX_BYTES,
    allowedOrigins: ['null'],
    namingFunction: (_request, metadata) => {
      const hash = ContentHash.safeParse(metadata?.['hash'])
      if (!hash.success) throw new UploadRefusedError(400, 'The hash of the content is missing.')
      return hash.data
    },
    generateUrl: (_request, { id }) => `uploads/${id}`,
    onUploadCreate: async (_request, upload) => {
      if (await roomFor(upload.size ?? 0)) return {}
      throw new UploadRefusedError(507, 'The server’s folder for photographs is full.')
    },
    onUploadFinish: async (_request, { id }) => {
      const bytes = await readFile(join(folder, id))
      const isIt = createHash('sha256').update(bytes).digest('hex') === id
      if (isIt) await store.put(KEYS.content(id), bytes)
      await datastore.remove(id)
      if (!isIt) throw new UploadRefusedError(422, 'The upload isn’t what its hash says.')
      return {}
    },
  })
  return {
    handle: (request, response) => server.handle(request, response),
    sweep: () => server.cleanUpExpiredUploads(),
  }
}
