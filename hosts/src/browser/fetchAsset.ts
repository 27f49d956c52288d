import { UnreachableError } from '../unreachable'

interface Fetching {
  /** Of its bytes, in base64: others are refused. */
  readonly sha256?: string
  /** Told how far it is, 0…1, as it comes. */
  readonly onProgress?: (done01: number) => void
}

/**
 * Fetches a file of the app itself.
 *
 * @param what what it is, in words: “The network that finds products”.
 * @throws UnreachableError when it does not come; the next need may try again.
 */
export async function fetchAsset(
  url: string,
  what: string,
  { sha256, onProgress }: Fetching = {},
): Promise<Uint8Array<ArrayBuffer>> {
  try {
    const response = await fetch(url)
    if (!response.ok) throw new Error(`${response.status} for ${url}`)
    const bytes = onProgress
      ? await readWith(response, onProgress)
      : new Uint8Array(await response.arrayBuffer())
    if (sha256 !== undefined && (await digestOf(bytes)) !== sha256)
      throw new Error(`other bytes than expected for ${url}`)
    return bytes
  } catch (error) {
    throw new UnreachableError(what, { cause: error })
  }
}

/** Reads a body, telling how far it is where its length is known. */
async function readWith(
  response: Response,
  onProgress: (done01: number) => void,
): Promise<Uint8Array<ArrayBuffer>> {
  const length = Number(response.headers.get('content-length'))
  if (!response.body || !(length > 0)) return new Uint8Array(await response.arrayBuffer())
  let done = 0
  const counted = new TransformStream<Uint8Array, Uint8Array>({
    transform: (chunk, controller) => {
      done += chunk.length
      onProgress(Math.min(1, done / length))
      controller.enqueue(chunk)
    },
  })
  return new Uint8Array(await new Response(response.body.pipeThrough(counted)).arrayBuffer())
}

async function digestOf(bytes: Uint8Array<ArrayBuffer>): Promise<string> {
  const digest = new Uint8Array(await crypto.subtle.digest('SHA-256', bytes))
  return btoa(String.fromCharCode(...digest))
}

let tries = 0

/**
 * Imports a module of the app that is loaded by itself. Browsers remember a module that did not come by
 * its address; so another try goes to another address of the same file.
 *
 * @returns the module, and the address from which it came.
 * @throws UnreachableError when it does not come.
 */
export async function importAsset<Module>(
  url: string,
  what: string,
): Promise<{ readonly module: Module; readonly address: string }> {
  const address = tries === 0 ? url : `${url}?${tries}`
  try {
    return { module: (await import(/* @vite-ignore */ address)) as Module, address } // what the address holds
  } catch (error) {
    tries++
    throw new UnreachableError(what, { cause: error })
  }
}
