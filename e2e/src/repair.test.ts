import { readFile } from 'node:fs/promises'
import sharp from 'sharp'
import { afterAll, beforeAll, beforeEach, expect, test } from 'vitest'
import { newShoot, rowsOf, startApp, unzip, type RunningApp, giveFiles } from './harness'
import { openShoot } from './openShoot'

let app: RunningApp
beforeAll(async () => {
  app = await startApp()
})
afterAll(() => app.stop())

/** Each test has a shoot of its own. */
beforeEach(async () => {
  await openShoot(app, ['OCK-104-three-quarter.jpg', 'OCK-104-top.jpg'], 'cut')
})

/** A pixel of the cut on the bench, at a place in fractions of the picture. */
const pixelAt = (x01: number, y01: number): Promise<number[]> =>
  app.page.evaluate(
    ([x, y]) => {
      const canvas = document.querySelector<HTMLCanvasElement>('[data-testid=cut-picture] canvas')!
      const at = [Math.floor(x! * canvas.width), Math.floor(y! * canvas.height)] as const
      return [...canvas.getContext('2d')!.getImageData(...at, 1, 1).data]
    },
    [x01, y01],
  )

/** A drawing is waited for this long, whatever else the machine does. */
const SEEN = { timeout: 20_000 }

const isGrey = ([r, g, b]: number[]): boolean => r === 128 && g === 128 && b === 128
const repairs = (): Promise<string | null> =>
  app.page.locator('[data-repairs]').getAttribute('data-repairs')

/** Drags over the picture, by places in fractions of it. */
async function drag(places: readonly (readonly [number, number])[]): Promise<void> {
  const { page } = app
  const box = (await page.getByTestId('cut-picture').boundingBox())!
  const px = ([x, y]: readonly [number, number]) =>
    [box.x + x * box.width, box.y + y * box.height] as const
  await page.mouse.move(...px(places[0]!))
  await page.mouse.down()
  for (const place of places.slice(1)) await page.mouse.move(...px(place), { steps: 4 })
  await page.mouse.up()
}

/** The wall of the skillet at its lower left: black on black, which the automatic cut finds. */
const WALL: readonly (readonly [number, number])[] = [
  [0.383, 0.837],
  [0.309, 0.817],
  [0.243, 0.76],
  [0.194, 0.673],
]

test('a cut is repaired by hand, undone, carried to a sibling, and saved with its alpha', async () => {
  const { page } = app
  await page.locator('.tile', { hasText: 'top' }).dblclick()
  await page.locator('nav[aria-label=Stages] button', { hasText: 'Cut' }).click()
  await page.getByTestId('cut-picture').waitFor({ timeout: 60_000 })
  await expect.poll(() => pixelAt(0.02, 0.02).then(isGrey), SEEN).toBe(true)
  const [wallX, wallY] = WALL[1]!
  expect(isGrey(await pixelAt(wallX, wallY)), 'the wall is there at first').toBe(false)

  await page.keyboard.press('5')
  await drag(WALL)
  await page.getByTestId('changed').waitFor()
  await expect.poll(() => pixelAt(wallX, wallY).then(isGrey), SEEN).toBe(true)
  expect(await repairs()).toBe('1')
  // Far from the stroke nothing has changed.
  expect(isGrey(await pixelAt(0.02, 0.02))).toBe(true)

  await page.keyboard.press('u')
  await expect.poll(() => pixelAt(wallX, wallY).then(isGrey), SEEN).toBe(false)
  await page.keyboard.press('Shift+U')
  await expect.poll(() => pixelAt(wallX, wallY).then(isGrey), SEEN).toBe(true)

  // Painted exactly, out in the backdrop; hidden, and shown again.
  await page.keyboard.press('6')
  await drag([
    [0.1, 0.1],
    [0.14, 0.1],
  ])
  await expect.poll(() => pixelAt(0.12, 0.1).then(isGrey), SEEN).toBe(false)
  await page.getByRole('button', { name: 'Hide repair 2' }).click()
  await expect.poll(() => pixelAt(0.12, 0.1).then(isGrey), SEEN).toBe(true)
  await page.getByRole('button', { name: 'Show repair 2' }).click()
  await expect.poll(() => pixelAt(0.12, 0.1).then(isGrey), SEEN).toBe(false)

  const downloading = page.waitForEvent('download')
  await page.getByRole('button', { name: 'PNG', exact: true }).click()
  const download = await downloading
  expect(download.suggestedFilename()).toBe('OCK-104-top-cut-out.png')
  const { data, info } = await sharp(await readFile(await download.path()))
    .raw()
    .toBuffer({ resolveWithObject: true })
  const alphaAt = (x: number, y: number): number =>
    data[(Math.floor(y * info.height) * info.width + Math.floor(x * info.width)) * 4 + 3]!
  expect([info.width, info.height, info.channels]).toEqual([2400, 1600, 4])
  expect(alphaAt(0.12, 0.1)).toBe(255)
  expect(alphaAt(wallX, wallY)).toBeLessThan(50)
  expect(alphaAt(0.02, 0.02)).toBe(0)
  expect(alphaAt(0.12, 0.2)).toBe(0)

  await page.keyboard.press('t')
  const window = page.getByRole('dialog', { name: 'Copy to siblings' })
  await window.getByText('Cut repairs').waitFor()
  await window.getByRole('button', { name: 'Copy to 1 shot' }).click()
  await window.waitFor({ state: 'detached' })
  const shootId = new URL(page.url()).pathname.split('/')[2]
  const all = await rowsOf<{
    shootId: string
    touches: { cut?: { repairs?: Record<string, { kind: string; points: number[][] }> } }
  }>(page, 'shots')
  const shots = all.filter((shot) => shot.shootId === shootId)
  const kinds = shots.map(({ touches }) =>
    Object.values(touches.cut?.repairs ?? {})
      .map(({ kind }) => kind)
      .sort(),
  )
  expect(kinds).toEqual([
    ['drop', 'paint'],
    ['drop', 'paint'],
  ])
  // They lie where the sibling's own product lies.
  const painted = shots.map(
    ({ touches }) =>
      Object.values(touches.cut?.repairs ?? {}).find(({ kind }) => kind === 'paint')!.points[0]!,
  )
  expect(painted[0]).not.toEqual(painted[1])
  // On the sheet it says so where the automatic cut has its chance.
  await page.keyboard.press('Escape')
  await page.getByRole('listbox', { name: 'Shots' }).waitFor()
  await page.keyboard.press('4')
  await page.getByText('by hand').first().waitFor()
})

