import { shootId } from '@cloudbank/core/shoot/testing'
import 'fake-indexeddb/auto'
import { BlobReader, BlobWriter, TextReader, ZipWriter } from '@zip.js/zip.js'
import { afterEach, beforeEach, describe, expect, test, vi } from 'vitest'
import { FileError } from '@cloudbank/core/codec'
import { WorkerLostError, type Job, type JobResults } from '@cloudbank/hosts/pool'
import { createProcessLock, workThrough, type Outcome } from '@cloudbank/hosts/runs'
import { newShootId, openDatabase, type Database } from '../../data'
import { fullDatabase, playedJobs, playedTab, type PlayedJobs } from '../played.testing'
import { intakeWork } from './intakeWork'
import { keepingTabs, nameLost, takeIn } from './takeIn'
import { removeHeld, stopIntake } from './takeOut'

const SHOOT = shootId('s')

let db: Database
beforeEach(() => {
  db = openDatabase(`test-${crypto.randomUUID()}`)
})
afterEach(() => db.delete())

/** Looks at a file as a worker would: what it holds is its hash; “bad” is no picture. */
async function looks(job: Job): Promise<JobResults['inspect'] | Error> {
  if (job.kind !== 'inspect') throw new TypeError('only looking is played')
  const text = await (job.source as Blob).text()
  if (text === 'bad') return new FileError({ code: 'damaged' })
  return {
    hash: `hash of ${text}`,
    facts: { type: 'jpeg', width: 30, height: 20, bytes: text.length },
    preview: { bytes: new Uint8Array([1, 2]), width: 30, height: 20 },
  }
}

function lookingJobs(): PlayedJobs {
  const jobs = playedJobs()
  const { run } = jobs
  return {
    asked: jobs.asked,
    run: (async (job: Job, options = {}) => {
      const asked = run(job as never, options)
      const { finish, fail } = jobs.asked.at(-1)!
      const found = await looks(job)
      if (found instanceof Error) fail(found)
      else finish(found)
      return asked
    }) as PlayedJobs['run'], // of each kind its own result
  }
}

const file = (fileName: string, text: string, known: object = {}) => ({
  fileName,
  blob: new Blob([text]),
  ...known,
})
const takeInHere = (shoot: typeof SHOOT, files: Parameters<typeof takeIn>[1], to: Database) =>
  takeIn(shoot, files, 'tab', to)
const work = (jobs = lookingJobs(), tab = playedTab()): Promise<Outcome> =>
  workThrough(
    intakeWork(jobs, db, () => undefined),
    tab,
  )
const shotNames = async (): Promise<string[]> =>
  (await db.shots.orderBy('id').sortBy('order')).map(({ fileName }) => fileName)
const refusals = async (): Promise<string[]> =>
  (await db.refusals.toArray()).map(({ fileName, reason }) => `${fileName}: ${reason}`)

