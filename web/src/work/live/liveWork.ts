import { isSameListing } from '@cloudbank/core/live'
import { CancelledError } from '@cloudbank/core/engine'
import { withFileWords } from '@cloudbank/core/codec'
import { sha256, UnreachableError } from '@cloudbank/hosts/pool'
import type { Work } from '@cloudbank/hosts/runs'
import {
  FileHash,
  watchTables,
  type Database,
  type GoLive,
  type LiveItem,
  type LivePicture,
} from '../../data'
import { describeError } from '../../notices'
import { strings } from '../strings'
import {
  ChangedMeanwhileError,
  MissingFilesError,
  PicturesRefusedError,
  ShopAwayError,
  type ShopPort,
} from './shopPort'

/** The shop of a `GoLive`, for as long as the signal lets. */
export type PortOf = (live: GoLive, signal: AbortSignal) => ShopPort

/** Puts the products that wait live, one after the other, and keeps what was live before. */
export const liveWork = (portOf: PortOf, db: Database): Work<LiveItem> => ({
  lock: 'live',
  remaining: async () => {
    const running = await db.goLives.where('state').equals('running').sortBy('at')
    const waiting = await Promise.all(
      running.map(({ id }) =>
        db.liveItems
          .where({ goLiveId: id })
          .filter(({ state }) => state === 'waiting')
          .sortBy('id'),
      ),
    )
    return waiting.flat()
  },
  keyOf: ({ id }) => id,
  nameOf: ({ product }) => product,
  goesOn: async () => (await db.goLives.where('state').equals('running').count()) > 0,
  watch: (onChange) => watchTables(db, ['goLives'], onChange),
  process: async (item, signal) => {
    const live = await db.goLives.get(item.goLiveId)
    if (live?.state !== 'running') return
    const port = portOf(live, signal)
    const outcome = await outcomeOf(item, port, db)
    // What the shop has taken is kept, even if it was stopped meanwhile.
    if (signal.aborted && outcome.state !== 'done') throw new CancelledError()
    await keep(item, outcome, db)
  },
})

type Outcome = Pick<LiveItem, 'state' | 'reasons' | 'version'>

async function outcomeOf(item: LiveItem, port: ShopPort, db: Database): Promise<Outcome> {
  try {
    await keepBefore(item, port, db)
    return { state: 'done', reasons: [], version: await put(item, port, db) }
  } catch (error) {
    if (error instanceof CancelledError || error instanceof UnreachableError) throw error
    if (error instanceof PicturesRefusedError)
      return { state: 'refused', reasons: [...error.pictures], version: null }
    const reasons = [{ name: '', reason: describeError(error) }]
    return { state: 'failed', reasons, version: null }
  }
}

/** Brings the files of what is live now, so that it can come back byte for byte. */
async function keepBefore({ before }: LiveItem, port: ShopPort, db: Database): Promise<void> {
  for (const picture of before?.pictures ?? []) {
    const hash = FileHash.parse(picture.hash)
    if (await db.contents.get(hash)) continue
    const blob = await port.file(hash)
    if ((await sha256(await blob.arrayBuffer())) !== hash) throw new ShopAwayError()
    await db.contents.put({ hash, blob })
  }
}

/** @returns the product's version in the shop; null once it is down. */
async function put(item: LiveItem, port: ShopPort, db: Database): Promise<string | null> {
  const { product, next, before } = item
  const replace = async (version: string | null): Promise<string | null> => {
    if (next !== null) return showWithFiles(product, next, version, port, db)
    await port.takeDown(product, version)
    return null
  }
  try {
    return await replace(before?.version ?? null)
  } catch (error) {
    if (!(error instanceof ChangedMeanwhileError)) throw error
    const there = (await port.products()).find(({ id }) => id === product)
    // It may be our own change, whose answer was lost.
    if (next === null && !there) return null
    if (next !== null && there && isSameListing(there, next)) return there.version
    // Changed and changed back, it shows what it is known to show.
    if (before && there && isSameListing(there, before)) return replace(there.version)
    throw error
  }
}

async function showWithFiles(
  product: string,
  next: NonNullable<LiveItem['next']>,
  known: string | null,
  port: ShopPort,
  db: Database,
): Promise<string> {
  const pictures = next.pictures.map(({ name, hash, bytes, alt }) => ({ name, hash, bytes, alt }))
  const show = (): Promise<string> => port.show(product, { title: next.title, pictures }, known)
  try {
    return await show()
  } catch (error) {
    if (!(error instanceof MissingFilesError)) throw error
    for (const picture of next.pictures)
      if (error.hashes.includes(picture.hash))
        await port.giveFile(picture.hash, await contentOf(picture, db))
    return show()
  }
}

/** A picture's bytes as they leave. */
async function contentOf({ name, hash, from }: LivePicture, db: Database): Promise<Blob> {
  const row = await db.contents.get(FileHash.parse(from?.fileHash ?? hash))
  if (!row) throw new Error(strings.isMissingFromThisBrowser(name))
  if (!from?.words) return row.blob
  const bytes = new Uint8Array(await row.blob.arrayBuffer())
  const written = withFileWords(bytes, from.format, from.words)
  return written ? new Blob([written as Uint8Array<ArrayBuffer>]) : row.blob // never shared
}

/** Keeps what came of a product. What the shop refused comes back: its shots are returned, with the reason. */
async function keep(item: LiveItem, outcome: Outcome, db: Database): Promise<void> {
  await db.transaction('rw', db.liveItems, db.goLives, db.shots, async () => {
    await db.liveItems.update(item.id, outcome)
    const left = await db.liveItems
      .where({ goLiveId: item.goLiveId })
      .filter(({ state }) => state === 'waiting')
      .count()
    if (left === 0) await db.goLives.update(item.goLiveId, { state: 'finished' })
    if (outcome.state !== 'refused') return
    for (const { name, reason } of outcome.reasons) {
      const shotId = item.next?.pictures.find((picture) => picture.name === name)?.shotId
      if (shotId)
        await db.shots.update(shotId, {
          verdict: { kind: 'returned', reason: strings.refusedByShop(reason) },
        })
    }
  })
}
