import { systemClock, workThrough } from '@cloudbank/hosts/runs'
import {
  database,
  FileHash,
  type Database,
  type GoLive,
  type LiveItem,
  type Shoot,
  type ShopLink,
} from '../../data'
import { describeError, useNotices } from '../../notices'
import { oneAtATime } from '../oneAtATime'
import { browserPorts } from '../ports'
import { createReporter } from '../reporter'
import { strings } from '../strings'
import { httpShop } from './httpShop'
import { liveWork, type PortOf } from './liveWork'
import type { GoLivePlan } from './planGoLive'
import type { ShopPort } from './shopPort'

export const { useReport: useLiveReport, reporter } = createReporter()

/** Products that are put live at the same time. */
const LANES = 2

/** Where the shop is that ships with the app. */
export const OWN_SHOP = '/shop'

/** The shop, until a person says something of it. */
const NO_LINK: ShopLink = { id: 'shop', address: OWN_SHOP, key: '', by: '' }

/** The shop that pictures are put live in, and who signs for it. */
export const shopLink = async (db: Database = database): Promise<ShopLink> =>
  (await db.shopLinks.get('shop')) ?? NO_LINK

/** Keeps a part of what a person says of the shop. */
export const keepShopLink = (change: Partial<ShopLink>, db: Database = database): Promise<void> =>
  db.transaction('rw', db.shopLinks, async () => {
    await db.shopLinks.put({ ...(await shopLink(db)), ...change })
  })

/** A shop over HTTP. */
export const portFor = (shop: GoLive['shop'], signal: AbortSignal): ShopPort =>
  httpShop({ ...shop, fetch: (...asked) => fetch(...asked), clock: systemClock, signal })

const portOf: PortOf = ({ shop }, signal) => portFor(shop, signal)

/** A file as it is live now: from this browser where it is known, otherwise from the shop. */
export async function liveFile(
  shop: GoLive['shop'],
  hash: string,
  signal: AbortSignal,
): Promise<Blob> {
  const row = await database.contents.get(FileHash.parse(hash))
  return row?.blob ?? portFor(shop, signal).file(hash)
}

/** Puts what a plan changes in line; what is the same in the shop is left alone. */
export function putLive(
  shoot: Shoot,
  { steps, placement }: GoLivePlan,
  link: ShopLink,
  db: Database = database,
): Promise<GoLive | null> {
  const changes = steps.filter(({ kind }) => kind !== 'same')
  return start(
    { shootId: shoot.id, by: link.by, shop: shopIn(link), placement, kind: 'put', of: null },
    changes.map(({ product, next, before }) => ({
      product,
      next: next && { title: next.title, pictures: [...next.pictures] },
      before,
    })),
    db,
  )
}

/**
 * Takes back what was put live: each product is again as it was before, and one that wasn't there is taken down. One
 * that was changed since stays.
 */
export async function takeBack(
  { id, shootId, shop, placement }: GoLive,
  link: ShopLink,
  db: Database = database,
): Promise<GoLive | null> {
  const done = await db.liveItems
    .where({ goLiveId: id })
    .filter(({ state }) => state === 'done')
    .sortBy('id')
  return start(
    {
      shootId,
      by: link.by,
      shop: { ...shop, key: link.key },
      placement,
      kind: 'take-back',
      of: id,
    },
    done.map(({ product, next, before, version }) => ({
      product,
      next: before && {
        title: before.title,
        pictures: before.pictures.map((picture) => ({ ...picture, shotId: null, from: null })),
      },
      before:
        next === null || version === null
          ? null
          : {
              id: product,
              version,
              title: next.title,
              pictures: next.pictures.map(({ name, hash, bytes, alt }) => ({
                name,
                hash,
                bytes,
                alt,
              })),
            },
    })),
    db,
  )
}

const shopIn = ({ address, key }: ShopLink): GoLive['shop'] => ({ address, key })

async function start(
  what: Omit<GoLive, 'id' | 'at' | 'state'>,
  products: readonly Pick<LiveItem, 'product' | 'next' | 'before'>[],
  db: Database,
): Promise<GoLive | null> {
  if (products.length === 0) return null
  const live: GoLive = { id: crypto.randomUUID(), at: Date.now(), state: 'running', ...what }
  await db.transaction('rw', db.goLives, db.liveItems, async () => {
    await db.goLives.add(live)
    await db.liveItems.bulkAdd(
      products.map((one, i) => ({
        id: `${live.id}/${String(i).padStart(6, '0')}`,
        goLiveId: live.id,
        shootId: live.shootId,
        ...one,
        state: 'waiting',
        reasons: [],
        version: null,
      })),
    )
  })
  return live
}

/** Holds what is being put live, or lets it go on; a product that is under way is finished or left as it was. */
export const holdLive = (id: string, held: boolean, db: Database = database): Promise<unknown> =>
  db.goLives
    .where('id')
    .equals(id)
    .filter(({ state }) => state !== 'finished')
    .modify({ state: held ? 'paused' : 'running' })

/** Ends it for good: what waits stays as it is in the shop, and what is done can be taken back. */
export const stopLive = (id: string, db: Database = database): Promise<void> =>
  db.transaction('rw', db.goLives, db.liveItems, async () => {
    await db.goLives.update(id, { state: 'finished' })
    await db.liveItems
      .where({ goLiveId: id })
      .filter(({ state }) => state === 'waiting')
      .modify({ state: 'failed', reasons: [{ name: '', reason: strings.stoppedByHand }] })
  })

/** Puts live what waits. Called whenever there is something. */
export const continueLive = oneAtATime(async () => {
  try {
    const ports = { ...browserPorts(reporter), lanes: LANES }
    await workThrough(liveWork(portOf, database), ports)
  } catch (error) {
    useNotices.getState().need(strings.puttingLiveStopped(describeError(error)))
  }
})
