import { copyFile, mkdtemp, rm, writeFile } from 'node:fs/promises'
import { createServer, type Server } from 'node:http'
import type { AddressInfo } from 'node:net'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import sharp from 'sharp'
import { afterAll, beforeAll, expect, test } from 'vitest'
import type { Rewritten } from '@cloudbank/core/weigh'
import {
  demoPhoto,
  giveFiles,
  rowsOf,
  runCli,
  startApp,
  unzip,
  DEMO,
  type RunningApp,
} from './harness'

interface Row {
  readonly address: string | null
  readonly path: string
  readonly weighInId: string
  readonly state: string
  readonly problem: string | null
  readonly facts: { readonly bytes: number } | null
  readonly made: readonly Rewritten[] | null
}

let app: RunningApp
beforeAll(async () => {
  app = await startApp()
})
afterAll(() => app.stop())

const idOfPage = (): string => new URL(app.page.url()).pathname.split('/').at(-1)!
const rows = async (): Promise<Row[]> =>
  (await rowsOf<Row>(app.page, 'weighed')).filter(({ weighInId }) => weighInId === idOfPage())
const allWeighed = (): Promise<void> =>
  expect
    .poll(async () => (await rows()).filter(({ state }) => state === 'waiting').length, {
      timeout: 120_000,
    })
    .toBe(0)
const sum = (values: readonly number[]): number => values.reduce((a, b) => a + b, 0)
const leastOf = ({ facts, made }: Row): number =>
  Math.min(facts!.bytes, ...made!.map(({ bytes }) => bytes))

test('the demo page weighed, made as a shoot, weighed again: what was promised comes true', async () => {
  const { page, url } = app
  await page.goto(url)
  await page.getByRole('link', { name: 'Weigh-in' }).click()
  await page.getByRole('button', { name: 'Demo shop page' }).click()
  await page.getByRole('heading', { name: 'Cookware, Ottermere Camp Kitchen' }).waitFor()
  await allWeighed()
  const weighed = await rows()
  expect(weighed).toHaveLength(10)

  // Worst first, by what is wrong; the figures are those of the files.
  const now = sum(weighed.map(({ facts }) => facts!.bytes))
  const possible = sum(weighed.map(leastOf))
  await page
    .getByText(`${(now / 1e6).toFixed(1)}\u00a0MB`, { exact: true })
    .first()
    .waitFor()
  await page
    .getByText(`${Math.round(possible / 1000)}\u00a0KB`, { exact: true })
    .first()
    .waitFor()
  const lines = page.locator('.weigh-line')
  expect(await lines.first().getAttribute('aria-label')).toBe('kettle-large.png')
  await page.getByText('Photograph as PNG', { exact: true }).waitFor()
  await page.getByLabel('Show pictures with').selectOption('colour-profile')
  await expect.poll(() => lines.count()).toBe(1)
  expect(await lines.first().getAttribute('aria-label')).toBe('bowl.jpg')
  await page.getByLabel('Show pictures with').selectOption('')

  // The zip has every picture at its path, rewritten where that is lighter.
  const saving = page.waitForEvent('download')
  await page.getByRole('button', { name: 'Zip, same paths' }).click()
  const zip = await unzip(await saving)
  const flask = zip['demo/shop/pictures/flask-ochre.webp']!
  expect((await sharp(flask).metadata()).width).toBe(688)
  expect(Object.keys(zip)).toContain('demo/shop/pictures/brush.webp')
  expect(new TextDecoder().decode(zip['changes.csv'])).toContain(
    'demo/shop/pictures/flask-ochre.jpg,demo/shop/pictures/flask-ochre.webp,',
  )
  const packed = sum(
    Object.entries(zip)
      .filter(([path]) => path !== 'changes.csv')
      .map(([, bytes]) => bytes.length),
  )
  expect(Math.abs(packed / possible - 1)).toBeLessThan(0.03)

  await page.getByRole('button', { name: /^Make a shoot of \d+ pictures$/ }).click()
  const lighter = weighed.filter((row) => leastOf(row) <= row.facts!.bytes * 0.98)
  await expect.poll(() => page.locator('.tile').count()).toBe(lighter.length)
  await page.keyboard.press('m')
  interface Rendition {
    readonly bytes: number
    readonly fileHash: string
    readonly standing: string
  }
  const made = async (): Promise<Rendition[]> =>
    (await rowsOf<Rendition>(page, 'renditions')).filter(({ standing }) => standing === 'current')
  await expect.poll(async () => (await made()).length, { timeout: 180_000 }).toBe(lighter.length)
  const came = sum((await made()).map(({ bytes }) => bytes))
  expect(Math.abs(came / sum(lighter.map(leastOf)) - 1)).toBeLessThan(0.03)

  // Weighed again, there is next to nothing left to lose.
  await page.goto(`${url}/weigh`)
  await page
    .getByLabel('Finished files of a shoot')
    .selectOption({ label: 'Cookware, Ottermere Camp Kitchen' })
  await page.getByRole('heading', { name: 'Cookware, Ottermere Camp Kitchen' }).waitFor()
  await expect.poll(async () => (await rows()).length).toBe(lighter.length)
  await allWeighed()
  expect(sum((await rows()).map(({ facts }) => facts!.bytes))).toBe(came)
})

const LANE = `<title>Lane</title><link rel="stylesheet" href="looks/lane.css"><script>document.body.remove()</script>
<div class="head"></div><div class="row"><img src="a.jpg" width="300" height="200"><img src="no.jpg" alt=""></div>`
const LOOK = `body { margin: 0 } .head { height: 900px; background: url("../a.jpg?head") }
.row { width: 120px } img { display: block; max-width: 100%; height: auto }`

