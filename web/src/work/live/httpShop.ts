import { z } from 'zod'
import { ShopProduct, ShopRefusal } from '@cloudbank/core/live'
import { CancelledError } from '@cloudbank/core/engine'
import type { ClockPort } from '@cloudbank/hosts/runs'
import {
  ChangedMeanwhileError,
  MissingFilesError,
  PicturesRefusedError,
  ShopAwayError,
  ShopDeclinesError,
  ShopKeyError,
  type ShopPort,
} from './shopPort'
import { strings } from '../strings'

export interface ShopConnection {
  /** Where the shop is, without a slash at its end. */
  readonly address: string
  readonly key: string
  readonly fetch: typeof fetch
  readonly clock: ClockPort
  readonly signal: AbortSignal
}

/** An answer that takes longer is not waited for, in ms. */
const LOST_MS = 30_000
/** Times that a shop may ask to be left alone for a moment. */
const MAX_WAITS = 20
const DEFAULT_WAIT_MS = 1000
/** By which a shop refuses a product, with what is wrong. */
const REFUSALS: ReadonlySet<number> = new Set([409, 412, 422])
const Said = z.object({ error: z.string() })
/** The version of a product that isn't there. */
const NONE = 'none'

/** A shop over HTTP, as the one that ships with the app. */
export function httpShop({ address, key, fetch, clock, signal }: ShopConnection): ShopPort {
  async function ask(path: string, init: RequestInit = {}): Promise<Response> {
    for (let waits = 0; waits < MAX_WAITS; waits++) {
      if (signal.aborted) throw new CancelledError()
      const headers = { ...init.headers, Authorization: `Bearer ${key}` }
      const either = AbortSignal.any([signal, AbortSignal.timeout(LOST_MS)])
      const response = await fetch(`${address}/api${path}`, {
        ...init,
        headers,
        signal: either,
      }).catch((cause: unknown) => {
        if (signal.aborted) throw new CancelledError()
        throw new ShopAwayError({ cause })
      })
      if (response.status === 401) throw new ShopKeyError()
      if (response.status >= 500) throw new ShopAwayError()
      if (response.status !== 429) return response
      const seconds = Number(response.headers.get('Retry-After'))
      await clock.sleep(seconds > 0 ? seconds * 1000 : DEFAULT_WAIT_MS, signal)
    }
    throw new ShopAwayError()
  }

  /** What the shop says in JSON; one that breaks off or says something else is as good as away. */
  async function read<T>(response: Response, schema: z.ZodType<T>): Promise<T> {
    try {
      return schema.parse(await response.json())
    } catch (cause) {
      throw new ShopAwayError({ cause })
    }
  }

  /** An answer that is no refusal of the protocol is the shop's own no, as it words it. */
  async function declined(response: Response): Promise<never> {
    const said = Said.safeParse(await response.json().catch(() => null))
    throw new ShopDeclinesError(said.success ? said.data.error : strings.shopDeclines)
  }

  async function refused(response: Response): Promise<never> {
    if (!REFUSALS.has(response.status)) return declined(response)
    const refusal = await read(response, ShopRefusal)
    switch (refusal.kind) {
      case 'missing':
        throw new MissingFilesError(refusal.hashes)
      case 'refused':
        throw new PicturesRefusedError(refusal.pictures)
      case 'changed-meanwhile':
        throw new ChangedMeanwhileError()
    }
  }

  const at = (product: string): string => `/products/${encodeURIComponent(product)}`
  const ofVersion = (version: string | null) => ({ 'If-Match': version ?? NONE })

  return {
    products: async () => {
      const response = await ask('/products')
      if (!response.ok) throw new ShopAwayError()
      return read(response, z.array(ShopProduct))
    },
    file: async (hash) => {
      const response = await ask(`/files/${hash}`)
      if (!response.ok) return declined(response)
      return response.blob().catch((cause: unknown) => {
        throw new ShopAwayError({ cause })
      })
    },
    giveFile: async (hash, content) => {
      const response = await ask(`/files/${hash}`, { method: 'PUT', body: content })
      // What arrived damaged is sent again.
      if (response.status === 400) throw new ShopAwayError()
      if (!response.ok) await declined(response)
    },
    show: async (product, listing, version) => {
      const response = await ask(at(product), {
        method: 'PUT',
        headers: { ...ofVersion(version), 'Content-Type': 'application/json' },
        body: JSON.stringify(listing),
      })
      if (!response.ok) return refused(response)
      return (await read(response, ShopProduct)).version
    },
    takeDown: async (product, version) => {
      const response = await ask(at(product), { method: 'DELETE', headers: ofVersion(version) })
      if (!response.ok) await refused(response)
    },
  }
}