describe('taking in', () => {
  test('good files become shots in their order, bad ones are named with the reason', async () => {
    await takeInHere(SHOOT, [file('b.jpg', 'b'), file('broken.jpg', 'bad'), file('a.jpg', 'a')], db)
    expect(await work()).toBe('finished')
    expect(await shotNames()).toEqual(['b.jpg', 'a.jpg'])
    expect(await refusals()).toEqual([`broken.jpg: ${new FileError({ code: 'damaged' }).message}`])
    expect(await db.arrivals.count()).toBe(0)
    expect(await (await db.originals.toArray())[0]?.blob.text()).toBe('a')
    // Both are to be measured, and the shoot sorted after that.
    expect((await db.measureTasks.toArray()).map(({ kind }) => kind).sort()).toEqual([
      'measure',
      'measure',
      'sort',
    ])
  })

  test('the same photograph is kept once, and named; a name that leads to a product wins', async () => {
    await takeInHere(SHOOT, [file('IMG_1.jpg', 'same'), file('OCK-101-front.jpg', 'same')], db)
    await work(lookingJobs(), playedTab(undefined, 1))
    const [shot, ...others] = await db.shots.toArray()
    expect(others).toEqual([])
    expect(shot).toMatchObject({ fileName: 'IMG_1.jpg', sku: 'OCK-101', angle: 'front' })
    const [known] = await db.refusals.toArray()
    expect(known).toMatchObject({ fileName: 'OCK-101-front.jpg', kind: 'known' })
    expect(known?.reason).toContain('IMG_1.jpg')
  })

  test('two tabs look at each file once, and name each reject once', async () => {
    const lock = createProcessLock()
    await takeInHere(SHOOT, [file('a.jpg', 'a'), file('x.jpg', 'bad'), file('b.jpg', 'b')], db)
    const [one, two] = [lookingJobs(), lookingJobs()]
    await Promise.all([work(one, playedTab(lock)), work(two, playedTab(lock))])
    expect(one.asked.length + two.asked.length).toBe(3)
    expect(await refusals()).toHaveLength(1)
    expect(await db.shots.count()).toBe(2)
  })

  test('held, it gives up what is at work and loses nothing', async () => {
    await takeInHere(SHOOT, [file('a.jpg', 'a'), file('b.jpg', 'b')], db)
    const jobs = playedJobs()
    const working = work(jobs)
    await vi.waitFor(() => expect(jobs.asked).toHaveLength(2))
    await db.holds.put({ id: 'intake', held: true })
    expect(await working).toBe('held')
    expect(await db.arrivals.count()).toBe(2)
    await db.holds.put({ id: 'intake', held: false })
    await work()
    expect(await shotNames()).toEqual(['a.jpg', 'b.jpg'])
  })

  test('a file over which workers end twice is on hold with the reason, the rest goes on', async () => {
    await takeInHere(SHOOT, [file('huge.jpg', 'huge'), file('a.jpg', 'a')], db)
    const jobs = lookingJobs()
    const { run } = jobs
    const dying: PlayedJobs = {
      asked: jobs.asked,
      run: (async (job: Job) => {
        if ((await (job as { source: Blob }).source.text()) === 'huge') throw new WorkerLostError()
        return run(job as never)
      }) as PlayedJobs['run'],
    }
    await work(dying)
    expect(await shotNames()).toEqual(['a.jpg'])
    expect(await db.arrivals.toArray()).toMatchObject([
      { fileName: 'huge.jpg', state: 'held', tries: 2, heldFor: new WorkerLostError().message },
    ])
  })
})

test('a tab that is closed while it keeps files leaves their names', async () => {
  await takeInHere(SHOOT, [file('a.jpg', 'a')], db)
  db.arrivals.hook('creating', (_key, { fileName }) => {
    if (fileName === 'b.jpg') throw new Error('the page was closed')
  })
  const dying = db.refusals.bulkDelete.bind(db.refusals)
  db.refusals.bulkDelete = () => Promise.reject(new Error('the page was closed')) as never
  await expect(
    takeInHere(
      SHOOT,
      ['b', 'c'].map((name) => file(`${name}.jpg`, name)),
      db,
    ),
  ).rejects.toThrow('closed')
  db.refusals.bulkDelete = dying
  expect(await keepingTabs(db)).toEqual(['tab'])
  await nameLost('another tab', db)
  expect(await keepingTabs(db)).toEqual(['tab'])
  await nameLost('tab', db)
  const lost = 'not saved before the page was closed; drop it again'
  expect(await refusals()).toEqual([`b.jpg: ${lost}`, `c.jpg: ${lost}`])
  expect((await db.arrivals.toArray()).map(({ fileName }) => fileName)).toEqual(['a.jpg'])
})

describe('an import that is stopped', () => {
  test('keeps what has come in, and names what waited', async () => {
    await takeInHere(SHOOT, [file('a.jpg', 'a')], db)
    await work()
    await takeInHere(SHOOT, [file('b.jpg', 'b'), file('c.jpg', 'c')], db)
    expect(await stopIntake(db)).toBe(2)
    await work()
    expect(await shotNames()).toEqual(['a.jpg'])
    expect(await refusals()).toEqual([
      'b.jpg: removed before it was imported',
      'c.jpg: removed before it was imported',
    ])
    expect(await db.holds.get('intake')).toEqual({ id: 'intake', held: false })
  })

  test('takes out what is on hold in one shoot alone', async () => {
    const other = newShootId()
    await takeInHere(SHOOT, [file('a.jpg', 'a')], db)
    await takeInHere(other, [file('b.jpg', 'b')], db)
    await db.arrivals.toCollection().modify({ state: 'held', heldFor: 'a worker ended over it' })
    expect(await removeHeld(SHOOT, db)).toBe(1)
    expect((await db.arrivals.toArray()).map(({ fileName }) => fileName)).toEqual(['b.jpg'])
  })
})

