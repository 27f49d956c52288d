import { readFile } from 'node:fs/promises'
import { createRequire } from 'node:module'
import { afterAll, beforeAll, expect, test } from 'vitest'
import { startApp, type RunningApp } from './harness'
import { openShoot } from './openShoot'

const AXE = createRequire(import.meta.url).resolve('axe-core/axe.min.js')
const SKIES = ['day', 'dusk', 'night'] as const

let app: RunningApp
let shoot: string
beforeAll(async () => {
  app = await startApp()
  const { page } = app
  await openShoot(app, ['OCK-108-front.jpg', 'OCK-111-top.jpg'], 'made')
  shoot = page.url()
})
afterAll(() => app.stop())

/** What axe-core says against the screen under each sky: rule, and the first element of each. */
async function complaints(): Promise<string[]> {
  const { page } = app
  const source = await readFile(AXE, 'utf8')
  const found: string[] = []
  for (const sky of SKIES) {
    await page.evaluate((name) => (document.documentElement.dataset['sky'] = name), sky)
    await page.evaluate(source)
    const rules = await page.evaluate(async () => {
      const { axe } = globalThis as unknown as {
        axe: { run: () => Promise<{ violations: { id: string; nodes: { html: string }[] }[] }> }
      }
      const { violations } = await axe.run()
      return violations.map(({ id, nodes }) => `${id}: ${nodes[0]?.html.slice(0, 160) ?? ''}`)
    })
    found.push(...rules.map((rule) => `${sky}, ${rule}`))
  }
  return found
}

const VIEWS: readonly (readonly [name: string, path: string, ready: string])[] = [
  ['home', '/', 'h1'],
  ['the sheet', '', '.tile'],
  ['the lightings', '/lightings', 'h1'],
  ['the brief', '/brief', 'h2'],
  ['review', '/review', '.review-frame img[src]'],
  ['deliver', '/deliver', 'table'],
  ['the products', '/products', 'section'],
  ['the runs', '/runs', 'h1'],
  ['live', '/live', 'h1'],
  ['the workers', '/workers', 'h1'],
]
/** Views of no shoot. */
const OF_ALL: ReadonlySet<string> = new Set(['/', '/workers'])

test.each(VIEWS)('axe-core finds nothing on %s, under any sky', async (_name, path, ready) => {
  const { page, url } = app
  await page.goto(OF_ALL.has(path) ? `${url}${path}` : `${shoot}${path}`)
  await page.locator(ready).first().waitFor()
  expect(await complaints()).toEqual([])
})

test('axe-core finds nothing on the bench, at any stage, under any sky', async () => {
  const { page } = app
  await page.goto(shoot)
  await page.locator('.tile').first().dblclick()
  await page.getByTestId('row').waitFor({ timeout: 60_000 })
  for (const stage of ['Light', 'Tidy', 'Cut', 'Ground', 'Frame', 'Finish']) {
    await page.locator('nav[aria-label=Stages] button', { hasText: stage }).click()
    await page.getByRole('region', { name: 'Desk' }).waitFor()
    expect(await complaints(), stage).toEqual([])
  }
})
