import { readFile } from 'node:fs/promises'
import { afterAll, beforeAll, expect, test } from 'vitest'
import { countRenditions, DEMO, rowsOf, startApp, type RunningApp } from './harness'
import { openShoot } from './openShoot'

let app: RunningApp
beforeAll(async () => {
  app = await startApp()
  // The window in which a folder is chosen can't be driven: one of the browser's own folders stands for the disk's.
  await app.page.addInitScript(() => {
    Object.assign(window, {
      showDirectoryPicker: async () =>
        (await navigator.storage.getDirectory()).getDirectoryHandle('arrivals', { create: true }),
    })
  })
})
afterAll(() => app.stop())

/** Writes a photograph into the watched folder. */
const write = async (name: string): Promise<void> => {
  const bytes = (await readFile(`${DEMO}photos/${name}`)).toString('base64')
  await app.page.evaluate(
    async ({ bytes, name }) => {
      const root = await navigator.storage.getDirectory()
      const folder = await root.getDirectoryHandle('arrivals', { create: true })
      const file = await (await folder.getFileHandle(name, { create: true })).createWritable()
      await file.write(Uint8Array.from(atob(bytes), (letter) => letter.charCodeAt(0)))
      await file.close()
    },
    { bytes, name },
  )
}
const names = async (): Promise<string[]> =>
  (await rowsOf<{ fileName: string }>(app.page, 'shots')).map(({ fileName }) => fileName).sort()
const becomes = (...files: string[]) => expect.poll(names, { timeout: 30_000 }).toEqual(files)

test('what lies and arrives in a folder is taken in, and made by itself where that is wanted', async () => {
  const { page } = app
  const [one, two, three] = ['OCK-102-front.jpg', 'OCK-103-front.jpg', 'OCK-108-front.jpg'] as const
  await openShoot(app, [one], 'made')
  const made = await countRenditions(page)
  const areMade = (count: number) =>
    expect.poll(() => countRenditions(page), { timeout: 120_000 }).toBe(count)
  await write(two)
  await page.getByRole('button', { name: 'Watch a folder …' }).click()
  await page.getByText('Watching arrivals').waitFor()
  await becomes(one, two)
  await page.getByLabel('Make new photographs as they come in').click()
  await areMade(made + 2)

  // After a reload it goes on, and takes nothing in twice.
  await page.reload()
  await page.getByText('Watching arrivals').waitFor()
  await write(three)
  await becomes(one, two, three)
  await areMade(made + 4)

  await page.getByRole('button', { name: 'Stop watching' }).click()
  await page.getByRole('button', { name: 'Watch a folder …' }).waitFor()
})
