import { FetchRefusal, FOUND_AT, HostRules, type HostRule } from '@cloudbank/core/weigh'
import { UnreachableError } from '@cloudbank/hosts/pool'
import { strings } from '../strings'

/** An address that was not fetched, in words. */
export class AddressRefusedError extends Error {
  override readonly name = 'AddressRefusedError'

  constructor(
    message: string,
    /** The host that would have to be allowed first; null where that is not the reason. */
    readonly host: string | null,
  ) {
    super(message)
  }
}

/** What was found at an address. */
export interface FoundAddress {
  /** Where it led to in the end. */
  readonly address: string
  readonly mime: string
  readonly blob: Blob
}

const API = '/api/fetch'
/** Reasons that allowing the host takes away. */
const ALLOWABLE = new Set(['not-allowed', 'private'])

/**
 * Fetches an address: what this page's own server has, directly; everything else through it, since a browser may not.
 *
 * @throws AddressRefusedError with the reason; UnreachableError while the server is away.
 */
export async function fetchAddress(address: string, signal?: AbortSignal): Promise<FoundAddress> {
  const init = signal ? { signal } : {}
  if (isOwn(address)) {
    const found = await asked(() => fetch(address, init), signal)
    if (!found.ok) throw new AddressRefusedError(strings.answers(address, found.status), null)
    const mime = (found.headers.get('Content-Type') ?? '').split(';')[0]!.trim()
    return { address: found.url || address, mime, blob: await found.blob() }
  }
  const found = await asked(
    () =>
      fetch(API, {
        ...init,
        method: 'POST',
        headers: { 'Content-Type': 'application/json' },
        body: JSON.stringify({ address }),
      }),
    signal,
  )
  if (found.ok)
    return {
      address: decodeURI(found.headers.get(FOUND_AT) ?? encodeURI(address)),
      mime: found.headers.get('X-Mime') ?? '',
      blob: await found.blob(),
    }
  const refusal = FetchRefusal.safeParse(await found.json().catch(() => null))
  if (!refusal.success) throw new UnreachableError(strings.theServer)
  const { error, code, host } = refusal.data
  throw new AddressRefusedError(error, ALLOWABLE.has(code) ? (host ?? null) : null)
}

const isOwn = (address: string): boolean =>
  URL.canParse(address) && new URL(address).origin === location.origin

async function asked(ask: () => Promise<Response>, signal?: AbortSignal): Promise<Response> {
  try {
    return await ask()
  } catch (error) {
    if (signal?.aborted) throw error
    throw new UnreachableError(strings.theServer, { cause: error })
  }
}

/** The hosts that the server may fetch from. */
export async function readHosts(): Promise<readonly HostRule[]> {
  const found = await asked(() => fetch(`${API}/hosts`))
  const read = HostRules.safeParse(await found.json().catch(() => null))
  if (!read.success) throw new UnreachableError(strings.theServer)
  return read.data
}

/** Says which hosts the server may fetch from. */
export async function writeHosts(rules: readonly HostRule[]): Promise<void> {
  const found = await asked(() =>
    fetch(`${API}/hosts`, {
      method: 'PUT',
      headers: { 'Content-Type': 'application/json' },
      body: JSON.stringify(rules),
    }),
  )
  if (!found.ok) throw new UnreachableError(strings.theServer)
}

/** Lets the server fetch from a host; from private networks only where that is said. */
export async function allowHost(rule: HostRule): Promise<void> {
  const others = (await readHosts()).filter(({ host }) => host !== rule.host)
  await writeHosts([...others, rule])
}
