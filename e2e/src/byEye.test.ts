import sharp from 'sharp'
import { afterAll, beforeAll, expect, test } from 'vitest'
import {
  demoPhoto,
  giveFiles,
  newShoot,
  rowsOf,
  startApp,
  unzip,
  type GivenFile,
  type RunningApp,
} from './harness'
import { openShoot } from './openShoot'

// A brief made by looking, beside another, for some shots alone; and frames that are set upright by hand.

interface Frame {
  readonly turnDeg?: number
  readonly corners?: readonly { x: number; y: number }[]
  readonly fillPct?: number
  readonly sizePct?: number
  readonly perPlacement?: Readonly<Record<string, { readonly fillPct?: number }>>
}
interface ShotRow {
  readonly fileName: string
  readonly touches: { readonly frame?: Frame; readonly ground?: object }
}
interface BriefRow {
  readonly brief: {
    readonly steps: {
      readonly ground: object
      readonly frame: Frame
      readonly finish: {
        readonly placements: readonly { readonly changes: { readonly frame?: object } }[]
      }
    }
  }
}

let app: RunningApp
beforeAll(async () => {
  app = await startApp()
  await openShoot(app, ['OCK-102-front.jpg', 'OCK-111-top.jpg'], 'cut')
})
afterAll(() => app.stop())

const brief = async (): Promise<BriefRow['brief']['steps']> => {
  const [row] = await rowsOf<BriefRow>(app.page, 'briefs')
  return row!.brief.steps
}
const frameOf = async (fileName: string): Promise<Frame | undefined> =>
  (await rowsOf<ShotRow>(app.page, 'shots')).find((shot) => shot.fileName === fileName)?.touches
    .frame

test('questions are answered by one’s own shot as it would come out, and each answer is in the brief', async () => {
  const { page } = app
  await page.keyboard.press('b')
  await page.getByRole('link', { name: 'by eye' }).click()
  const answers = page.locator('[data-drawn="true"]')
  await answers.nth(20).waitFor({ timeout: 120_000 })
  const grey = page.getByRole('button', { name: 'Pale grey' })
  expect(await grey.getAttribute('aria-pressed')).toBe('false')
  await grey.click()
  await page.getByRole('button', { name: 'Pale grey', pressed: true }).waitFor()
  expect((await brief()).ground).toMatchObject({ behind: { kind: 'colour', colour: '#F2F2F0' } })
  // What it shows is on that ground: the corner of its picture is that grey.
  const canvas = page.getByRole('img', { name: 'OCK-102-front.jpg, Pale grey' })
  const corner = await canvas.evaluate((element) => [
    ...(element as HTMLCanvasElement).getContext('2d')!.getImageData(2, 2, 1, 1).data,
  ])
  expect(corner).toEqual([0xf2, 0xf2, 0xf0, 255])
  await page.getByRole('button', { name: /^Undo/ }).click()
  await page.getByRole('button', { name: 'White', pressed: true }).waitFor()
})

test('beside the settings stand shots as they come out, by another brief as well', async () => {
  const { page } = app
  await page.getByRole('link', { name: 'every setting' }).click()
  const comesOut = page.getByRole('complementary', { name: 'As it comes out' })
  await page.getByLabel('Compare with another brief').selectOption({ label: 'Pale portrait' })
  await page.getByText('Right: Behind, Ratio, Fill 80').waitFor()
  await comesOut.locator('[data-drawn="true"]').nth(3).waitFor({ timeout: 60_000 })
})

test('a placement has a fill of its own, and the brief’s again', async () => {
  const { page } = app
  await page.getByRole('button', { name: /^Frame/ }).click()
  await page.getByRole('radio', { name: 'card' }).click()
  const fill = page.getByLabel('Fill', { exact: true })
  await fill.fill('60')
  await fill.press('Enter')
  await page.getByText('Only for this placement:').waitFor()
  const own = async (): Promise<unknown[]> =>
    (await brief()).finish.placements.map(({ changes }) => changes.frame)
  await expect.poll(own).toEqual([undefined, { fillPct: 60 }])
  expect((await brief()).frame.fillPct).toBe(85)
  await page.getByRole('button', { name: 'as in the brief' }).click()
  await expect.poll(own).toEqual([undefined, {}])
  await expect.poll(() => fill.inputValue()).toBe('85')
})

test('some shots go by another brief, and back to their own', async () => {
  const { page } = app
  await page.getByRole('link', { name: 'Sheet' }).click()
  await page.locator('.tile[aria-label^="OCK-111-top"]').click()
  await page.getByText('1 shot selected').waitFor()
  await page.getByLabel('Use another brief').selectOption({ label: 'Cut-outs' })
  await expect.poll(() => frameOf('OCK-111-top.jpg')).toEqual({ fillPct: 96 })
  expect(await frameOf('OCK-102-front.jpg')).toBeUndefined()
  await page.getByLabel('Use another brief').selectOption({ label: 'Shop white, the shoot’s own' })
  await expect.poll(async () => (await frameOf('OCK-111-top.jpg'))?.fillPct).toBeUndefined()
})

