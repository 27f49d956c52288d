import { CONTAINER } from '@cloudbank/core/shoot'
import { unzipSync, zipSync, strToU8, strFromU8 } from 'fflate'
import { SURE_SIGNS } from '@cloudbank/core/shoot/testing'
import 'fake-indexeddb/auto'
import { afterEach, beforeEach } from 'vitest'
import { sha256 } from '@cloudbank/hosts/pool'
import { checkRows, openDatabase, perform, put, type Database, type Shoot } from '../../data'
import type { TableName } from '../../data/database'
import { openFixture2 } from '../../data/fixture.testing'
import { exportShoot } from './exportShoot'
import { importShoot } from './importShoot'

export const GO_ON = new AbortController().signal
export const TABLES = [
  'briefs',
  'shots',
  'products',
  'lightings',
  'renditions',
  'measures',
] as const

/** The browser that has the shoot, one that has nothing, and the shoot: new ones for each test. */
export let here: Database
export let there: Database
export let shoot: Shoot

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

async function open(): Promise<void> {
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
}

/** Opens, before each test of a file, a shoot that a browser has worked on, with a colour table and a matte. */
export function openTwoBrowsers(): void {
  beforeEach(open)
  afterEach(async () => {
    await here.delete()
    await there.delete()
  })
}

export const pack = (): Promise<Blob> =>
  exportShoot(shoot.id, { onProgress: () => undefined, signal: GO_ON }, here)

/** Brings a shoot in there. */
export const bringIn = (blob: Blob): Promise<Shoot> => importShoot(blob, GO_ON, there)

/** What an earlier version wrote says the same with the fields that have come since, at rest. */
export const rowsOf = async (db: Database, table: TableName): Promise<unknown[]> =>
  checkRows(table, await db.table(table).toArray()).rows

export const bytesOf = async (
  db: Database,
  table: string,
): Promise<Record<string, readonly number[]>> => {
  const rows = (await db.table(table).toArray()) as { hash: string; blob: Blob }[]
  const read = rows.map(async ({ hash, blob }) => [hash, [...(await blob.bytes())]] as const)
  return Object.fromEntries(await Promise.all(read))
}

/** The container with its JSON changed. */
export async function changed(
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
