import 'fake-indexeddb/auto'
import { afterEach, beforeEach, describe, expect, test } from 'vitest'
import { CancelledError } from '@cloudbank/core/engine'
import { isSameListing, type ShopListing, type ShopProduct } from '@cloudbank/core/live'
import { placesOf } from '@cloudbank/core/outlets'
import { shotRow } from '@cloudbank/core/shoot/testing'
import { sha256 } from '@cloudbank/hosts/pool'
import { createProcessLock, silentReporter, workThrough } from '@cloudbank/hosts/runs'
import {
  FileHash,
  openDatabase,
  sweep,
  type Database,
  type GoLive,
  type ShopLink,
  type Shot,
} from '../../data'
import { mugs, products, viewOf, withOutlets, shop as outlet } from '../delivery/delivered.testing'
import { planDelivery } from '../model'
import { holdLive, putLive, stopLive, takeBack } from './goLives'
import { httpShop } from './httpShop'
import { liveWork } from './liveWork'
import { planGoLive } from './planGoLive'
import {
  ChangedMeanwhileError,
  MissingFilesError,
  PicturesRefusedError,
  ShopAwayError,
  ShopKeyError,
  type ShopPort,
} from './shopPort'

const LINK: ShopLink = { id: 'shop', address: '/shop', key: 'k', by: 'Mira' }

/** A shop in memory that can be made to behave badly. */
class PlayedShop implements ShopPort {
  readonly live = new Map<string, ShopProduct>()
  readonly files = new Map<string, Blob>()
  /** Called before every request; throws to fail it. */
  before: (what: string) => void | Promise<void> = () => undefined
  /** Called after every change; throws to lose the answer. */
  after: () => void = () => undefined
  refuses: (name: string) => string | null = () => null
  #version = 0

