import 'fake-indexeddb/auto'
import { afterEach, beforeEach, expect, test } from 'vitest'
import { planShot, SHOP_WHITE, stepKey } from '@cloudbank/core/brief'
import { packMatte } from '@cloudbank/core/matte'
import { planeU8 } from '@cloudbank/core/raster'
import { SURE_SIGNS } from '@cloudbank/core/shoot/testing'
import { STEPS } from '@cloudbank/core/steps'
import { openDatabase, type Database } from '../../data'
import { matteInFrame } from './matteInFrame'

const PLAN = planShot('a'.repeat(64), SHOP_WHITE.steps)
const KEY = `${stepKey(
  PLAN,
  STEPS.find(({ id }) => id === 'cut')!,
)}/80`

let db: Database
beforeEach(async () => {
  db = openDatabase(`test-${crypto.randomUUID()}`)
  // A photograph of 80 × 80: an upright bar, its upper half left, its lower half broad.
  const area = { x: 0.25, y: 0.25, width: 0.5, height: 0.5 }
  const data = Uint8Array.from({ length: 1600 }, (_, i) => (i >= 800 || i % 40 < 20 ? 255 : 0))
  const plane = planeU8({ width: 40, height: 40 }, data)
  const matte = packMatte(
    {
      kind: 'cut',
      box: area,
      unsure: 0,
      holes: 0,
      signs: SURE_SIGNS,
      doubts: [],
      repairs: 0,
      atBorder: 'clear',
      alphas: [{ sidePx: 80, area, plane }],
    },
    { sidePx: 80, area, plane },
  )
  await db.mattes.put({ key: KEY, matte })
})
afterEach(() => db.delete())

const rowsOf = ({ width, levels }: { width: number; levels: string }): string[] =>
  levels.match(new RegExp(`.{${width}}`, 'g'))!

test('the matte is seen through the window that became the picture', async () => {
  const matte = await matteInFrame(
    PLAN,
    {
      width: 400,
      height: 400,
      window: { x: 0, y: 0, width: 1, height: 1 },
      productBox: { x: 0.25, y: 0.25, width: 0.5, height: 0.5 },
    },
    db,
  )
  const rows = rowsOf(matte!)
  expect(rows).toHaveLength(48)
  const bar = (from: number, to: number): string =>
    `${'0'.repeat(from)}${'f'.repeat(to - from)}${'0'.repeat(48 - to)}`
  expect(rows[11]).toBe(bar(0, 0))
  expect(rows[12]).toBe(bar(12, 24))
  expect(rows[24]).toBe(bar(12, 36))
  expect(rows[36]).toBe(bar(0, 0))
})

test('a picture that was turned, or has no matte, has the box of its product', async () => {
  const turned = {
    width: 300,
    height: 400,
    window: { x: 0, y: 0, width: 0.2, height: 1 },
    productBox: { x: 0.25, y: 0.5, width: 0.5, height: 0.25 },
  }
  const rows = rowsOf((await matteInFrame(PLAN, turned, db))!)
  expect(rows.map((row) => row.indexOf('f'))).toEqual([
    ...new Array<number>(24).fill(-1),
    ...new Array<number>(12).fill(9),
    ...new Array<number>(12).fill(-1),
  ])
  await db.mattes.clear()
  expect(rowsOf((await matteInFrame(PLAN, turned, db))!)).toEqual(rows)
  expect(await matteInFrame(PLAN, { ...turned, productBox: null }, db)).toBeNull()
})
