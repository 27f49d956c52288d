import { CONTAINER, ContainerError, type Contained } from '@cloudbank/core/shoot'
import { shotId } from '@cloudbank/core/shoot/testing'
import 'fake-indexeddb/auto'
import { unzipSync, zipSync, strToU8, strFromU8 } from 'fflate'
import { describe, expect, test } from 'vitest'
import { sha256 } from '@cloudbank/hosts/pool'
import { createProcessLock, workThrough } from '@cloudbank/hosts/runs'
import { checkRows, deedsOf, newShootId, sweep, undoLast, type Database } from '../../data'
import { intakeWork } from '../intake/intakeWork'
import { takeIn } from '../intake/takeIn'
import { playedJobs, playedTab } from '../played.testing'
import { importShoot, isContainer } from './importShoot'
import {
  GO_ON,
  TABLES,
  here,
  there,
  shoot,
  pack,
  bringIn,
  rowsOf,
  bytesOf,
  openTwoBrowsers,
  changed,
} from './twoBrowsers.testing'

openTwoBrowsers()

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
