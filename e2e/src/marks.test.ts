import { mkdtemp, readFile, rm, writeFile } from 'node:fs/promises'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { strFromU8, strToU8, unzipSync, zipSync } from 'fflate'
import type { Locator } from 'playwright-core'
import sharp from 'sharp'
import { afterAll, beforeAll, expect, test } from 'vitest'
import { BRIEF_VERSION } from '@cloudbank/core/brief'
import { giveFiles, newShoot, runCli, startApp, unzip, type RunningApp } from './harness'
import { openShoot, saveShoot } from './openShoot'

let app: RunningApp
let folder = ''
beforeAll(async () => {
  app = await startApp()
  folder = await mkdtemp(join(tmpdir(), 'cloudbank-'))
})
afterAll(async () => {
  await app.stop()
  await rm(folder, { recursive: true })
})

type Files = Readonly<Record<string, Uint8Array>>

async function deliver(count: number): Promise<Files> {
  const { page } = app
  await page.getByRole('link', { name: 'Deliver' }).click()
  const downloading = page.waitForEvent('download')
  await page.getByRole('button', { name: new RegExp(`^Download ${count} rendition`) }).click()
  return unzip(await downloading)
}

async function makeAll(count: number): Promise<void> {
  const { page } = app
  await page.getByRole('button', { name: new RegExp(`^Make ${count} rendition`) }).click()
  await page
    .getByRole('button', { name: new RegExp(`^All ${count} renditions? made`) })
    .waitFor({ timeout: 120_000 })
}

/** Where two pictures of one size differ: the box about it, in pixels; null where they are the same. */
async function differs(one: Uint8Array, other: Uint8Array) {
  const [a, b] = await Promise.all(
    [one, other].map((bytes) =>
      sharp(bytes).removeAlpha().raw().toBuffer({ resolveWithObject: true }),
    ),
  )
  const { width, height } = a!.info
  const box = { left: width, top: height, right: 0, bottom: 0 }
  for (let i = 0; i < width * height; i++) {
    const apart = Math.max(
      ...[0, 1, 2].map((c) => Math.abs(a!.data[i * 3 + c]! - b!.data[i * 3 + c]!)),
    )
    if (apart < 60) continue
    const [x, y] = [i % width, Math.floor(i / width)]
    box.left = Math.min(box.left, x)
    box.right = Math.max(box.right, x + 1)
    box.top = Math.min(box.top, y)
    box.bottom = Math.max(box.bottom, y + 1)
  }
  return box.right === 0 ? null : box
}

