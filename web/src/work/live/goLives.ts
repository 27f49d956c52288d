import { workThrough } from '@cloudbank/hosts/runs'
import { systemClock } from '@cloudbank/hosts/runs'
import {
  database,
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

export const { useReport: useLiveReport, reporter } = createReporter()

/** Products that are put live at the same time. */
const LANES = 2

/** Where the shop is that ships with the app. */
export const OWN_SHOP = '/shop'

/** A shop over HTTP. */
export const shopOf: PortOf = ({ shop }, signal) =>
  httpShop({ ...shop, fetch: (...asked) => fetch(...asked), clock: systemClock, signal })

/** Puts what a plan changes in line; what is the same in the shop is left alone. */
export function putLive(
  shoot: Shoot,
  { steps, outlet }: GoLivePlan,
  link: ShopLink,
  db: Database = database,
): Promise<GoLive | null> {
  const changes = steps.filter(({ kind }) => kind !== 'same')
  return start(
    { shootId: shoot.id, by: link.by, shop: shopIn(link), outlet, kind: 'put', of: null },
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
  { id, shootId, shop, outlet }: GoLive,
  link: ShopLink,
  db: Database = database,
): Promise<GoLive | null> {
  const done = await db.liveItems
    .where({ goLiveId: id })
    .filter(({ state }) => state === 'done')
    .sortBy('id')
  return start(
    { shootId, by: link.by, shop: { ...shop, key: link.key }, outlet, kind: 'take-back', of: id },
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

/** Puts live what waits. Called whenever there is something. */
export const continueLive = oneAtATime(async () => {
  try {
    const ports = { ...browserPorts(reporter), lanes: LANES }
    await workThrough(liveWork(shopOf, database), ports)
  } catch (error) {
    useNotices.getState().need(strings.puttingLiveStopped(describeError(error)))
  }
})
