import { formatBytes, formatDuration } from '@cloudbank/core/words'

/** Why something was not fetched. */
export type FetchProblem =
  | { readonly code: 'no-address'; readonly address: string }
  | { readonly code: 'scheme'; readonly address: string; readonly scheme: string }
  | { readonly code: 'userinfo'; readonly address: string }
  | { readonly code: 'not-allowed'; readonly host: string }
  | {
      readonly code: 'private'
      readonly host: string
      readonly number: string
      readonly range: string
    }
  | { readonly code: 'unknown-host'; readonly host: string }
  | { readonly code: 'unreachable'; readonly host: string; readonly reason: string }
  | { readonly code: 'status'; readonly address: string; readonly status: number }
  | { readonly code: 'too-many-redirects'; readonly address: string; readonly most: number }
  | { readonly code: 'too-heavy'; readonly address: string; readonly maxBytes: number }
  | { readonly code: 'too-slow'; readonly address: string; readonly maxMs: number }

const WORDS: {
  readonly [Code in FetchProblem['code']]: (
    problem: Extract<FetchProblem, { readonly code: Code }>,
  ) => string
} = {
  'no-address': ({ address }) => `“${address}” is not an address.`,
  scheme: ({ address, scheme }) =>
    `${address} is ${scheme}: only http and https addresses are fetched.`,
  userinfo: ({ address }) => `${address} has a name or password in it. Remove it.`,
  'not-allowed': ({ host }) => `${host} is not among the hosts that may be fetched from.`,
  private: ({ host, number, range }) =>
    host === number
      ? `${host} is ${range}. It is only fetched from if that is allowed for it.`
      : `${host} leads to ${number}, which is ${range}. It is only fetched from if that is allowed for it.`,
  'unknown-host': ({ host }) => `No host is called ${host}.`,
  unreachable: ({ host, reason }) => `${host} doesn’t answer (${reason}).`,
  status: ({ address, status }) => `${address} answers ${status}.`,
  'too-many-redirects': ({ address, most }) => `${address} redirects more than ${most} times.`,
  'too-heavy': ({ address, maxBytes }) => `${address} is larger than ${formatBytes(maxBytes)}.`,
  'too-slow': ({ address, maxMs }) => `${address} takes longer than ${formatDuration(maxMs)}.`,
}

/** Something was not fetched; the message says what and why. */
export class FetchRefusedError extends Error {
  override readonly name = 'FetchRefusedError'

  constructor(readonly problem: FetchProblem) {
    const say = WORDS[problem.code] as (problem: FetchProblem) => string // of its own code
    super(say(problem))
  }
}