test('a stroke tells the finder, which finds more of the part than the stroke reaches; undone, it is gone', async () => {
  const { page } = app
  await page.goto(app.url)
  await openShoot(app, ['OCK-101-reference.jpg'], 'cut')
  await page.locator('.tile').dblclick()
  await page.locator('nav[aria-label=Stages] button', { hasText: 'Cut' }).click()
  await page.getByTestId('cut-picture').waitFor({ timeout: 60_000 })
  // To both sides of a stroke over the grey card, which is no part of the product: farther than a stroke reaches by itself.
  const beside = [
    [0.216, 0.577],
    [0.282, 0.443],
  ] as const
  const areKept = async (): Promise<boolean[]> =>
    Promise.all(beside.map(async ([x, y]) => !isGrey(await pixelAt(x, y))))
  await expect.poll(areKept, SEEN).toEqual([false, false])

  await page.keyboard.press('4')
  await drag([
    [0.1, 0.36],
    [0.249, 0.51],
    [0.4, 0.64],
  ])
  await expect.poll(areKept, SEEN).toEqual([true, true])
  expect(await repairs()).toBe('1')
  await page.keyboard.press('u')
  await expect.poll(areKept, SEEN).toEqual([false, false])
})

test('the Cut lens fills in, and has the least sure first on demand', async () => {
  const { page } = app
  await page.keyboard.press('4')
  await expect.poll(() => page.locator('[data-doubts]').count(), { timeout: 60_000 }).toBe(2)
  await page.getByLabel('Order').selectOption('Worst first')
  await page.locator('.group-head', { hasText: 'Worst first' }).waitFor()
  expect(await page.locator('.tile').count()).toBe(2)
})

test('cut-outs of a selection come as one zip, in the middle of which the page was reloaded', async () => {
  const { page } = app
  await page.locator('.tile').first().click()
  await page.keyboard.press('a')
  await page.getByText('2 shots selected').waitFor()
  await page.getByLabel('Save cut-outs').selectOption('webp')
  await page.getByText('Saving cut-outs').waitFor()
  const downloading = page.waitForEvent('download', { timeout: 60_000 })
  await page.reload()
  const files = await unzip(await downloading)
  expect(Object.keys(files).sort()).toEqual([
    'OCK-104-three-quarter-cut-out.webp',
    'OCK-104-top-cut-out.webp',
  ])
  for (const bytes of Object.values(files)) {
    const { format, hasAlpha } = await sharp(bytes).metadata()
    expect({ format, hasAlpha }).toEqual({ format: 'webp', hasAlpha: true })
  }
  await expect.poll(() => rowsOf(page, 'cutOuts')).toEqual([])
})

