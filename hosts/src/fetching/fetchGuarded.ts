import { lookup as systemLookup } from 'node:dns/promises'
import { request as httpRequest, type IncomingMessage } from 'node:http'
import { request as httpsRequest } from 'node:https'
import { isIP } from 'node:net'
import { checkAddress, checkNumber, hostOf, type ReachOf } from './checkAddress'
import { FetchRefusedError } from './FetchRefusedError'

/** Looks a name up: all the numbers that it stands for. */
export type Lookup = (host: string) => Promise<readonly string[]>

export interface FetchLimits {
  readonly maxBytes: number
  /** For all of it, redirects included. */
  readonly maxMs: number
  readonly maxRedirects: number
}

export const FETCH_LIMITS: FetchLimits = { maxBytes: 60_000_000, maxMs: 30_000, maxRedirects: 5 }

/** What came of an address. */
export interface Fetched {
  /** Where it was found in the end. */
  readonly address: string
  readonly mime: string
  readonly bytes: Uint8Array
}

interface Options {
  readonly reachOf: ReachOf
  readonly signal?: AbortSignal
  readonly lookup?: Lookup
  readonly limits?: FetchLimits
}

const allNumbers: Lookup = async (host) =>
  (await systemLookup(host, { all: true })).map(({ address }) => address)

/**
 * Fetches an address that somebody else wrote. Its host is looked up once, every number it stands for is checked, and the
 * connection goes to a checked one, so that a name can't stand for something else a moment later. What it redirects to is
 * checked again.
 *
 * @throws FetchRefusedError with the reason.
 */
export async function fetchGuarded(
  address: string,
  { reachOf, signal, lookup = allNumbers, limits = FETCH_LIMITS }: Options,
): Promise<Fetched> {
  const timeout = AbortSignal.timeout(limits.maxMs)
  const stop = signal ? AbortSignal.any([signal, timeout]) : timeout
  let url = checkAddress(address, reachOf)
  for (let hops = 0; hops <= limits.maxRedirects; hops++) {
    const number = await pinned(url, reachOf, lookup)
    try {
      const response = await ask(url, number, stop)
      const next = redirectOf(response, url)
      if (next === null) {
        const bytes = await bodyOf(response, url, limits.maxBytes)
        const mime = (response.headers['content-type'] ?? '').split(';')[0]!.trim().toLowerCase()
        return { address: url.href, mime, bytes }
      }
      response.destroy()
      url = checkAddress(next, reachOf)
    } catch (error) {
      if (error instanceof FetchRefusedError) throw error
      if (timeout.aborted)
        throw new FetchRefusedError({ code: 'too-slow', address: url.href, maxMs: limits.maxMs })
      signal?.throwIfAborted()
      const reason = (error as NodeJS.ErrnoException).code ?? (error as Error).message // of a request
      throw new FetchRefusedError({ code: 'unreachable', host: hostOf(url), reason })
    }
  }
  throw new FetchRefusedError({
    code: 'too-many-redirects',
    address,
    most: limits.maxRedirects,
  })
}

/** A checked number of the host. */
async function pinned(url: URL, reachOf: ReachOf, lookup: Lookup): Promise<string> {
  const host = hostOf(url)
  const numbers = isIP(host) ? [host] : await lookup(host).catch(() => [])
  const [first] = numbers
  if (first === undefined) throw new FetchRefusedError({ code: 'unknown-host', host })
  for (const number of numbers) checkNumber(number, host, reachOf)
  return first
}

function ask(url: URL, number: string, signal: AbortSignal): Promise<IncomingMessage> {
  const family = isIP(number)
  const send = url.protocol === 'https:' ? httpsRequest : httpRequest
  return new Promise((resolve, reject) => {
    send(
      url,
      {
        signal,
        agent: false,
        headers: { accept: '*/*', 'accept-encoding': 'identity', 'user-agent': 'Cloudbank' },
        // Whatever the name stands for by now, the connection goes where it was checked.
        lookup: (_host, options, done) => {
          if (options.all) done(null, [{ address: number, family }])
          else done(null, number, family)
        },
      },
      resolve,
    )
      .on('error', reject)
      .end()
  })
}

const REDIRECTS = new Set([301, 302, 303, 307, 308])

/** Where an answer sends on to; null for one that is the thing itself. */
function redirectOf({ statusCode = 0, headers }: IncomingMessage, url: URL): string | null {
  const { location } = headers
  if (REDIRECTS.has(statusCode) && location !== undefined && URL.canParse(location, url))
    return new URL(location, url).href
  if (statusCode < 200 || statusCode > 299)
    throw new FetchRefusedError({ code: 'status', address: url.href, status: statusCode })
  return null
}

async function bodyOf(response: IncomingMessage, url: URL, maxBytes: number): Promise<Uint8Array> {
  const parts: Uint8Array[] = []
  let length = 0
  for await (const part of response as AsyncIterable<Buffer>) {
    length += part.length
    if (length > maxBytes) {
      response.destroy()
      throw new FetchRefusedError({ code: 'too-heavy', address: url.href, maxBytes })
    }
    parts.push(part)
  }
  return new Uint8Array(Buffer.concat(parts))
}
