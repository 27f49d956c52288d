import { z } from 'zod'
import { CancelledError } from '@cloudbank/core/engine'
import {
  dataToError,
  type ErrorData,
  type FileSource,
  type Job,
  type JobOptions,
  type JobResults,
} from '../pool'
import { sha256 } from '../pool/sha256'
import type { ClockPort } from '../runs'
import { packKeyedMatte, unpackKeyedMatte } from './matteFile'
import { contentsOf, MadeOrder, orderIdOf, OrderState, PlacedOrder, type Order } from './order'
import { QueueReport } from './report'

type RenderJob = Extract<Job, { kind: 'render' }>

/** The server doesn't answer, or can't take more; what was asked of it can be done here. */
export class ServerAwayError extends Error {
  override readonly name = 'ServerAwayError'
}

/**
 * Brings a content to the server, going on where an earlier try ended.
 *
 * @throws ServerAwayError when it can't be brought, with the reason in words.
 */
export type Upload = (content: Blob, hash: string, signal: AbortSignal | undefined) => Promise<void>

export interface OrderConnection {
  /** The address of the order service, without a slash at its end. */
  readonly base: string
  readonly fetch: typeof fetch
  readonly upload: Upload
  readonly clock: ClockPort
}

/** Work that is done by the server, or by those who work for it. */
export interface ServerOrders {
  /** Who works there and what waits; null where there is no such server. */
  readonly report: () => Promise<QueueReport | null>
  /**
   * Makes the renditions of a shot there. The same job is the same order: one that was made before is only fetched.
   *
   * @throws CancelledError when stopped; ServerAwayError where the server is away; what a worker would throw.
   */
  readonly render: (job: RenderJob, options: JobOptions) => Promise<JobResults['render']>
}

/** Waits between tries while the server doesn't answer, in ms; after the last one it is away. */
const RETRY_MS = [500, 1000, 2000, 4000, 8000] as const
/** Times that an order is placed anew where the server has forgotten it. */
const MAX_PLACED = 5
/** A request that takes longer is lost, in ms; the server answers waiting ones within 20 s. */
const LOST_MS = 40_000
const REPORT_LOST_MS = 3000

const States = z.object({ states: z.record(z.string(), OrderState) })

type Settle = (outcome: OrderState | ServerAwayError | CancelledError) => void

