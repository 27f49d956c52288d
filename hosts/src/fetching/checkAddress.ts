import ipaddr from 'ipaddr.js'
import { FetchRefusedError } from './FetchRefusedError'

/** How far an address may reach: not at all, into the public network, or into private ones too. */
export type Reach = 'none' | 'public' | 'private'

/** Who may be fetched from, by the name of the host as an address has it. */
export type ReachOf = (host: string) => Reach

const SCHEMES = new Set(['http:', 'https:'])

/**
 * An address as it may be fetched, before its name is looked up.
 *
 * @throws FetchRefusedError for whatever is no plain address of http or https, or of a host that is not allowed.
 */
export function checkAddress(address: string, reachOf: ReachOf): URL {
  if (!URL.canParse(address)) throw new FetchRefusedError({ code: 'no-address', address })
  const url = new URL(address)
  if (!SCHEMES.has(url.protocol))
    throw new FetchRefusedError({ code: 'scheme', address, scheme: url.protocol.slice(0, -1) })
  if (url.username !== '' || url.password !== '')
    throw new FetchRefusedError({ code: 'userinfo', address: withoutUser(url) })
  const host = hostOf(url)
  if (reachOf(host) === 'none') throw new FetchRefusedError({ code: 'not-allowed', host })
  // A number for a host is checked at once: it is never looked up.
  if (ipaddr.isValid(host)) checkNumber(host, host, reachOf)
  return url
}

/** The host of an address, without the brackets of a number of version 6 and without a dot at its end. */
export const hostOf = ({ hostname }: URL): string =>
  hostname.replace(/^\[|\]$/g, '').replace(/\.$/, '')

/**
 * Refuses a number that a host was found at unless it lies in the public network, or its host may be private.
 *
 * @throws FetchRefusedError
 */
export function checkNumber(number: string, host: string, reachOf: ReachOf): void {
  const range = rangeOf(number)
  if (range === 'unicast' || (reachOf(host) === 'private' && PRIVATE.has(range))) return
  throw new FetchRefusedError({ code: 'private', host, number, range: RANGES[range] ?? range })
}

/** In which range a number is; a number of version 4 within one of version 6 is what it stands for. */
function rangeOf(number: string): string {
  if (!ipaddr.isValid(number)) return 'reserved'
  const found = ipaddr.process(number)
  const range = found.range()
  // All that is public in version 6 so far (RFC 4291, 2.4); elsewhere old ways of writing version 4 hide.
  const isGlobal = !(found instanceof ipaddr.IPv6) || found.parts[0]! >> 13 === 1
  return range === 'unicast' && !isGlobal ? 'reserved' : range
}

/** Ranges that a host may be in which was allowed to be private. */
const PRIVATE: ReadonlySet<string> = new Set(['loopback', 'private', 'uniqueLocal'])

const RANGES: Readonly<Record<string, string>> = {
  loopback: 'this machine itself',
  private: 'a private network',
  uniqueLocal: 'a private network',
  linkLocal: 'the local link',
  unspecified: 'no machine at all',
  broadcast: 'all machines of a network',
  multicast: 'a group of machines',
  carrierGradeNat: 'a provider’s own network',
  reserved: 'a reserved range',
}

function withoutUser(url: URL): string {
  const plain = new URL(url)
  plain.username = ''
  plain.password = ''
  return plain.href
}