test('a price from the CSV on covers alone, moved by hand on one, leaves marked and plain', async () => {
  const { page } = app
  const shots = ['OCK-108-front.jpg', 'OCK-108-three-quarter.jpg', 'OCK-102-front.jpg'] as const
  await openShoot(app, shots, 'cut')
  await giveFiles(page, 'Photographs to add', [
    {
      name: 'prices.csv',
      buffer: Buffer.from(
        'sku,name,price\nOCK-108,Coffee Pot,€ 64.00\nOCK-102,Enamel Mug,€ 14.50\n',
      ),
    },
  ])
  const table = page.getByRole('dialog', { name: 'prices.csv' })
  await table.getByRole('button', { name: 'Import 2 products' }).click()
  await table.waitFor({ state: 'detached' })

  await page.getByRole('link', { name: 'Brief' }).first().click()
  await page.getByRole('button', { name: /^Mark/ }).click()
  const mark = page.locator('section[aria-label=Mark]')
  await mark.getByRole('button', { name: 'Label', exact: true }).click()
  await mark.getByLabel('Text', { exact: true }).fill('{price}')
  await mark.getByLabel('Text', { exact: true }).press('Enter')
  await mark.getByLabel('Covers').selectOption('covers only')
  await mark.getByRole('button', { name: 'Add a plain copy of page' }).click()
  await mark.getByText('page has a plain copy beside it.').waitFor()

  // By hand, on one of them.
  await page.getByRole('link', { name: 'Sheet' }).click()
  await page.locator('.tile', { hasText: 'front' }).last().dblclick()
  await page.getByRole('button', { name: /^Mark/ }).click()
  const handle = page.getByRole('button', { name: 'Mark {price}' })
  await handle.focus({ timeout: 60_000 })
  for (let i = 0; i < 6; i++) {
    const before = await handle.boundingBox()
    await page.keyboard.press('ArrowDown')
    await expect.poll(async () => (await handle.boundingBox())?.y).toBeGreaterThan(before!.y)
  }
  await page.getByRole('button', { name: 'Undo Mark moved: {price}' }).waitFor()
  await page.keyboard.press('Escape')
  await page.getByRole('button', { name: /^Sheet/ }).click()

  await makeAll(9)
  const files = await deliver(9)
  const pair = async (name: string) =>
    differs(files[`page/${name}.jpg`]!, files[`page, plain/${name}.jpg`]!)
  const [pot, side, mug] = await Promise.all(
    ['OCK-108-front', 'OCK-108-three-quarter', 'OCK-102-front'].map(pair),
  )
  expect(side).toBeNull()
  for (const box of [pot!, mug!]) {
    // A price in letters of 4 %, on its plate, 4 % from the left.
    expect(box.left).toBeGreaterThan(40)
    expect(box.left).toBeLessThan(56)
    expect(box.bottom - box.top).toBeGreaterThan(60)
    expect(box.bottom - box.top).toBeLessThan(100)
  }
  const moved = Math.abs(pot!.top - mug!.top)
  // Six steps of a hundredth of the frame, less what the margins leave of them.
  expect(moved).toBeGreaterThan(55)
  expect(moved).toBeLessThan(80)
})

test('marks are dragged, sized and turned where they lie, and two of the brief together', async () => {
  const { page } = app
  await openShoot(app, ['OCK-102-front.jpg'], 'cut')
  await page.locator('.tile').first().dblclick()
  await page.getByRole('button', { name: /^Mark/ }).click()
  await page.getByRole('radio', { name: /^brief/ }).click()
  await page.getByRole('button', { name: 'Label', exact: true }).click()
  const label = page.getByRole('button', { name: 'Mark New', exact: true })
  await label.waitFor({ timeout: 60_000 })

  const boxOf = async (of: Locator) => (await of.boundingBox())!
  const middleOf = async (of: Locator) => {
    const { x, y, width, height } = await boxOf(of)
    return [x + width / 2, y + height / 2] as const
  }
  /** Drags something by its middle, and waits until a mark lies elsewhere. */
  const drag = async (from: Locator, dx: number, dy: number, changes = from): Promise<void> => {
    const before = JSON.stringify(await boxOf(changes))
    const [x, y] = await middleOf(from)
    await page.mouse.move(x, y)
    await page.mouse.down()
    await page.mouse.move(x + dx, y + dy, { steps: 8 })
    await page.mouse.up()
    await expect.poll(async () => JSON.stringify(await boxOf(changes))).not.toBe(before)
  }
  const [x, y] = await middleOf(label)
  await drag(label, 70, 90)
  const moved = await middleOf(label)
  expect(Math.abs(moved[0] - x - 70)).toBeLessThan(8)
  expect(Math.abs(moved[1] - y - 90)).toBeLessThan(8)

  const { width } = await boxOf(label)
  await drag(page.locator('.moveable-control.moveable-se'), 30, 18, label)
  expect((await boxOf(label)).width).toBeGreaterThan(width * 1.3)
  await drag(page.locator('.moveable-rotation-control'), 40, 10, label)
  await page.getByRole('button', { name: /^Undo Mark rotated: New/ }).waitFor()

  await page.getByRole('button', { name: 'Shape', exact: true }).click()
  const shape = page.getByRole('button', { name: 'Mark Shape', exact: true })
  await shape.waitFor()
  const both = async () => [...(await middleOf(label)), ...(await middleOf(shape))]
  await label.click({ modifiers: ['Shift'] })
  for (const one of [label, shape])
    await expect.poll(() => one.getAttribute('aria-pressed')).toBe('true')
  const before = await both()
  await drag(label, -20, -30, shape)
  // Neither change has put the other's place back.
  await expect
    .poll(async () => (await both()).map((at, i) => Math.round((at - before[i]!) / 10) * 10))
    .toEqual([-20, -30, -20, -30])

  // Sized together, they part as they grow.
  const apart = async (): Promise<number> => {
    const [x0, y0, x1, y1] = await both()
    return Math.hypot(x1! - x0!, y1! - y0!)
  }
  const [was, wide] = [await apart(), (await boxOf(shape)).width]
  await drag(page.locator('.moveable-control.moveable-se'), 40, 40, shape)
  const grown = (await boxOf(shape)).width / wide
  expect(grown).toBeGreaterThan(1.1)
  await expect.poll(async () => Math.abs((await apart()) / was / grown - 1)).toBeLessThan(0.12)
  // Turned together, they go round their middle.
  const [xa, ya, xb, yb] = await both()
  await drag(page.locator('.moveable-rotation-control'), 60, 30, shape)
  await page.getByRole('button', { name: /^Undo Mark rotated/ }).waitFor()
  await expect
    .poll(async () => {
      const [x0, y0, x1, y1] = await both()
      const turn = Math.atan2(y1! - y0!, x1! - x0!) - Math.atan2(yb! - ya!, xb! - xa!)
      return Math.abs(turn)
    })
    .toBeGreaterThan(0.05)
})