/** The orders of one server. */
export function createServerOrders({ base, fetch, upload, clock }: OrderConnection): ServerOrders {
  /** Whoever waits for an order: two shots of one photograph may wait for the same. */
  const waits = new Map<string, Set<Settle>>()
  let asking: AbortController | null = null
  /** What is on its way, by hash: a picture that many shots name travels once. */
  const underWay = new Map<string, Promise<void>>()

  /**
   * Asks and reads the answer, again and again while there is none or it breaks off.
   *
   * @param read throws where the answer isn't whole.
   * @throws ServerAwayError, CancelledError
   */
  async function ask<T>(
    path: string,
    init: RequestInit,
    read: (response: Response) => Promise<T>,
    signal?: AbortSignal,
  ): Promise<T> {
    for (const wait of [...RETRY_MS, null]) {
      if (signal?.aborted) throw new CancelledError()
      const lost = AbortSignal.timeout(LOST_MS)
      const both = signal ? AbortSignal.any([signal, lost]) : lost
      try {
        const response = await fetch(`${base}${path}`, { ...init, signal: both })
        if (response.status < 500) return await read(response)
      } catch (error) {
        if (signal?.aborted) throw new CancelledError()
        if (error instanceof ServerAwayError) throw error
      }
      if (wait !== null) await clock.sleep(wait, signal ?? new AbortController().signal)
    }
    throw new ServerAwayError('the server doesn’t answer')
  }

  const send = <S extends z.ZodType>(
    path: string,
    body: unknown,
    schema: S,
    signal?: AbortSignal,
  ): Promise<z.output<S>> =>
    ask(
      path,
      {
        method: 'POST',
        headers: { 'Content-Type': 'application/json' },
        body: JSON.stringify(body),
      },
      async (response) => {
        if (!response.ok) throw new ServerAwayError(await response.text())
        return schema.parse(await response.json())
      },
      signal,
    )

  const settleAll = (id: string, outcome: OrderState | ServerAwayError): void => {
    for (const settle of [...(waits.get(id) ?? [])]) settle(outcome)
  }

  /** One question for all orders that are waited for, asked for as long as there are any. */
  async function askAfterAll(): Promise<void> {
    while (waits.size > 0) {
      const mine = new AbortController()
      asking = mine
      try {
        const { states } = await send('/states', { ids: [...waits.keys()] }, States, mine.signal)
        for (const [id, state] of Object.entries(states))
          if (state.kind !== 'waiting' && state.kind !== 'working') settleAll(id, state)
      } catch (error) {
        // There is another order to ask after.
        if (mine.signal.aborted) continue
        const away = error instanceof ServerAwayError ? error : new ServerAwayError(String(error))
        for (const id of [...waits.keys()]) settleAll(id, away)
      }
    }
    asking = null
  }

  /** How an order ended. */
  function ended(id: string, signal: AbortSignal | undefined): Promise<OrderState> {
    return new Promise((resolve, reject) => {
      const settle: Settle = (outcome) => {
        const others = waits.get(id)
        others?.delete(settle)
        if (others?.size === 0) waits.delete(id)
        signal?.removeEventListener('abort', onAbort)
        if (outcome instanceof Error) reject(outcome)
        else resolve(outcome)
      }
      const onAbort = (): void => settle(new CancelledError())
      if (signal?.aborted) return onAbort()
      signal?.addEventListener('abort', onAbort)
      waits.set(id, (waits.get(id) ?? new Set()).add(settle))
      if (asking) asking.abort()
      else void askAfterAll()
    })
  }

  async function bring(
    content: Blob,
    hash: string,
    signal: AbortSignal | undefined,
  ): Promise<void> {
    const known = underWay.get(hash)
    // Where that fails, or is stopped, the server says again that it is missing.
    if (known) return known.catch(() => undefined)
    const mine = upload(content, hash, signal).finally(() => underWay.delete(hash))
    underWay.set(hash, mine)
    await mine
  }

  async function place(
    order: Order,
    contents: ReadonlyMap<string, Blob>,
    signal: AbortSignal | undefined,
  ): Promise<void> {
    for (let tries = 0; tries < MAX_PLACED; tries++) {
      const { missing } = await send('', order, PlacedOrder, signal)
      if (missing.length === 0) return
      for (const hash of missing) await bring(contents.get(hash)!, hash, signal)
    }
    throw new ServerAwayError('the server loses what it is given')
  }

  /** What came of an order; null where the server doesn't have it any more. */
  async function fetchMade(
    id: string,
    signal: AbortSignal | undefined,
  ): Promise<JobResults['render'] | null> {
    const readMade = async (response: Response): Promise<MadeOrder | null> =>
      response.ok ? MadeOrder.parse(await response.json()) : null
    const made = await ask(`/${id}/made`, {}, readMade, signal)
    if (!made) return null
    const bytesOf = (hash: string): Promise<Uint8Array<ArrayBuffer>> =>
      ask(
        `/${id}/made/${hash}`,
        {},
        async (response) => {
          const bytes = new Uint8Array(await response.arrayBuffer())
          if ((await sha256(bytes)) !== hash) throw new Error('the file is damaged')
          return bytes
        },
        signal,
      )
    const files: JobResults['render']['renditions'][number][] = []
    for (const file of made.renditions) files.push({ ...file, bytes: await bytesOf(file.hash) })
    const mattes = made.mattes.map(async (hash) =>
      unpackKeyedMatte(new Blob([await bytesOf(hash)])),
    )
    return { renditions: files, mattes: await Promise.all(mattes), findings: made.findings }
  }

  return {
    report: async () => {
      const response = await fetch(`${base}/report`, {
        signal: AbortSignal.timeout(REPORT_LOST_MS),
      }).catch(() => null)
      const said: unknown = response?.ok ? await response.json().catch(() => null) : null
      return QueueReport.safeParse(said).data ?? null
    },
    render: async (job, { signal, turn }) => {
      const { order, contents } = await orderOf(job, turn ?? ALONE)
      for (let tries = 0; tries < MAX_PLACED; tries++) {
        await place(order, contents, signal)
        const state = await ended(order.id, signal).catch((error: unknown) => {
          if (signal?.aborted)
            void fetch(`${base}/${order.id}`, { method: 'DELETE', keepalive: true }).catch(
              () => null,
            )
          throw error
        })
        if (state.kind === 'failed') throw failureOf(state.error)
        const made = state.kind === 'made' ? await fetchMade(order.id, signal) : null
        if (made) return made
      }
      throw new ServerAwayError('the server forgets what it is asked')
    },
  }
}

/** What a worker can't reach may well be reached from here. */
function failureOf(data: ErrorData): Error {
  const error = dataToError(data)
  return data.kind === 'unreachable' ? new ServerAwayError(error.message) : error
}

const ALONE = { name: '', group: '', urgent: false }

const blobOf = (source: FileSource): Blob =>
  source instanceof Blob ? source : new Blob([source as Uint8Array<ArrayBuffer>]) // never shared

/** A job as an order, and everything that it names by its hash. */
async function orderOf(
  { plan, only = [], source, assets, mattes, look }: RenderJob,
  turn: Pick<Order, 'name' | 'group' | 'urgent'>,
): Promise<{ order: Order; contents: ReadonlyMap<string, Blob> }> {
  const contents = new Map<string, Blob>()
  const name = async (content: Blob): Promise<string> => {
    const hash = await sha256(await content.arrayBuffer())
    contents.set(hash, content)
    return hash
  }
  contents.set(plan.original, blobOf(source))
  for (const asset of assets) contents.set(asset.hash, blobOf(asset.source))
  const order: Order = {
    id: await orderIdOf(plan, only),
    ...turn,
    plan,
    only: [...only],
    source: plan.original,
    assets: assets.map(({ hash }) => hash),
    mattes: await Promise.all(mattes.map(async (matte) => name(await packKeyedMatte(matte)))),
    look: look === null ? null : await name(look),
  }
  return { order, contents: new Map(contentsOf(order).map((hash) => [hash, contents.get(hash)!])) }
}
