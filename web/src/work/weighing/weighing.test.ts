import 'fake-indexeddb/auto'
import { afterEach, beforeEach, describe, expect, test } from 'vitest'
import { FileError } from '@cloudbank/core/codec'
import { WeighOptions } from '@cloudbank/core/weigh'
import type { JobResults } from '@cloudbank/hosts/pool'
import { workThrough } from '@cloudbank/hosts/runs'
import { openDatabase, type Database } from '../../data'
import { playedJobs, playedTab } from '../played.testing'
import type { layOut } from './layOut'
import { AddressRefusedError, type FoundAddress } from './fetchAddress'
import { gatherAddresses } from './gatherAddresses'
import { gatherFiles } from './gatherFiles'
import { deleteWeighIn, restoreWeighIn, startWeighIn, weighAgain } from './weighIns'
import { weighWork } from './weighWork'

const OPTIONS = WeighOptions.parse({})
const PAGE = 'https://shop.example/pots/'

let db: Database
beforeEach(() => {
  db = openDatabase(`test-${crypto.randomUUID()}`)
})
afterEach(() => db.delete())

/** A network of two pictures on a page; whatever else is asked for is refused. */
const network = (address: string): Promise<FoundAddress> => {
  const html = '<title>Pots</title><img src="a.jpg" width="100"><img src="gone.jpg">'
  if (address === PAGE)
    return Promise.resolve({ address, mime: 'text/html', blob: new Blob([html]) })
  if (address === `${PAGE}a.jpg`)
    return Promise.resolve({ address, mime: 'image/jpeg', blob: new Blob(['picture a']) })
  return Promise.reject(new AddressRefusedError(`${address} answers 404.`, null))
}

/** A world that lays nothing out. */
const WORLD = { fetching: network, laying: () => Promise.resolve([]) }

const RESULT: JobResults['weigh'] = {
  facts: {
    type: 'jpeg',
    width: 800,
    height: 600,
    bytes: 9000,
    qualityPct: 90,
    ballastBytes: 0,
    profile: null,
    kind: 'photograph',
  },
  made: [
    {
      way: 'shown',
      type: 'webp',
      width: 200,
      height: 150,
      likeness: 0.99,
      bytes: new Uint8Array([1, 2, 3]),
      hash: 'f'.repeat(64),
    },
  ],
}

describe('what is to be weighed', () => {
  test('of a page: its pictures, to be fetched when their turn comes', async () => {
    const gathered = await gatherAddresses([PAGE], OPTIONS, WORLD)
    expect(gathered).toMatchObject({ name: 'Pots', otherBytes: 68 })
    expect(gathered.pictures).toMatchObject([
      { path: 'pots/a.jpg', address: `${PAGE}a.jpg`, blob: null, use: { shownWidthPx: 100 } },
      { path: 'pots/gone.jpg', address: `${PAGE}gone.jpg`, blob: null },
    ])
  })

  test('of an address of a picture: that picture', async () => {
    const { pictures, otherBytes } = await gatherAddresses([`${PAGE}a.jpg`], OPTIONS, WORLD)
    expect(pictures.map(({ path, use, blob }) => [path, use, blob?.size])).toEqual([
      ['pots/a.jpg', null, 9],
    ])
    expect(otherBytes).toBeNull()
  })

  test('of files: those that are pictures, shown as a page among them says, and those it misses', async () => {
    const at = (path: string, content: string): File =>
      Object.assign(new File([content], path.split('/').at(-1)!), { path: `./${path}` })
    const laying: typeof layOut = ({ address, sheets }) => {
      expect([...sheets]).toEqual([['file:///shop/look.css', 'body{}']])
      const a = new URL('i/a.jpg', address).href
      return Promise.resolve([
        { address: a, widthPx: 75, heightPx: 60, topPx: 900, isBackground: false },
      ])
    }
    const { name, pictures, otherBytes } = await gatherFiles(
      [
        at(
          'shop/index.html',
          '<title>Shop</title><link rel=stylesheet href="look.css"><img src="i/a.jpg" width="50"><img src="b.png">',
        ),
        at('shop/i/a.jpg', 'a'),
        at('shop/notes.txt', 'no picture'),
        at('shop/look.css', 'body{}'),
      ],
      OPTIONS,
      { ...WORLD, laying },
    )
    expect(name).toBe('Shop')
    // The page and its style sheet; the notes are no part of it.
    expect(otherBytes).toBe(109)
    expect(
      pictures.map(({ path, use, problem }) => [path, use?.shownWidthPx ?? null, problem]),
    ).toEqual([
      ['shop/i/a.jpg', 75, null],
      ['shop/b.png', null, 'The page shows it, but it is not among the files.'],
    ])
  })

  test('of something that only looks like a recording: an error that names it', async () => {
    await expect(gatherFiles([new File(['{}'], 'page.har')], OPTIONS, WORLD)).rejects.toThrow(
      'page.har is not a recording of a page (HAR).',
    )
  })
})