test('a host is fetched from once it was allowed; a weigh-in survives a reload, and is taken back', async () => {
  const { page, url } = app
  const picture = await sharp((await demoPhoto('OCK-102-front.jpg')).buffer)
    .resize(300)
    .jpeg()
    .toBuffer()
  const shop: Server = createServer(({ url: path }, response) => {
    if (path === '/') response.setHeader('Content-Type', 'text/html').end(LANE)
    else if (path === '/looks/lane.css') response.setHeader('Content-Type', 'text/css').end(LOOK)
    else if (path === '/a.jpg') response.setHeader('Content-Type', 'image/jpeg').end(picture)
    else response.writeHead(404).end()
  })
  await new Promise<void>((done) => shop.listen(0, '127.0.0.1', done))
  const { port } = shop.address() as AddressInfo
  await page.goto(`${url}/weigh`)
  await page
    .getByLabel('Addresses of pages or pictures, one a line')
    .fill(`http://127.0.0.1:${port}/`)
  await page.getByRole('button', { name: 'Weigh', exact: true }).click()
  await page.getByText('127.0.0.1 is not among the hosts that may be fetched from.').waitFor()
  await page.getByRole('button', { name: 'Allow 127.0.0.1', exact: true }).click()
  await page.getByText('127.0.0.1 is this machine itself.').waitFor()
  await page.getByRole('button', { name: 'Allow 127.0.0.1 in private networks' }).click()
  await page.getByRole('heading', { name: 'Lane' }).waitFor()
  await page.reload()
  await allWeighed()
  expect(await rows()).toMatchObject([
    {
      path: 'a.jpg',
      state: 'weighed',
      facts: { bytes: picture.length },
      // As its style sheet has it, below a head of 900 px.
      use: { shownWidthPx: 120, shownHeightPx: 80, topPx: 900 },
    },
    { path: 'no.jpg', state: 'failed', problem: `http://127.0.0.1:${port}/no.jpg answers 404.` },
    {
      path: 'a-2.jpg',
      address: `http://127.0.0.1:${port}/a.jpg?head`,
      use: { shownWidthPx: 1280, shownHeightPx: 900, alt: '' },
    },
  ])
  const weighIns = await rowsOf<{ id: string; otherBytes: number }>(page, 'weighIns')
  expect(weighIns.find(({ id }) => id === idOfPage())!.otherBytes).toBe(LANE.length + LOOK.length)
  await page.getByRole('button', { name: 'Weigh again' }).click()
  await page.getByText(/^Weighed .*: .* then, .* now\.$/).waitFor()
  shop.close()

  await page.getByRole('link', { name: 'All weigh-ins' }).click()
  const lanes = page.getByRole('link', { name: 'Lane' })
  await expect.poll(() => lanes.count()).toBe(2)
  await page.getByRole('button', { name: 'Delete' }).first().click()
  await expect.poll(() => lanes.count()).toBe(1)
  await page.getByRole('button', { name: 'Undo' }).click()
  await expect.poll(() => lanes.count()).toBe(2)
})

test('files that were given: a nasty one is named, and the rest is weighed', async () => {
  const { page, url } = app
  await page.goto(`${url}/weigh`)
  const whole = (await demoPhoto('OCK-102-front.jpg')).buffer
  const small = await sharp(whole).resize(200).jpeg().toBuffer()
  await giveFiles(page, 'Files to weigh', [
    { name: 'töpf 🍲.jpg', buffer: small },
    { name: 'cut.jpg', buffer: small.subarray(0, 900) },
    { name: 'really-a-text.png', buffer: Buffer.from('no picture') },
  ])
  await page.getByRole('heading', { name: 'Files' }).waitFor()
  await allWeighed()
  const states = Object.fromEntries((await rows()).map(({ path, state }) => [path, state]))
  expect(states).toEqual({
    'töpf 🍲.jpg': 'weighed',
    'cut.jpg': 'failed',
    'really-a-text.png': 'failed',
  })
  await page.getByText('not a picture').first().waitFor()
})

test('on the command line: a page over its budget ends with 1, as data it has every way', async () => {
  const folder = await mkdtemp(join(tmpdir(), 'cloudbank-page-'))
  for (const name of ['skillet-top.png', 'brush.webp'])
    await copyFile(`${DEMO}shop/pictures/${name}`, join(folder, name))
  const html =
    '<img src="brush.webp" width="320" alt="" /><img src="skillet-top.png" width="320" />'
  await writeFile(join(folder, 'index.html'), html)
  const over = await runCli('weigh', join(folder, 'index.html'), '--budget', '500KB', '--json')
  await rm(folder, { recursive: true })
  expect(over.code).toBe(1)
  const data = JSON.parse(over.stdout) as {
    pictures: { path: string; best: { way: string } | null }[]
  }
  expect(data.pictures).toHaveLength(2)
  expect(data.pictures[0]).toMatchObject({
    path: 'skillet-top.png',
    best: { way: 'shown' },
  })
  const within = await runCli('weigh', `${DEMO}shop/pictures/brush.webp`, '--budget', '1MB')
  expect(within.code).toBe(0)
  expect(within.stdout).toContain('Within the budget.')
  const refused = await runCli('weigh', 'http://169.254.169.254/latest/')
  expect(refused.code).toBe(2)
  expect(refused.stderr).toContain('169.254.169.254 is the local link.')
})