describe('a browser that is full', () => {
  test('keeps the files that there is room for, and names the others', async () => {
    await db.arrivals.count()
    let committed = 0
    const writing = new Map<unknown, number>()
    db.arrivals.hook('creating', (_key, _row, transaction) => {
      const mine = (writing.get(transaction) ?? 0) + 1
      if (committed + mine > 2) throw new DOMException('No room', 'QuotaExceededError')
      if (mine === 1) transaction.on('complete', () => (committed += writing.get(transaction) ?? 0))
      writing.set(transaction, mine)
    })
    const given = await takeInHere(
      SHOOT,
      ['a', 'b', 'c', 'd'].map((name) => file(`${name}.jpg`, name)),
      db,
    )
    expect(given).toEqual({ waiting: 2, noRoom: ['c.jpg', 'd.jpg'] })
    expect(await db.arrivals.count()).toBe(2)
  })

  test('loses no file that is in line, and takes them in when there is room', async () => {
    const room = fullDatabase(db)
    await takeInHere(SHOOT, [file('a.jpg', 'a'), file('b.jpg', 'b')], db)
    room.full = 'for-rows'
    await expect(work()).rejects.toThrow('No room')
    expect([await db.shots.count(), await db.arrivals.count()]).toEqual([0, 2])
    room.full = 'no'
    await work()
    expect(await db.shots.count()).toBe(2)
  })
})

type Entry = readonly [name: string, text: string, password?: string]

async function zipOf(entries: readonly Entry[]): Promise<Blob> {
  const writer = new ZipWriter(new BlobWriter('application/zip'), { useWebWorkers: false })
  for (const [name, text, password] of entries)
    await writer.add(name, new TextReader(text), { level: 0, ...(password ? { password } : {}) })
  return writer.close()
}

/** The same zip with the bytes of one entry changed. */
async function withDamage(zip: Blob, text: string): Promise<Blob> {
  const bytes = new Uint8Array(await zip.arrayBuffer())
  const at = new TextDecoder('latin1').decode(bytes).indexOf(text)
  bytes[at]! ^= 0xff
  return new Blob([bytes])
}

