import { CONTAINER, ContainerError, type Contained } from '@cloudbank/core/shoot'
import { mutated } from '@cloudbank/core/json/testing'
import { seededRandom } from '@cloudbank/core/raster/testing'
import { SURE_SIGNS, shotId } from '@cloudbank/core/shoot/testing'
import 'fake-indexeddb/auto'
import { unzipSync, zipSync, strToU8, strFromU8 } from 'fflate'
import { afterEach, beforeEach, describe, expect, test } from 'vitest'
import { sha256 } from '@cloudbank/hosts/pool'
import { createProcessLock, workThrough } from '@cloudbank/hosts/runs'
import {
  checkRows,
  deedsOf,
  newShootId,
  openDatabase,
  perform,
  put,
  sweep,
  undoLast,
  type Database,
  type Shoot,
} from '../../data'
import type { TableName } from '../../data/database'
import { openFixture2 } from '../../data/fixture.testing'
import { intakeWork } from '../intake/intakeWork'
import { takeIn } from '../intake/takeIn'
import { playedJobs, playedTab } from '../played.testing'
import { exportShoot } from './exportShoot'
import { importShoot, isContainer } from './importShoot'

const GO_ON = new AbortController().signal
const TABLES = ['briefs', 'shots', 'products', 'lightings', 'renditions', 'measures'] as const

let here: Database
let there: Database
let shoot: Shoot

/** The same value with other words in place of some. */
function reworded(value: unknown, words: ReadonlyMap<string, string>): unknown {
  if (typeof value === 'string') {
    const [head = '', ...rest] = value.split('/')
    return [words.get(head) ?? head, ...rest].join('/')
  }
  if (Array.isArray(value)) return value.map((one) => reworded(one, words))
  if (!value || Object.getPrototypeOf(value) !== Object.prototype) return value
  return Object.fromEntries(
    Object.entries(value).map(([key, one]) => [key, reworded(one, words)] as const),
  )
}

/** Gives the files of a frozen database the hashes that their bytes have. */
async function nameFilesTruly(db: Database): Promise<void> {
  const names = new Map<string, string>()
  for (const table of ['originals', 'contents', 'assets'] as const)
    for (const { hash, blob } of (await db.table(table).toArray()) as {
      hash: string
      blob: Blob
    }[])
      if (!hash.startsWith('old/')) names.set(hash, await sha256(await blob.arrayBuffer()))
  for (const table of [
    ...(['originals', 'contents', 'assets', 'previews', 'measures', 'mattes'] as const),
    ...(['shots', 'renditions', 'deeds'] as const),
  ]) {
    const rows = await db.table(table).toArray()
    await db.table(table).clear()
    await db.table(table).bulkPut(rows.map((row) => reworded(row, names)))
  }
}

/** A shoot that a browser has worked on, with a colour table and a matte. */
beforeEach(async () => {
  const name = `test-${crypto.randomUUID()}`
  await openFixture2(name)
  here = openDatabase(name)
  there = openDatabase(`test-${crypto.randomUUID()}`)
  shoot = (await here.shoots.toArray())[0]!
  const [shot] = await here.shots.toArray()
  const hash = 'f'.repeat(64)
  const table = new Blob(['LUT_3D_SIZE 2'])
  await here.assets.put({ hash: hash as never, role: 'look', name: 'Dusk', blob: table })
  const oak = 'e'.repeat(64) as never
  await here.assets.put({ hash: oak, role: 'ground', name: 'Oak', blob: new Blob(['oak']) })
  const look = { from: 'cube', hash, name: 'Dusk', strengthPct: 50 }
  const whole = { fit: 'fill', sizePct: 25, blurPct: 0, lightEv: 0 }
  const behind = { kind: 'picture', hash: oak, name: 'Oak', ...whole }
  const edits = [
    put('shots', shot!.id, ['touches', 'light', 'look'], look),
    put('shots', shot!.id, ['touches', 'ground', 'behind'], behind),
  ]
  await perform({ shootId: shoot.id, words: 'Look Dusk', edits }, here)
  const area = { x: 0, y: 0, width: 1, height: 1 }
  const alpha = { sidePx: 800, area, width: 4, height: 4, deflated: new Uint8Array([1, 2, 3, 250]) }
  await here.mattes.put({
    key: `${shot!.originalHash}/cut1/800`,
    matte: {
      kind: 'cut',
      box: area,
      unsure: 0,
      holes: 0,
      signs: SURE_SIGNS,
      doubts: [],
      repairs: 0,
      atBorder: 'clear',
      alpha,
    },
  })
  await here.mattes.put({
    key: `${shot!.originalHash}/cut1/1600`,
    matte: { kind: 'uncut', reason: 'no-product' },
  })
  await nameFilesTruly(here)
})
afterEach(async () => {
  await here.delete()
  await there.delete()
})