  async products(): Promise<readonly ShopProduct[]> {
    await this.before('products')
    return [...this.live.values()]
  }
  async file(hash: string): Promise<Blob> {
    await this.before('file')
    const blob = this.files.get(hash)
    if (!blob) throw new ShopAwayError()
    return blob
  }
  async giveFile(hash: string, content: Blob): Promise<void> {
    await this.before('giveFile')
    expect(await sha256(await content.arrayBuffer())).toBe(hash)
    this.files.set(hash, content)
  }
  async show(id: string, listing: ShopListing, version: string | null): Promise<string> {
    await this.before('show')
    if ((this.live.get(id)?.version ?? null) !== version) throw new ChangedMeanwhileError()
    const missing = listing.pictures.map(({ hash }) => hash).filter((one) => !this.files.has(one))
    if (missing.length > 0) throw new MissingFilesError(missing)
    const refused = listing.pictures.flatMap(({ name }) => {
      const reason = this.refuses(name)
      return reason ? [{ name, reason }] : []
    })
    if (refused.length > 0) throw new PicturesRefusedError(refused)
    const next = String(++this.#version)
    this.live.set(id, { id, version: next, ...listing })
    this.after()
    return next
  }
  async takeDown(id: string, version: string | null): Promise<void> {
    await this.before('takeDown')
    if ((this.live.get(id)?.version ?? null) !== version) throw new ChangedMeanwhileError()
    this.live.delete(id)
    this.after()
  }
  /** What shoppers see, with the bytes of the files. */
  async seen(): Promise<unknown> {
    const all = [...this.live.values()].sort((a, b) => a.id.localeCompare(b.id))
    return Promise.all(
      all.map(async ({ id, title, pictures }) => ({
        id,
        title,
        pictures: await Promise.all(
          pictures.map(async (one) => [one.name, one.alt, await this.files.get(one.hash)?.text()]),
        ),
      })),
    )
  }
}

let db: Database
let shop: PlayedShop
beforeEach(() => {
  db = openDatabase(`test-${crypto.randomUUID()}`)
  shop = new PlayedShop()
})
afterEach(() => db.delete())

const cup = shotRow('cup', { sku: 'C-1', angle: 'front', order: 3, fileName: 'DSC_3.jpg' })
const SHOTS: readonly Shot[] = [...mugs, cup]

/** A made shoot of two products whose files are in the database, each with its own bytes. */
async function madeShoot(bytes = 'pixels', shots = SHOTS) {
  const view = viewOf(shots, withOutlets(outlet))
  const renditions = new Map(
    await Promise.all(
      [...view.renditions].map(async ([slot, row]) => {
        const blob = new Blob([`${bytes} of ${row.shotId} ${row.placementId}`])
        const fileHash = FileHash.parse(await sha256(await blob.arrayBuffer()))
        await db.contents.put({ hash: fileHash, blob })
        return [slot, { ...row, fileHash, bytes: blob.size }] as const
      }),
    ),
  )
  for (const shot of shots) await db.shots.put(shot)
  return { ...view, renditions, products }
}
type View = Awaited<ReturnType<typeof madeShoot>>

const planned = (view: View) =>
  planGoLive(view as never, planDelivery(view), placesOf([outlet])[0]!.planned.id, shop, db)

/** Works until nothing is left to do. */
const work = (sleeps?: (ms: number) => void): Promise<unknown> =>
  workThrough(
    liveWork(() => shop, db),
    {
      lock: createProcessLock(),
      clock: {
        now: () => 0,
        sleep: (ms) => {
          sleeps?.(ms)
          return Promise.resolve()
        },
      },
      reporter: silentReporter,
      lanes: 1,
    },
  )

async function put(view: View): Promise<GoLive> {
  const live = await putLive(view.shoot, await planned(view), LINK, db)
  await work()
  return (await db.goLives.get(live!.id))!
}
const states = async (live: GoLive): Promise<string[]> =>
  (await db.liveItems.where({ goLiveId: live.id }).sortBy('id')).map(
    ({ product, state }) => `${product} ${state}`,
  )

describe('putting live', () => {
  test('shows whole products in order, and then has nothing to do', async () => {
    const view = await madeShoot()
    const live = await put(view)
    expect(live).toMatchObject({
      state: 'finished',
      by: 'Mira',
      placement: `${outlet.name}, ${outlet.placements[0]!.name}`,
    })
    expect(await states(live)).toEqual(['C-1 done', 'M-1 done'])
    expect(
      [...shop.live.values()].map(({ id, title, pictures }) => [id, title, pictures.length]),
    ).toEqual([
      ['C-1', 'C-1', 1],
      ['M-1', 'Mug, "tin"', 3],
    ])
    const again = await planned(view)
    expect(again.steps.map(({ kind }) => kind)).toEqual(['same', 'same'])
    expect(await putLive(view.shoot, again, LINK, db)).toBeNull()
  })

  test('holds back a product with a picture that isn’t ready or was returned, as a whole', async () => {
    const view = await madeShoot()
    const [first, ...rest] = view.shots
    const returned = { ...first!, verdict: { kind: 'returned', reason: 'dust' } } as Shot
    const one = await planned({ ...view, shots: [returned, ...rest] })
    expect(one.steps.map(({ product }) => product)).toEqual(['C-1'])
    expect(one.heldBack.map(({ product }) => product)).toEqual(['M-1'])
    expect(one.heldBack[0]!.reason).toMatch(/was returned/)
    const missing = new Map([...view.renditions].filter(([, { shotId }]) => shotId !== cup.id))
    const other = await planned({ ...view, renditions: missing })
    expect(
      other.heldBack.map(({ product, reason }) => [product, reason.replace(/^\S+ /, '')]),
    ).toEqual([['C-1', 'isn’t made, or is out of date']])
  })

  test('what was live before comes back byte for byte, and what was not there goes', async () => {
    const old = new Blob(['old bytes'])
    const hash = await sha256(await old.arrayBuffer())
    shop.files.set(hash, old)
    const pictures = [{ name: 'old.jpg', hash, bytes: old.size, alt: 'Old mug' }]
    shop.live.set('M-1', { id: 'M-1', version: 'first', title: 'Old', pictures })
    const before = await shop.seen()
    const view = await madeShoot()
    const live = await put(view)
    const after = await shop.seen()
    expect(after).not.toEqual(before)
    // The shop forgets what it doesn't show, and the browser frees what nothing names.
    shop.files.delete(hash)
    await sweep(db)
    const back = await takeBack(live, LINK, db)
    await work()
    expect(await states(back!)).toEqual(['C-1 done', 'M-1 done'])
    expect(await shop.seen()).toEqual(before)
    // Taking back can be taken back.
    await takeBack(back!, LINK, db)
    await work()
    expect(await shop.seen()).toEqual(after)
  })

  test('takes down what the shoot no longer has, and nothing of others', async () => {
    await put(await madeShoot())
    shop.live.set('X', { id: 'X', version: 'x', title: 'of another', pictures: [] })
    const { steps } = await planned(await madeShoot('pixels', mugs))
    expect(steps.map(({ product, kind }) => `${product} ${kind}`)).toEqual(['M-1 same', 'C-1 down'])
    await putLive(
      (await madeShoot('pixels', mugs)).shoot,
      { steps, placement: '', heldBack: [], withoutProduct: 0 },
      LINK,
      db,
    )
    await work()
    expect([...shop.live.keys()]).toEqual(['M-1', 'X'])
  })

  test('a refused picture returns its shot with the reason, and the product stays as it was', async () => {
    shop.refuses = (name) => (/C-1|DSC_3|cup/i.test(name) ? 'too dark' : null)
    const live = await put(await madeShoot())
    expect(await states(live)).toEqual(['C-1 refused', 'M-1 done'])
    expect([...shop.live.keys()]).toEqual(['M-1'])
    expect((await db.shots.get(cup.id))?.verdict).toEqual({
      kind: 'returned',
      reason: 'refused by the shop: too dark',
    })
    expect((await db.shots.get(mugs[0]!.id))?.verdict).toBeNull()
  })

  test('a product that somebody changed meanwhile is left alone', async () => {
    const view = await madeShoot()
    const plan = await planned(view)
    shop.live.set('M-1', { id: 'M-1', version: 'theirs', title: 'Theirs', pictures: [] })
    const live = await putLive(view.shoot, plan, LINK, db)
    await work()
    expect(await states(live!)).toEqual(['C-1 done', 'M-1 failed'])
    expect(shop.live.get('M-1')?.title).toBe('Theirs')
    // One that was changed after it was put live isn't taken back, either.
    shop.live.set('C-1', { ...shop.live.get('C-1')!, version: 'theirs, too', title: 'Theirs' })
    const back = await takeBack(live!, LINK, db)
    await work()
    expect(await states(back!)).toEqual(['C-1 failed'])
    expect(shop.live.has('C-1')).toBe(true)
  })

  test('what was changed and changed back since is taken back all the same', async () => {
    const live = await put(await madeShoot())
    for (const [id, product] of shop.live) shop.live.set(id, { ...product, version: `${id} again` })
    const back = await takeBack(live, LINK, db)
    await work()
    expect(await states(back!)).toEqual(['C-1 done', 'M-1 done'])
    expect(shop.live.size).toBe(0)
  })

  test('goes on through failures and lost answers, product by product', async () => {
    const view = await madeShoot()
    const plan = await planned(view)
    let requests = 0
    let lost = 0
    shop.before = () => {
      if (++requests % 3 === 0) throw new ShopAwayError()
    }
    shop.after = () => {
      if (++lost % 2 === 1) throw new ShopAwayError()
    }
    const live = await putLive(view.shoot, plan, LINK, db)
    const sleeps: number[] = []
    await work((ms) => sleeps.push(ms))
    expect(await states(live!)).toEqual(['C-1 done', 'M-1 done'])
    expect(sleeps.length).toBeGreaterThan(0)
    shop.before = () => undefined
    for (const { product, next } of plan.steps)
      expect(isSameListing(shop.live.get(product)!, next!)).toBe(true)
  })

  test('ended at any request and begun again, it does each product once', async () => {
    const view = await madeShoot()
    const changes: string[] = []
    for (let end = 1; end < 14; end++) {
      shop = new PlayedShop()
      await db.liveItems.clear()
      await db.goLives.clear()
      let requests = 0
      shop.before = () => {
        if (++requests === end) throw new CancelledError()
      }
      const live = await putLive(
        view.shoot,
        await planned(view).catch(() => planned(view)),
        LINK,
        db,
      )
      await work()
      await work()
      expect(await states(live!)).toEqual(['C-1 done', 'M-1 done'])
      changes.push([...shop.live.values()].map(({ version }) => version).join())
    }
    expect(new Set(changes)).toEqual(new Set(['1,2']))
  })

  test('is stopped for good: what is done stays, what waits is left alone', async () => {
    const view = await madeShoot()
    const live = await putLive(view.shoot, await planned(view), LINK, db)
    shop.before = async (what) => {
      if (what === 'show' && shop.live.size === 1) await stopLive(live!.id, db)
    }
    await work()
    expect((await db.goLives.get(live!.id))?.state).toBe('finished')
    expect((await states(live!))[0]).toBe('C-1 done')
    expect((await states(live!)).some((one) => one.endsWith('waiting'))).toBe(false)
    await work()
    expect(shop.live.has('C-1')).toBe(true)
  })

  test('is held and let go on', async () => {
    const view = await madeShoot()
    const live = await putLive(view.shoot, await planned(view), LINK, db)
    shop.before = async (what) => {
      if (what === 'show') await holdLive(live!.id, true, db)
    }
    await work()
    expect((await states(live!)).filter((one) => one.endsWith('waiting')).length).toBeGreaterThan(0)
    shop.before = () => undefined
    await holdLive(live!.id, false, db)
    await work()
    expect(await states(live!)).toEqual(['C-1 done', 'M-1 done'])
  })
})

describe('a shop over HTTP', () => {
  const HASH = 'a'.repeat(64)
  const connected = (answers: (Response | Error)[], sleeps: number[] = []): ShopPort =>
    httpShop({
      address: '/shop',
      key: 'k',
      clock: {
        now: () => 0,
        sleep: (ms) => {
          sleeps.push(ms)
          return Promise.resolve()
        },
      },
      signal: new AbortController().signal,
      fetch: () => {
        const answer = answers.shift()!
        return answer instanceof Error ? Promise.reject(answer) : Promise.resolve(answer)
      },
    })
  const json = (status: number, body: unknown): Response => Response.json(body, { status })

  test('waits as long as it is told', async () => {
    const sleeps: number[] = []
    const busy = (): Response => new Response('', { status: 429, headers: { 'Retry-After': '7' } })
    expect(await connected([busy(), busy(), json(200, [])], sleeps).products()).toEqual([])
    expect(sleeps).toEqual([7000, 7000])
  })

  test.each<[string, Response | Error, unknown]>([
    ['is away', new TypeError('no network'), ShopAwayError],
    ['fails', json(503, {}), ShopAwayError],
    ['answers with half', new Response('[{"id":'), ShopAwayError],
    ['answers with a page', new Response('<html>'), ShopAwayError],
    ['doesn’t know the key', json(401, {}), ShopKeyError],
  ])('that %s says so', async (_what, answer, error) => {
    await expect(connected([answer]).products()).rejects.toThrow(error as typeof Error)
  })

  test('says no in words of its own: it is not asked for ever', async () => {
    const says = connected([json(400, { error: 'the title is too long' }), json(404, {})])
    await expect(says.show('mug', { title: '', pictures: [] }, null)).rejects.toThrow(
      'the title is too long',
    )
    await expect(says.file(HASH)).rejects.toThrow('the shop doesn’t take it')
  })

  test('tells refusals apart', async () => {
    const show = (answer: Response): Promise<unknown> =>
      connected([answer]).show('mug', { title: '', pictures: [] }, null)
    await expect(show(json(409, { kind: 'missing', hashes: [HASH] }))).rejects.toThrow(
      MissingFilesError,
    )
    await expect(show(json(412, { kind: 'changed-meanwhile' }))).rejects.toThrow(
      ChangedMeanwhileError,
    )
    await expect(
      show(json(422, { kind: 'refused', pictures: [{ name: 'a', reason: 'b' }] })),
    ).rejects.toMatchObject({ pictures: [{ name: 'a', reason: 'b' }] })
  })
})
