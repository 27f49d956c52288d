import { appendFile, cp, mkdtemp, rm } from 'node:fs/promises'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { afterAll, beforeAll, expect, test } from 'vitest'
import { countRenditions, demoPhoto, giveFiles, startApp, WEB, type RunningApp } from './harness'

let app: RunningApp
let web = ''
beforeAll(async () => {
  web = await mkdtemp(join(tmpdir(), 'cloudbank-web-'))
  await cp(WEB, web, { recursive: true })
  app = await startApp('cold', web)
})
afterAll(async () => {
  await app.stop()
  await rm(web, { recursive: true })
})

const states = () =>
  app.page.evaluate(async () => {
    const registration = await navigator.serviceWorker.getRegistration()
    return { active: registration?.active?.state, waiting: registration?.waiting?.state }
  })

test('after one visit it opens and works without its server', async () => {
  const { page, server, url } = app
  await page.goto(url)
  await expect.poll(async () => (await states()).active, { timeout: 60_000 }).toBe('activated')
  server.away = () => true
  await page.reload()
  await page.getByRole('heading', { name: 'Shoots' }).waitFor()
  await giveFiles(page, 'Photographs for a new shoot', [await demoPhoto('OCK-102-front.jpg')])
  await page.locator('.tile').first().waitFor()
  // A screen has its address there, too; the networks and encoders were kept with all the rest.
  await page.reload()
  await page.locator('.tile').first().waitFor()
  await page.keyboard.press('m')
  await expect.poll(() => countRenditions(page), { timeout: 120_000 }).toBe(2)
  server.away = () => false
})

test('a new version says so and waits; other tabs keep it waiting, one alone starts it when asked', async () => {
  const { page, context, url } = app
  await page.goto(url)
  await page.evaluate(() => ((window as { isOld?: boolean }).isOld = true))
  await appendFile(join(web, 'sw.js'), '\n// another version')
  await page.evaluate(async () => {
    await (await navigator.serviceWorker.getRegistration())?.update()
  })
  await page.getByText('A new version is ready.').waitFor()
  const isOld = () => page.evaluate(() => (window as { isOld?: boolean }).isOld === true)
  expect(await states()).toEqual({ active: 'activated', waiting: 'installed' })
  expect(await isOld()).toBe(true)

  const other = await context.newPage()
  await other.goto(url)
  await page.getByRole('button', { name: 'Start it now' }).click()
  await page.getByText('Close the other tabs of Cloudbank first').waitFor()
  expect(await states()).toEqual({ active: 'activated', waiting: 'installed' })
  expect(await isOld()).toBe(true)
  await other.close()

  await page.reload()
  await page.getByRole('button', { name: 'Start it now' }).click()
  await expect.poll(states).toEqual({ active: 'activated' })
  await page.getByRole('heading', { name: 'Shoots' }).waitFor()
})

test('it can be installed: its manifest and marks are there', async () => {
  const { page, url } = app
  await page.goto(url)
  const manifest = JSON.parse(
    await page.evaluate(async () => (await fetch('/cloudbank.webmanifest')).text()),
  ) as { icons: { src: string; sizes: string }[] }
  const client = await page.context().newCDPSession(page)
  const { installabilityErrors } = await client.send('Page.getInstallabilityErrors')
  expect(installabilityErrors.map(({ errorId }) => errorId)).not.toContain('no-manifest')
  expect(installabilityErrors.map(({ errorId }) => errorId)).not.toContain('no-acceptable-icon')
  expect(manifest.icons.map(({ sizes }) => sizes)).toEqual(['any', '192x192', '512x512'])
})