const pack = (): Promise<Blob> =>
  exportShoot(shoot.id, { onProgress: () => undefined, signal: GO_ON }, here)

/** Brings a shoot in there. */
const bringIn = (blob: Blob): Promise<Shoot> => importShoot(blob, GO_ON, there)

/** What an earlier version wrote says the same with the fields that have come since, at rest. */
const rowsOf = async (db: Database, table: TableName): Promise<unknown[]> =>
  checkRows(table, await db.table(table).toArray()).rows

const bytesOf = async (db: Database, table: string): Promise<Record<string, readonly number[]>> => {
  const rows = (await db.table(table).toArray()) as { hash: string; blob: Blob }[]
  const read = rows.map(async ({ hash, blob }) => [hash, [...(await blob.bytes())]] as const)
  return Object.fromEntries(await Promise.all(read))
}

describe('a shoot in a file', () => {
  test('is the same on another machine: every row, every byte', async () => {
    const blob = await pack()
    expect(await isContainer(blob)).toBe(true)
    expect(await bringIn(blob)).toEqual(checkRows('shoots', [shoot]).rows[0])
    for (const table of [...TABLES, 'shoots', 'mattes'] as const)
      expect(await rowsOf(there, table), table).toEqual(await rowsOf(here, table))
    for (const table of ['originals', 'previews', 'contents', 'assets'])
      expect(await bytesOf(there, table), table).toEqual(await bytesOf(here, table))
    expect(await sweep(there)).toEqual({ files: 0, bytes: 0 })
  })

  test('of version 1 brings its colour tables and grounds as well', async () => {
    const entries = unzipSync(new Uint8Array(await (await pack()).arrayBuffer()))
    const contained = JSON.parse(strFromU8(entries[CONTAINER.json]!)) as Contained
    const { assets, ...rest } = contained
    const named = (role: string) =>
      Object.fromEntries(
        assets.flatMap((one) => (one.role === role ? [[one.hash, { name: one.name }]] : [])),
      )
    const old = { ...rest, version: 1, cubes: named('look'), grounds: named('ground') }
    const files = Object.fromEntries(
      Object.entries(entries).map(([path, bytes]): [string, Uint8Array] => {
        const asset = assets.find(({ file }) => file === path)
        if (!asset) return [path, bytes]
        const { hash, role } = asset
        return [role === 'look' ? `tables/${hash}.cube` : `grounds/${hash}`, bytes]
      }),
    )
    const { [CONTAINER.json]: _, ...others } = files
    const json = { [CONTAINER.json]: strToU8(JSON.stringify(old)) }
    const zip = zipSync({ ...json, ...others }, { level: 0 })
    await bringIn(new Blob([zip as Uint8Array<ArrayBuffer>]))
    expect(await bytesOf(there, 'assets')).toEqual(await bytesOf(here, 'assets'))
    const names = async (db: Database) =>
      (await db.assets.toArray()).map(({ name, role }) => [name, role])
    expect(await names(there)).toEqual(await names(here))
  })

  test('brings its history: what was done there is undone here', async () => {
    await bringIn(await pack())
    const words = (deeds: readonly { words: string }[]) => deeds.map((deed) => deed.words)
    const scope = { shootId: shoot.id }
    expect(words(await deedsOf(scope, there))).toEqual(words(await deedsOf(scope, here)))
    for (const db of [here, there]) while ((await undoLast(scope, db)).kind === 'done');
    for (const table of ['shots', 'products', 'lightings'] as const)
      expect(await rowsOf(there, table), table).toEqual(await rowsOf(here, table))
  })

  test('comes in as a copy beside itself, which shares its files', async () => {
    const before = await bytesOf(here, 'originals')
    const copy = await importShoot(await pack(), GO_ON, here)
    expect(copy.name).toBe(`${shoot.name} 2`)
    expect(copy.id).not.toBe(shoot.id)
    const shotsOf = (id: string) => here.shots.where('shootId').equals(id).sortBy('order')
    const [mine, theirs] = [await shotsOf(shoot.id), await shotsOf(copy.id)]
    const plain = ({ fileName, touches, originalHash }: (typeof mine)[number]) => ({
      fileName,
      touches,
      originalHash,
    })
    expect(theirs.map(plain)).toEqual(mine.map(plain))
    const ids = [...mine, ...theirs].map(({ id }) => id)
    expect(new Set(ids).size).toBe(ids.length)
    // A lighting's shots are its own.
    const lightings = await here.lightings.where('shootId').equals(copy.id).toArray()
    const known = new Set(lightings.map(({ id }) => id))
    expect(theirs.every(({ lightingId }) => lightingId === null || known.has(lightingId))).toBe(
      true,
    )
    expect(await bytesOf(here, 'originals')).toEqual(before)
    await here.shots.delete(shotId(mine[0]!.id))
    expect(await here.shots.where('shootId').equals(copy.id).count()).toBe(mine.length)
  })

  test('that waits to be brought in is brought in by the intake, and nothing is swept meanwhile', async () => {
    await takeIn(newShootId(), [{ fileName: 'lakeside.zip', blob: await pack() }], 'tab', there)
    await there.originals.put({ hash: 'half' as never, blob: new Blob(['of it']) })
    expect(await sweep(there)).toEqual({ files: 0, bytes: 0 })
    const told: string[] = []
    const work = intakeWork(playedJobs(), there, (fileName, brought) =>
      told.push(`${fileName}: ${brought instanceof Error ? brought.message : brought.name}`),
    )
    await workThrough(work, playedTab(createProcessLock()))
    expect(told).toEqual([`lakeside.zip: ${shoot.name}`])
    expect(await there.arrivals.count()).toBe(0)
    expect(await there.shots.count()).toBe(await here.shots.count())
  })
})

