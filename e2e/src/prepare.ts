import { createHash } from 'node:crypto'
import { mkdir, readdir, readFile, rm, writeFile } from 'node:fs/promises'
import { dirname, join } from 'node:path'
import { fileURLToPath } from 'node:url'
import type { TestProject } from 'vitest/node'
import { demoPhotos, GIVEN, newShoot, startApp } from './harness'
import { PREPARED } from './preparedShoot'

declare module 'vitest' {
  export interface ProvidedContext {
    readonly preparedShoot: string
  }
}

const root = (path: string): string => fileURLToPath(new URL(`../../${path}`, import.meta.url))

/** Has the prepared shoot ready; what was given to pages is removed in the end. */
export default async function setUp(project: TestProject): Promise<() => Promise<void>> {
  await prepare(project)
  return () => rm(GIVEN, { recursive: true, force: true })
}

/** Makes the prepared shoot by the app itself, and keeps what its browser has compiled, unless this build of it has done so already. */
async function prepare(project: TestProject): Promise<void> {
  const built = await readdir(root('web/dist'), { recursive: true })
  const build = createHash('sha256').update(built.sort().join()).digest('hex').slice(0, 12)
  const path = root(`.cache/prepared-${build}.shoot.zip`)
  project.provide('preparedShoot', path)
  if (await readFile(path).catch(() => null)) return
  await removeEarlier(dirname(path))
  const app = await startApp('cold')
  const { page } = app
  await newShoot(app, await demoPhotos(PREPARED))
  await page.keyboard.press('m')
  await page
    .getByRole('button', { name: `All ${PREPARED.length * 2} renditions made` })
    .waitFor({ timeout: 300_000 })
  await page.goto(app.url)
  const saving = page.waitForEvent('download')
  await page.getByRole('button', { name: 'Save as a file' }).click()
  await mkdir(dirname(path), { recursive: true })
  await writeFile(path, await readFile(await (await saving).path()))
  await app.stopAndKeep()
}

/** Removes what was prepared of earlier builds. */
async function removeEarlier(folder: string): Promise<void> {
  const names = await readdir(folder).catch((): string[] => [])
  for (const name of names)
    if (name.startsWith('prepared-') || name === 'browser')
      await rm(join(folder, name), { recursive: true })
}