test('a picture of one’s own lies behind the product, and is in the file that is made', async () => {
  const { page } = app
  const oak = await sharp({ create: { width: 90, height: 60, channels: 3, background: '#806040' } })
    .png()
    .toBuffer()
  await page.locator('.tile', { hasText: 'top' }).dblclick()
  await page.locator('nav[aria-label=Stages] button', { hasText: 'Ground' }).click()
  await page.getByRole('radio', { name: /^brief/ }).click()
  await page.getByLabel('Ground', { exact: true }).selectOption('picture')
  const given = { name: 'notes.txt', buffer: Buffer.from('no picture') }
  await giveFiles(page, 'Picture to import', [given])
  await page
    .getByText(/^notes\.txt can’t be used as a ground: 10 bytes long, not a picture/)
    .waitFor()
  await giveFiles(page, 'Picture to import', [{ name: 'oak.png', buffer: oak }])
  await page.getByLabel('How it fits').waitFor()
  await page.keyboard.press('Escape')
  await page.getByRole('button', { name: /^Make 4 renditions/ }).click()
  await page.getByRole('button', { name: /^All 4 renditions made/ }).waitFor({ timeout: 120_000 })
  await page.getByRole('link', { name: 'Deliver' }).click()
  const downloading = page.waitForEvent('download')
  await page.getByRole('button', { name: /^Download/ }).click()
  const files = await unzip(await downloading)
  for (const path of ['page/OCK-104-top.jpg', 'page/OCK-104-three-quarter.jpg']) {
    const { data } = await sharp(files[path]!).raw().toBuffer({ resolveWithObject: true })
    for (const [c, value] of [0x80, 0x60, 0x40].entries())
      expect(Math.abs(data[c]! - value), path).toBeLessThan(4)
  }
})

test('glass lets the new ground through as it did its paper, but for what is painted back', async () => {
  const { page } = app
  const paper = { r: 210, g: 210, b: 210 }
  const pane = Buffer.from(
    `<svg width="900" height="900"><rect x="250" y="150" width="400" height="600" fill="#803c28"/>
    <rect x="300" y="300" width="300" height="300" fill="rgb(150,150,150)"/></svg>`,
  )
  const buffer = await sharp({
    create: { width: 900, height: 900, channels: 3, background: paper },
  })
    .composite([{ input: pane }])
    .png()
    .toBuffer()
  await page.goto(app.url)
  await newShoot(app, [{ name: 'lantern.png', buffer }])
  await page.locator('.tile').dblclick()
  await page.locator('nav[aria-label=Stages] button', { hasText: 'Cut' }).click()
  await page.getByTestId('cut-picture').waitFor({ timeout: 60_000 })

  await page.keyboard.press('-')
  const rows = [0.36, 0.4, 0.44, 0.48, 0.52, 0.56, 0.6, 0.64]
  await drag(
    rows.flatMap((y, k) =>
      k % 2 ? [[0.64, y] as const, [0.36, y] as const] : [[0.36, y] as const, [0.64, y] as const],
    ),
  )
  await page.getByText('Made see-through').first().waitFor()
  await page.keyboard.press('6')
  await drag([
    [0.5, 0.5],
    [0.51, 0.5],
  ])
  await expect.poll(repairs).toBe('2')
  const downloading = page.waitForEvent('download')
  await page.getByRole('button', { name: 'PNG', exact: true }).click()
  const { data, info } = await sharp(await readFile(await (await downloading).path()))
    .raw()
    .toBuffer({ resolveWithObject: true })
  const pixel = (x: number, y: number): number[] => [
    ...data.subarray((y * info.width + x) * 4, (y * info.width + x) * 4 + 4),
  ]
  const linear = (value: number): number => ((value / 255 + 0.055) / 1.055) ** 2.4
  const [r, , , alpha] = pixel(450, 360)
  // A fifth of the paper's light is its own.
  expect(alpha! / 255).toBeCloseTo((1 - linear(150) / linear(210)) / 0.8, 1)
  expect(linear(r!)).toBeCloseTo(0.2 * linear(210), 1)
  expect(pixel(450, 450)).toEqual([150, 150, 150, 255])
  expect(pixel(275, 450)[3]).toBe(255)
  expect(pixel(100, 100)[3]).toBe(0)
})