/** The container with its JSON changed. */
async function changed(
  change: (json: { tables: Record<string, object[]> }) => object,
  rewrite: (path: string, bytes: Uint8Array) => Uint8Array = (_path, bytes) => bytes,
  more: readonly (readonly [path: string, bytes: Uint8Array])[] = [],
): Promise<Blob> {
  const files = unzipSync(new Uint8Array(await (await pack()).arrayBuffer()))
  const json = JSON.parse(strFromU8(files[CONTAINER.json]!)) as { tables: Record<string, object[]> } // its own
  const { [CONTAINER.json]: _, ...others } = files
  const rewritten = Object.entries(others).map(
    ([path, bytes]) => [path, rewrite(path, bytes)] as const,
  )
  const all = {
    [CONTAINER.json]: strToU8(JSON.stringify(change(json))),
    ...Object.fromEntries(rewritten),
    ...Object.fromEntries(more),
  }
  return new Blob([zipSync(all, { level: 0 }) as Uint8Array<ArrayBuffer>])
}

describe('a file that is not as it must be', () => {
  test.each<[string, () => Promise<Blob>, RegExp]>([
    ['is cut short', async () => (await pack()).slice(0, 5000), /damaged/],
    [
      'is of a later version',
      () => changed((json) => ({ ...json, version: 9 })),
      /newer version of Cloudbank/,
    ],
    [
      'has a row that is wrong',
      () =>
        changed((json) => {
          Object.assign(json.tables.shots![0]!, { width: 'wide' })
          return json
        }),
      /shots, width/,
    ],
    [
      'holds other bytes under the name of a photograph',
      () =>
        changed(
          (json) => json,
          (path, bytes) => (path.startsWith('originals/') ? strToU8('another picture') : bytes),
        ),
      /originals\/.* holds other bytes than its name says/,
    ],
    [
      'holds another picture than a row says',
      () =>
        changed((json) => {
          Object.assign(json.tables.shots![0]!, { width: 4000 })
          return json
        }),
      /originals\/.* is a JPEG of 240 × 180 pixels, not the JPEG of 4000 × 180 pixels it should be/,
    ],
    [
      'holds a page under a rendition’s own hash',
      async () => {
        const page = strToU8('<html><script>alert(1)</script>')
        const hash = await sha256(page.buffer as ArrayBuffer)
        return changed(
          (json) => {
            Object.assign(json.tables.renditions![0]!, { fileHash: hash })
            return json
          },
          (_path, bytes) => bytes,
          [[`renditions/${hash}.jpg`, page]],
        )
      },
      /renditions\/.*not a picture/,
    ],
    [
      'gives its shots to another shoot',
      () =>
        changed((json) => {
          Object.assign(json.tables.shots![0]!, { shootId: 'another' })
          return json
        }),
      /its shots belong to another shoot/,
    ],
    [
      'misses a photograph',
      () =>
        changed((json) => {
          Object.assign(json.tables.shots![0]!, { originalHash: 'nowhere' })
          return json
        }),
      /originals\/nowhere is missing/,
    ],
  ])('%s: says so, and brings nothing in', async (_what, make, words) => {
    const blob = await make()
    const bringing = bringIn(blob)
    await expect(bringing).rejects.toBeInstanceOf(ContainerError)
    await expect(bringing).rejects.toThrow(words)
    expect(await there.shoots.count()).toBe(0)
    expect(await there.shots.count()).toBe(0)
  })
})

