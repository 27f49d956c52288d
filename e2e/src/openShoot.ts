import { readFile } from 'node:fs/promises'
import { inject, vi } from 'vitest'
import { giveFiles, rowsOf, type RunningApp } from './harness'
import { partOf, type PREPARED, type Progress } from './preparedShoot'

/** A shoot of some of the prepared photographs, opened: how far they are was done beforehand. */
export async function openShoot(
  app: Pick<RunningApp, 'page' | 'url'>,
  files: readonly (typeof PREPARED)[number][],
  progress: Progress,
): Promise<void> {
  await openSaved(app, await partOf(inject('preparedShoot'), files, progress))
  await app.page
    .getByRole('navigation')
    .getByText(`${files.length} ${files.length === 1 ? 'shot' : 'shots'} ·`)
    .waitFor()
}

/** Saves the shoot that is first on the home page as a file. */
export async function saveShoot({ page, url }: Pick<RunningApp, 'page' | 'url'>): Promise<Buffer> {
  await page.goto(url)
  const saving = page.waitForEvent('download')
  await page.getByRole('button', { name: 'Save as a file' }).first().click()
  return readFile(await (await saving).path())
}

/** Opens the sheet of a shoot that was saved as a file. */
export async function openSaved(
  { page, url }: Pick<RunningApp, 'page' | 'url'>,
  buffer: Buffer,
): Promise<void> {
  await page.goto(url)
  await page.getByRole('heading', { name: 'Shoots' }).waitFor()
  const idsOf = async (): Promise<string[]> =>
    (await rowsOf<{ id: string }>(page, 'shoots')).map(({ id }) => id)
  const before = await idsOf()
  await giveFiles(page, 'Photographs for a new shoot', [{ name: 'saved.shoot.zip', buffer }])
  // Whichever tab brings it in says so; its rows come last, all at once.
  const id = await vi.waitFor(
    async () => {
      const found = (await idsOf()).find((one) => !before.includes(one))
      if (found === undefined) throw new Error('the shoot is not here yet')
      return found
    },
    { timeout: 60_000, interval: 200 },
  )
  await page.locator(`a[href="/shoots/${id}"]`).first().click()
  await page.locator('.tile').first().waitFor()
}
