import { mkdtemp, readdir, readFile, rm, writeFile } from 'node:fs/promises'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { strFromU8, strToU8, unzipSync, zipSync } from 'fflate'
import { afterAll, beforeAll, describe, expect, test } from 'vitest'
import { demoPhotos, newShoot, runCli, startApp, unzip, type RunningApp } from './harness'

// A shoot that the app has made leaves it as a file; the command line makes of it what the app delivered.

const JSON_NAME = 'cloudbank-shoot.json'

let app: RunningApp
let folder = ''
/** The shoot as a file, and what the app delivered of it. */
let saved: Uint8Array
let delivered: Record<string, Uint8Array>

beforeAll(async () => {
  app = await startApp()
  folder = await mkdtemp(join(tmpdir(), 'cloudbank-'))
  const { page } = app
  // PNG: photographs without loss are decoded alike everywhere.
  await newShoot(app, await demoPhotos(['OCK-107-three-quarter.png', 'IMG_2057.png']))
  await page.getByRole('button', { name: 'Make 4 renditions' }).click()
  await page.getByRole('button', { name: 'All 4 renditions made' }).waitFor({ timeout: 120_000 })
  await page.getByRole('link', { name: 'Deliver' }).click()
  const downloading = page.waitForEvent('download')
  await page.getByRole('button', { name: /^Download 4 renditions/ }).click()
  delivered = await unzip(await downloading)
  await page.goto(app.url)
  const saving = page.waitForEvent('download')
  await page.getByRole('button', { name: 'Save as a file' }).click()
  saved = new Uint8Array(await readFile(await (await saving).path()))
})
afterAll(async () => {
  await app.stop()
  await rm(folder, { recursive: true })
})

/** Every file below a folder, by its path in it. */
async function filesIn(path: string): Promise<Record<string, Uint8Array>> {
  const entries = await readdir(path, { recursive: true, withFileTypes: true })
  const files = entries.filter((entry) => entry.isFile())
  return Object.fromEntries(
    await Promise.all(
      files.map(async ({ parentPath, name }) => {
        const full = join(parentPath, name)
        return [full.slice(path.length + 1), new Uint8Array(await readFile(full))] as const
      }),
    ),
  )
}

async function render(name: string, bytes: Uint8Array) {
  const file = join(folder, `${name}.shoot.zip`)
  const out = join(folder, name)
  await writeFile(file, bytes)
  const said = await runCli('render', file, '--out', out)
  return { ...said, files: await filesIn(out).catch(() => ({}) as Record<string, Uint8Array>) }
}

const changed = (
  change: (contained: Record<string, Record<string, unknown>>) => void,
): Uint8Array => {
  const { [JSON_NAME]: json, ...files } = unzipSync(saved)
  const contained = JSON.parse(strFromU8(json!)) as Record<string, Record<string, unknown>>
  change(contained)
  return zipSync({ [JSON_NAME]: strToU8(JSON.stringify(contained)), ...files }, { level: 0 })
}

describe('the command line makes of a saved shoot what the app delivered, byte for byte', () => {
  test('where everything is made already', async () => {
    const { code, stderr, files } = await render('made', saved)
    expect(stderr).toContain('2/2')
    expect(code).toBe(0)
    expect(files).toEqual(delivered)
  })

  test('where all of it is made anew, cut and all', async () => {
    const bare = changed((contained) => {
      contained.tables!.renditions = []
      contained.mattes = [] as never
    })
    const { code, files } = await render('anew', bare)
    expect(code).toBe(0)
    expect(files).toEqual(delivered)
  })
})

test('a shoot whose photograph holds other bytes than it says is refused for that photograph alone', async () => {
  const all = unzipSync(saved)
  const path = Object.keys(all).find((name) => name.startsWith('originals/'))!
  const { [JSON_NAME]: json, ...files } = all
  files[path] = files[path]!.map((byte, i) => (i === 5000 ? byte ^ 1 : byte))
  const lying = zipSync({ [JSON_NAME]: json!, ...files }, { level: 0 })
  const { code, stderr, files: made } = await render('lying', lying)
  expect(code).toBe(1)
  expect(stderr).toContain('holds other bytes than its name says')
  expect(Object.keys(made).filter((name) => name.endsWith('.jpg'))).toHaveLength(2)
})

test('what is given beside a saved shoot, or is torn, is said', async () => {
  const file = join(folder, 'beside.shoot.zip')
  await writeFile(file, saved)
  const both = await runCli('render', file, '--brief', 'x.json', '--out', join(folder, 'none'))
  expect([both.code, both.stderr.includes('--brief can’t be combined with it')]).toEqual([2, true])
  await writeFile(file, saved.subarray(0, saved.length - 4000))
  const torn = await runCli('render', file, '--out', join(folder, 'none'))
  expect([torn.code, torn.stderr.includes('the zip is damaged')]).toEqual([2, true])
})
