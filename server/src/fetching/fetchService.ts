import express, { Router } from 'express'
import { FetchOrder, FOUND_AT, HostRules, type FetchRefusal } from '@cloudbank/core/weigh'
import {
  fetchGuarded,
  FetchRefusedError,
  type Fetched,
  type Reach,
  type ReachOf,
} from '@cloudbank/hosts/fetching'
import type { HostStore } from './hostStore'

/** Fetches an address within what is allowed. */
export type Fetching = (
  address: string,
  options: { readonly reachOf: ReachOf; readonly signal: AbortSignal },
) => Promise<Fetched>

/** Addresses that are fetched at a time; further ones wait. */
const AT_ONCE = 6

/**
 * Fetches pictures and pages for the app, which a browser may not do itself: of hosts that were allowed, and of private
 * networks only where that was allowed too.
 */
export function createFetchService(hosts: HostStore, fetching: Fetching = fetchGuarded): Router {
  const router = Router()
  const turn = turns(AT_ONCE)
  router.use(express.json({ limit: '100kb' }))

  router.get('/hosts', async (_request, response) => {
    response.json(await hosts.read())
  })

  router.put('/hosts', async ({ body }, response) => {
    const rules = HostRules.safeParse(body)
    if (!rules.success) {
      response.status(400).json({ error: rules.error.issues[0]?.message ?? '' })
      return
    }
    await hosts.write(rules.data)
    response.json(rules.data)
  })

  router.post('/', async (request, response) => {
    const order = FetchOrder.safeParse(request.body)
    if (!order.success) {
      response.status(400).json({ error: 'an address is missing', code: 'no-address' })
      return
    }
    const stop = new AbortController()
    response.on('close', () => stop.abort())
    const rules = new Map((await hosts.read()).map(({ host, reach }) => [host, reach]))
    const reachOf = (host: string): Reach => rules.get(host.toLowerCase()) ?? 'none'
    const release = await turn()
    try {
      const { address } = order.data
      const found = await fetching(address, { reachOf, signal: stop.signal })
      response.set(FOUND_AT, encodeURI(found.address))
      // Never as a page: whatever it is, it is data here.
      response.set('Content-Disposition', 'attachment')
      response.type(found.mime === 'text/html' ? 'text/plain' : 'application/octet-stream')
      response.set('X-Mime', found.mime)
      response.send(Buffer.from(found.bytes))
    } catch (error) {
      if (stop.signal.aborted) return
      if (!(error instanceof FetchRefusedError)) throw error
      const { problem } = error
      const host = 'host' in problem ? { host: problem.host } : {}
      response
        .status(422)
        .json({ error: error.message, code: problem.code, ...host } satisfies FetchRefusal)
    } finally {
      release()
    }
  })
  return router
}

/** Lets so many work at a time; each gives its turn back when it ends. */
function turns(atOnce: number): () => Promise<() => void> {
  const waiting: (() => void)[] = []
  let free = atOnce
  const release = (): void => {
    const next = waiting.shift()
    if (next) next()
    else free += 1
  }
  return async () => {
    if (free > 0) free -= 1
    else await new Promise<void>((resolve) => waiting.push(resolve))
    return release
  }
}