describe('a zip', () => {
  test('gives its photographs one by one; folders, hidden files and the system’s own stay out', async () => {
    const zip = await zipOf([
      ['day 1/a.jpg', 'a'],
      ['__MACOSX/day 1/._a.jpg', 'x'],
      ['.DS_Store', 'x'],
      ['b.jpg', 'b'],
    ])
    await takeInHere(SHOOT, [{ fileName: 'shoot.zip', blob: zip }], db)
    await work()
    expect(await shotNames()).toEqual(['a.jpg', 'b.jpg'])
    expect(await refusals()).toEqual([])
    expect(await db.arrivals.count()).toBe(0)
  })

  test('with a damaged and a locked entry gives the good ones and names the bad ones', async () => {
    const zip = await zipOf([
      ['a.jpg', 'good a'],
      ['torn.jpg', 'this one is torn'],
      ['locked.jpg', 'secret', 'word'],
      ['b.jpg', 'good b'],
    ])
    const blob = await withDamage(zip, 'this one is torn')
    await takeInHere(SHOOT, [{ fileName: 'shoot.zip', blob }], db)
    await work()
    expect(await shotNames()).toEqual(['a.jpg', 'b.jpg'])
    expect(await refusals()).toEqual([
      'shoot.zip: torn.jpg: damaged in the zip',
      'shoot.zip: locked.jpg: locked by a password; unpack it first',
    ])
  })

  test('with an entry whose name leads out of it gives the others and names that one', async () => {
    const zip = await zipOf([
      ['a.jpg', 'good a'],
      ['xx/up.jpg', 'leads out'],
      ['b.jpg', 'good b'],
    ])
    // No writer writes such a name: it is put in its place, wherever it stands.
    const text = [...new Uint8Array(await zip.arrayBuffer())]
      .map((byte) => String.fromCharCode(byte))
      .join('')
      .replaceAll('xx/up.jpg', '../up.jpg')
    const blob = new Blob([Uint8Array.from(text, (letter) => letter.charCodeAt(0))])
    await takeInHere(SHOOT, [{ fileName: 'shoot.zip', blob }], db)
    await work()
    expect(await shotNames()).toEqual(['a.jpg', 'b.jpg'])
    expect(await refusals()).toEqual(['shoot.zip: ../up.jpg: its name leads out of the zip'])
  })

  test('that is cut short is named, and the rest of the drop is taken in', async () => {
    const zip = (await zipOf([['a.jpg', 'a'.repeat(5000)]])).slice(0, 3000)
    await takeInHere(SHOOT, [{ fileName: 'half.zip', blob: zip }, file('b.jpg', 'b')], db)
    await work()
    expect(await shotNames()).toEqual(['b.jpg'])
    expect((await refusals())[0]).toMatch(/^half\.zip: a damaged zip/)
  })

  test('waits behind single files of the same drop', async () => {
    const zip = await zipOf([['inside.jpg', 'inside']])
    await takeInHere(
      SHOOT,
      [{ fileName: 'shoot.zip', blob: zip }, file('single.jpg', 'single')],
      db,
    )
    const order = (await db.arrivals.orderBy('id').toArray()).map(({ fileName }) => fileName)
    expect(order).toEqual(['single.jpg', 'shoot.zip'])
  })

  test('goes on behind what has been taken out when it is opened again', async () => {
    const zip = await zipOf([
      ['a.jpg', 'a'],
      ['b.jpg', 'b'],
    ])
    await takeInHere(SHOOT, [{ fileName: 'shoot.zip', blob: zip }], db)
    await db.arrivals.toCollection().modify({ opened: 1 })
    await work()
    expect(await shotNames()).toEqual(['b.jpg'])
  })

  test('names a reject once, however often its tab is lost between naming it and going on', async () => {
    const zip = await zipOf([['notes.jpg', 'x', 'secret']])
    await takeInHere(SHOOT, [{ fileName: 'shoot.zip', blob: zip }], db)
    const lost = (): never => {
      throw new DOMException('full', 'QuotaExceededError')
    }
    db.arrivals.hook('updating', lost)
    await expect(work()).rejects.toThrow()
    db.arrivals.hook('updating').unsubscribe(lost)
    expect(await refusals()).toEqual([])
    await work()
    expect(await refusals()).toHaveLength(1)
  })

  test('within a zip is named, a table within it waits to be looked at', async () => {
    const inner = await zipOf([['x.jpg', 'x']])
    const writer = new ZipWriter(new BlobWriter('application/zip'), { useWebWorkers: false })
    await writer.add('inner.zip', new BlobReader(inner), { level: 0 })
    await writer.add('products.csv', new TextReader('sku;name'), { level: 0 })
    await takeInHere(SHOOT, [{ fileName: 'outer.zip', blob: await writer.close() }], db)
    await work()
    expect(await refusals()).toEqual(['outer.zip: inner.zip: a zip within a zip; unpack it first'])
    expect(await db.productTables.toArray()).toMatchObject([{ fileName: 'products.csv' }])
  })

  test('whose entries share their bytes gives no more than it can hold', async () => {
    const zip = await zipOf([
      ['a.jpg', 'a'.repeat(4000)],
      ['b.jpg', 'b'.repeat(4000)],
      ['c.jpg', 'c'.repeat(4000)],
    ])
    const bytes = new Uint8Array(await zip.arrayBuffer())
    const view = new DataView(bytes.buffer)
    const CENTRAL = 0x02014b50
    // Every entry of the directory points to the first: the bytes of the others are cut out of the zip.
    const heads = [...bytes.keys()].filter(
      (at) => at + 4 <= bytes.length && view.getUint32(at, true) === CENTRAL,
    )
    const [, second = 0] = heads.map((at) => view.getUint32(at + 42, true))
    const [directory = 0] = heads
    for (const at of heads) view.setUint32(at + 42, 0, true)
    const end = bytes.length - 22
    view.setUint32(end + 16, second, true)
    const blob = new Blob([bytes.subarray(0, second), bytes.subarray(directory)])
    await takeInHere(SHOOT, [{ fileName: 'twice.zip', blob }], db)
    await work()
    expect((await refusals()).at(-1)).toBe(
      'twice.zip: a zip whose files overlap; no program packs one like that',
    )
    expect(await db.shots.count()).toBeLessThanOrEqual(1)
  })

  test('whose entry unpacks to more than a photograph may have is refused at that entry', async () => {
    const writer = new ZipWriter(new BlobWriter('application/zip'), { useWebWorkers: false })
    const zeros = new Blob([new Uint8Array(1_000_000)])
    await writer.add('a.jpg', new TextReader('a'), { level: 0 })
    await writer.add('bomb.jpg', new BlobReader(zeros), { level: 9 })
    const bytes = new Uint8Array(await (await writer.close()).arrayBuffer())
    // The sizes that the zip gives are raised beyond what a photograph may have.
    const view = new DataView(bytes.buffer)
    for (let i = 0; i + 4 < bytes.length; i++)
      if (view.getUint32(i, true) === 1_000_000) view.setUint32(i, 900_000_000, true)
    await takeInHere(SHOOT, [{ fileName: 'bomb.zip', blob: new Blob([bytes]) }], db)
    await work()
    expect(await shotNames()).toEqual(['a.jpg'])
    expect((await refusals())[0]).toMatch(/^bomb\.zip: bomb\.jpg: .*900/)
  })
})