describe('a file that lies', () => {
  /** Everything that is here, as text and bytes. */
  const all = async (): Promise<unknown> => [
    await Promise.all([...TABLES, 'shoots', 'deeds', 'mattes'].map((t) => here.table(t).toArray())),
    await Promise.all(['originals', 'previews', 'contents', 'assets'].map((t) => bytesOf(here, t))),
  ]

  test('about what is here changes nothing of it: its own rows come in beside it', async () => {
    // A shoot that claims to be another one, with shots, pictures and measures of this one.
    const id = '00000000-0000-4000-8000-00000000beef'
    const lying = (products: (rows: object[]) => object[]): Promise<Blob> =>
      changed(
        (json) => {
          const { tables } = json
          Object.assign(tables.shoots![0]!, { id })
          for (const name of ['shots', 'lightings', 'products', 'renditions', 'deeds'])
            for (const row of tables[name]!) Object.assign(row, { shootId: id })
          for (const row of tables.measures!) Object.assign(row, { result: { measures: 'lies' } })
          return { ...json, tables: { ...tables, products: products(tables.products!) } }
        },
        (path, bytes) => (path.startsWith('previews/') ? strToU8('another preview') : bytes),
      )
    const before = await all()
    // Products that are here already are those of the shoot that they are of.
    await expect(importShoot(await lying((rows) => rows), GO_ON, here)).rejects.toThrow()
    expect(await all()).toEqual(before)

    const brought = await importShoot(await lying(() => []), GO_ON, here)
    expect(brought.id).not.toBe(id)
    const mine = async (table: string) => {
      const rows = (await here.table(table).toArray()) as { id: string; shootId: string }[]
      return rows.filter(({ shootId }) => shootId === brought.id)
    }
    expect((await mine('shots')).length).toBe((await here.shots.count()) / 2)
    for (const table of ['shots', 'lightings', 'renditions', 'deeds'])
      await here.table(table).bulkDelete((await mine(table)).map(({ id: one }) => one))
    await here.briefs.delete(brought.briefId)
    await here.shoots.delete(brought.id)
    expect(await all()).toEqual(before)
  })

  test('about how many files it has room for is refused before it is unpacked', async () => {
    const bytes = new Uint8Array(await (await pack()).arrayBuffer())
    const view = new DataView(bytes.buffer)
    const CENTRAL = 0x02014b50
    // The last photograph’s packed length, raised beyond the whole zip.
    const heads = [...bytes.keys()].filter(
      (at) => at + 4 <= bytes.length && view.getUint32(at, true) === CENTRAL,
    )
    view.setUint32(heads.at(-1)! + 20, bytes.length, true)
    await expect(bringIn(new Blob([bytes]))).rejects.toThrow('the files in its zip overlap')
  })

  test('says how far it is: row by row, then file by file', async () => {
    const steps: string[] = []
    await importShoot(await pack(), GO_ON, there, (of, done, total) =>
      steps.push(`${of} ${done}/${total}`),
    )
    const rows = steps.filter((step) => step.startsWith('rows'))
    const files = steps.filter((step) => step.startsWith('files'))
    expect(rows.at(-1)).toMatch(/^rows (\d+)\/\1$/)
    expect(files.at(-1)).toMatch(/^files (\d+)\/\1$/)
    expect(files[0]).toMatch(/^files 1\//)
  })

  test('and a name that no one can decode are refused in words, and what waits behind them comes in', async () => {
    const bad = await changed((json) => {
      Object.assign(json.tables.shots![0]!, { originalHash: '%zz' })
      return json
    })
    const shootId = newShootId()
    await takeIn(shootId, [{ fileName: 'bad.zip', blob: bad }], 'tab', there)
    await takeIn(shootId, [{ fileName: 'good.zip', blob: await pack() }], 'tab', there)
    const told: string[] = []
    const work = intakeWork(playedJobs(), there, (fileName, brought) =>
      told.push(`${fileName}: ${brought instanceof Error ? brought.message : brought.name}`),
    )
    await workThrough(work, playedTab(createProcessLock()))
    expect(told).toEqual([
      expect.stringMatching(/^bad\.zip: .*%zz is missing in it$/) as string,
      `good.zip: ${shoot.name}`,
    ])
    expect(await there.arrivals.count()).toBe(0)
  })
})

test('sixty shoots in which anything was changed are refused in words or come in whole, and touch nothing that is here', async () => {
  const random = seededRandom(60)
  const held = [
    ...TABLES,
    'shoots',
    'deeds',
    'mattes',
    'originals',
    'previews',
    'contents',
    'assets',
  ]
  /** Everything that is here, row by row; of files their lengths. */
  const all = async (): Promise<Map<string, string>> => {
    const found = new Map<string, string>()
    for (const table of held)
      await here.table(table).each((row: object, { primaryKey }) => {
        const plain = 'blob' in row ? { ...row, blob: (row.blob as Blob).size } : row
        found.set(`${table} ${String(primaryKey)}`, JSON.stringify(plain))
      })
    return found
  }
  const { [CONTAINER.json]: json, ...others } = unzipSync(
    new Uint8Array(await (await pack()).arrayBuffer()),
  )
  const said = JSON.parse(strFromU8(json!)) as object
  const paths = Object.keys(others)
  const shoots = await here.shoots.count()
  const before = await all()
  let [brought, refused] = [0, 0]
  for (let k = 0; k < 60; k++) {
    const zip: Record<string, Uint8Array> = {
      [CONTAINER.json]: strToU8(JSON.stringify(mutated(said, random))),
      ...others,
    }
    // One in four has a page in place of a file as well.
    if (random() < 0.25) zip[paths[Math.floor(random() * paths.length)]!] = strToU8('<html>')
    const blob = new Blob([zipSync(zip, { level: 0 }) as Uint8Array<ArrayBuffer>])
    await importShoot(blob, GO_ON, here).then(
      () => brought++,
      (error: Error) => {
        refused++
        expect(error).toBeInstanceOf(ContainerError)
        expect(error.message).toMatch(/\S{3}/)
      },
    )
  }
  const after = await all()
  for (const [key, row] of before) expect([key, after.get(key)]).toEqual([key, row])
  expect(refused).toBeGreaterThan(15)
  expect(await here.shoots.count()).toBe(shoots + brought)
})
