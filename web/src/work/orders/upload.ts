import { CancelledError } from '@cloudbank/core/engine'
import { ServerAwayError, type Upload } from '@cloudbank/hosts/orders'
import { strings } from '../strings'

/** Sent at a time, in bytes: so much is sent again at most after a hiccup. */
const CHUNK_BYTES = 8 * 2 ** 20
/** Waits between tries, in ms. */
const RETRY_MS = [500, 1000, 3000, 5000]

/**
 * Brings contents to the server by the open tus protocol, which goes on where an earlier try ended.
 *
 * @param path where uploads begin, on this page's own server.
 */
export const uploadTo =
  (path: string): Upload =>
  async (content, hash, signal) => {
    const endpoint = new URL(path, location.href).href
    const { Upload: TusUpload, DetailedError } = await import('tus-js-client')
    await new Promise<void>((resolve, reject) => {
      const upload = new TusUpload(content, {
        endpoint,
        uploadUrl: `${endpoint}/${hash}`,
        metadata: { hash },
        chunkSize: CHUNK_BYTES,
        retryDelays: RETRY_MS,
        storeFingerprintForResuming: false,
        onSuccess: () => end(resolve),
        onError: (error) => {
          const said = error instanceof DetailedError ? error.originalResponse?.getBody() : null
          end(() => reject(new ServerAwayError(said || strings.serverAway)))
        },
      })
      const onAbort = (): void =>
        end(() => {
          void upload.abort()
          reject(new CancelledError())
        })
      function end(settle: () => void): void {
        signal?.removeEventListener('abort', onAbort)
        settle()
      }
      if (signal?.aborted) return onAbort()
      signal?.addEventListener('abort', onAbort)
      upload.start()
    })
  }
