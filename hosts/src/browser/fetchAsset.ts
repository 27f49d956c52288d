import { UnreachableError } from '../unreachable'

/**
 * Fetches a file of the app itself.
 *
 * @param what what it is, in words: “The network that finds products”.
 * @param sha256 of its bytes, in base64: others are refused.
 * @throws UnreachableError when it does not come; the next need may try again.
 */
export async function fetchAsset(
  url: string,
  what: string,
  sha256?: string,
): Promise<Uint8Array<ArrayBuffer>> {
  try {
    const response = await fetch(url, sha256 ? { integrity: `sha256-${sha256}` } : {})
    if (!response.ok) throw new Error(`${response.status} for ${url}`)
    return new Uint8Array(await response.arrayBuffer())
  } catch (error) {
    throw new UnreachableError(what, { cause: error })
  }
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