test('a line along what is level turns the picture, four corners make a rectangle', async () => {
  const { page } = app
  await page.locator('.tile[aria-label^="OCK-102-front"]').dblclick()
  await page.locator('nav[aria-label=Stages] button', { hasText: 'Frame' }).click()
  await page.keyboard.press('f')
  await page
    .getByTestId('viewer')
    .getByRole('img', { name: 'After frame' })
    .waitFor({ timeout: 60_000 })
  const pane = (await page.getByTestId('viewer').boundingBox())!
  const drag = async (from: readonly [number, number], to: readonly [number, number]) => {
    await page.mouse.move(pane.x + from[0], pane.y + from[1])
    await page.mouse.down()
    await page.mouse.move(pane.x + to[0], pane.y + to[1], { steps: 4 })
    await page.mouse.up()
  }
  // A corner of the product's box, dragged half way to its middle.
  const box = (await page.getByTestId('product-box').boundingBox())!
  const corner = [box.x - pane.x, box.y - pane.y] as const
  await drag(corner, [corner[0] + box.width / 4, corner[1] + box.height / 4])
  await expect
    .poll(async () => (await frameOf('OCK-102-front.jpg'))?.sizePct ?? 0, { timeout: 10_000 })
    .toBeCloseTo(50, -0.5)
  await page.getByRole('button', { name: /^Undo/ }).click()
  // Drawn as before: a picture that gets another size under a line would bend it.
  await expect
    .poll(async () => (await page.getByTestId('product-box').boundingBox())?.width ?? 0)
    .toBeCloseTo(box.width, -1)
  await page.getByRole('button', { name: 'Line', exact: true }).click()
  await page.getByRole('button', { name: 'Line', exact: true, pressed: true }).waitFor()
  await drag([330, 200], [530, 220])
  // A slope of 20 in 200.
  const turn = -(Math.atan2(20, 200) * 180) / Math.PI
  await expect.poll(async () => (await frameOf('OCK-102-front.jpg'))?.turnDeg).toBeCloseTo(turn, 1)
  await page.getByRole('button', { name: /^Undo/ }).click()
  await expect
    .poll(async () => (await frameOf('OCK-102-front.jpg'))?.turnDeg ?? 0, { timeout: 10_000 })
    .toBe(0)

  await page.getByRole('button', { name: 'Corners', exact: true }).click()
  await page.getByRole('button', { name: 'Corners', exact: true, pressed: true }).waitFor()
  await drag([300, 120], [340, 130])
  const rectangle = page.getByRole('button', { name: 'Make it a rectangle' })
  await rectangle.focus()
  await page.keyboard.press('Enter')
  await rectangle.waitFor({ state: 'detached' })
  await expect.poll(async () => (await frameOf('OCK-102-front.jpg'))?.corners?.length).toBe(4)
  await page.getByRole('button', { name: 'Reset corners' }).click()
  await expect
    .poll(async () => (await frameOf('OCK-102-front.jpg'))?.corners ?? null, { timeout: 10_000 })
    .toBeNull()

  await page.getByLabel('Framed for').selectOption({ label: 'card alone' })
  await page.getByLabel('Fill', { exact: true }).focus()
  await page.keyboard.press('Home')
  const card = async () => (await frameOf('OCK-102-front.jpg'))?.perPlacement?.card?.fillPct
  await expect.poll(card, { timeout: 10_000 }).toBe(10)
  expect((await frameOf('OCK-102-front.jpg'))?.fillPct).toBeUndefined()
  await page.getByRole('button', { name: 'Undo Fill 10.0 %, for card' }).waitFor()
  await page.getByRole('button', { name: 'As for all' }).click()
  await expect.poll(card, { timeout: 10_000 }).toBeUndefined()
})

test('a small photograph is enlarged by the network, with leave, and says so', async () => {
  const { page } = app
  const { buffer } = await demoPhoto('OCK-102-front.jpg')
  const small = await sharp(buffer).resize(300).jpeg({ quality: 95 }).toBuffer()
  const given: GivenFile = { name: 'small.jpg', buffer: small }
  await newShoot(app, [given])
  await page.keyboard.press('b')
  const wanted = {
    version: 1,
    name: 'Enlarged',
    steps: {
      frame: { enlarge: true, enlargeBy: 'fine' },
      finish: { placements: [{ id: 'page', name: 'page', longSidePx: 400, format: 'auto' }] },
    },
  }
  await giveFiles(page, 'A brief’s file', [
    {
      name: 'enlarged.brief.json',
      buffer: Buffer.from(JSON.stringify(wanted)),
    },
  ])
  await page.getByRole('button', { name: 'Make 1 rendition' }).click()
  await page.keyboard.press('d')
  const download = page.waitForEvent('download', { timeout: 120_000 })
  await page.getByRole('button', { name: /^Download 1 rendition/ }).click({ timeout: 120_000 })
  const files = await unzip(await download)
  const bytes = files['page/small.jpg']!
  expect(await sharp(bytes).metadata()).toMatchObject({ width: 400, height: 400, format: 'jpeg' })
  expect(new TextDecoder().decode(files['manifest.json'])).toContain('Enlarged')
})