describe('weighing', () => {
  const begin = async () =>
    startWeighIn(
      await gatherAddresses([PAGE], OPTIONS, WORLD),
      { kind: 'addresses', addresses: [PAGE] },
      OPTIONS,
      null,
      db,
    )

  test('fetches, rewrites and keeps; what can’t be had says why, and the rest goes on', async () => {
    const { id } = await begin()
    const jobs = playedJobs(() => RESULT)
    await workThrough(weighWork(jobs, db, network), playedTab())
    expect(jobs.asked.map(({ job }) => job)).toMatchObject([
      { kind: 'weigh', use: { shownWidthPx: 100 }, options: OPTIONS },
    ])
    const [first, second] = await db.weighed.toArray()
    expect(first).toMatchObject({
      state: 'weighed',
      facts: { bytes: 9000 },
      made: [{ way: 'shown', bytes: 3, fileHash: 'f'.repeat(64) }],
      problem: null,
    })
    expect(second).toMatchObject({
      state: 'failed',
      facts: null,
      problem: `${PAGE}gone.jpg answers 404.`,
    })
    expect(await db.weighedFiles.toCollection().primaryKeys()).toEqual([`${id}/${'f'.repeat(64)}`])
    expect((await db.weighIns.get(id))!.workedMs).toBeGreaterThan(0)
  })

  test('a file that is no picture says so', async () => {
    await begin()
    const jobs = playedJobs(() => new FileError({ code: 'not-a-picture', bytes: 9 }))
    await workThrough(weighWork(jobs, db, network), playedTab())
    expect((await db.weighed.toArray())[0]).toMatchObject({
      state: 'failed',
      problem: new FileError({ code: 'not-a-picture', bytes: 9 }).message,
    })
  })

  test('that was held goes on later with what is left', async () => {
    await begin()
    await db.holds.put({ id: 'weighing', held: true })
    const jobs = playedJobs(() => RESULT)
    expect(await workThrough(weighWork(jobs, db, network), playedTab())).toBe('held')
    expect(jobs.asked).toEqual([])
    await db.holds.put({ id: 'weighing', held: false })
    await workThrough(weighWork(jobs, db, network), playedTab())
    expect(await db.weighed.where('state').equals('waiting').count()).toBe(0)
  })

  test('one that was deleted meanwhile keeps nothing; put back, it is whole', async () => {
    const weighIn = await begin()
    await workThrough(
      weighWork(
        playedJobs(() => RESULT),
        db,
        network,
      ),
      playedTab(),
    )
    const kept = await db.weighed.toArray()
    const whole = await deleteWeighIn((await db.weighIns.get(weighIn.id))!, db)
    expect([
      await db.weighIns.count(),
      await db.weighed.count(),
      await db.weighedFiles.count(),
    ]).toEqual([0, 0, 0])
    await restoreWeighIn(whole, db)
    expect((await db.weighed.toArray()).map(({ id, state }) => [id, state])).toEqual(
      kept.map(({ id, state }) => [id, state]),
    )
    expect(await db.weighedFiles.count()).toBe(1)
  })

  test('again is not possible for files that are not here any more', async () => {
    const one = await startWeighIn(
      { name: 'x', pictures: [], otherBytes: null },
      { kind: 'files' },
      OPTIONS,
      null,
      db,
    )
    expect(await weighAgain(one, db)).toBeNull()
  })
})
