import { CONTAINER, ContainerError } from '@cloudbank/core/shoot'
import { mutated } from '@cloudbank/core/json/testing'
import { seededRandom } from '@cloudbank/core/raster/testing'
import 'fake-indexeddb/auto'
import { unzipSync, zipSync, strToU8, strFromU8 } from 'fflate'
import { describe, expect, test } from 'vitest'
import { createProcessLock, workThrough } from '@cloudbank/hosts/runs'
import { newShootId } from '../../data'
import { intakeWork } from '../intake/intakeWork'
import { takeIn } from '../intake/takeIn'
import { playedJobs, playedTab } from '../played.testing'
import { importShoot } from './importShoot'
import {
  GO_ON,
  TABLES,
  here,
  there,
  shoot,
  pack,
  bringIn,
  bytesOf,
  openTwoBrowsers,
  changed,
} from './twoBrowsers.testing'

openTwoBrowsers()

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