test('the browser draws the marks that Node draws, byte for byte', async () => {
  const { page } = app
  const photograph = await sharp({
    create: { width: 400, height: 400, channels: 3, background: '#C8C8C0' },
  })
    .png()
    .toBuffer()
  await newShoot(app, [{ name: 'paper.png', buffer: photograph }])
  await page.getByRole('link', { name: 'Brief' }).first().click()
  const brief = {
    version: BRIEF_VERSION,
    name: 'Marked',
    steps: {
      light: { neutral: { from: 'photograph' } },
      cut: { method: 'off' },
      ground: { behind: { kind: 'original' } },
      frame: { enlarge: true },
      mark: {
        marks: [
          {
            kind: 'label',
            id: 'a',
            text: 'Größe ספל كوب',
            look: { sizePct: 7, colour: '#FFFFFF', outline: { colour: '#1A1A1A', widthPct: 6 } },
            plate: { shape: 'ellipse', colour: '#336699', opacityPct: 60 },
            turnDeg: 9,
          },
          { kind: 'call-out', id: 'b', text: 'Rim', target: { x: 0.6, y: 0.7 }, tip: 'number' },
          {
            kind: 'dimension',
            id: 'c',
            text: '9 cm',
            along: { kind: 'side', side: 'top', gapPct: 0 },
          },
          { kind: 'watermark', id: 'd', text: 'Ottermere', tiled: true, turnDeg: -30 },
        ],
      },
      finish: { placements: [{ id: 'page', name: 'page', longSidePx: 500, format: 'png' }] },
    },
  }
  await giveFiles(page, 'A brief’s file', [
    {
      name: 'marked.brief.json',
      buffer: Buffer.from(JSON.stringify(brief)),
    },
  ])
  await makeAll(1)
  const [delivered] = Object.entries(await deliver(1)).filter(([path]) => path.endsWith('.png'))
  const saved = unzipSync(new Uint8Array(await saveShoot(app)))
  const json = JSON.parse(strFromU8(saved['cloudbank-shoot.json']!)) as {
    tables: Record<string, unknown>
  }
  json.tables.renditions = []
  const file = join(folder, 'marked.shoot.zip')
  await writeFile(
    file,
    zipSync({ ...saved, 'cloudbank-shoot.json': strToU8(JSON.stringify(json)) }, { level: 0 }),
  )
  const { code, stderr } = await runCli('render', file, '--out', join(folder, 'out'))
  expect(code, stderr).toBe(0)
  const inNode = new Uint8Array(await readFile(join(folder, 'out', delivered![0])))
  expect(Buffer.from(inNode).equals(Buffer.from(delivered![1]))).toBe(true)
})
