import { execFile } from 'node:child_process'
import { existsSync } from 'node:fs'
import { mkdtemp, readFile, rm, writeFile } from 'node:fs/promises'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { fileURLToPath } from 'node:url'
import sharp from 'sharp'
import { afterAll, beforeAll, expect, test } from 'vitest'

const cli = fileURLToPath(new URL('../../bin/cloudbank.mjs', import.meta.url))
const demo = fileURLToPath(new URL('../../../demo/photos/', import.meta.url))
let folder = ''

beforeAll(async () => {
  folder = await mkdtemp(join(tmpdir(), 'cloudbank-'))
})
afterAll(() => rm(folder, { recursive: true }))

function run(...args: string[]): Promise<{ code: number; stdout: string; stderr: string }> {
  return new Promise((resolve) => {
    const child = execFile(process.execPath, [cli, ...args], (_error, stdout, stderr) =>
      resolve({ code: child.exitCode ?? -1, stdout, stderr }),
    )
  })
}

test('renders good photographs, names the bad one with its reason, and says so in the exit code', async () => {
  const bad = join(folder, 'notes.jpg')
  await writeFile(bad, 'these are notes')
  const out = join(folder, 'out')
  const { code, stdout, stderr } = await run(
    'render',
    `${demo}OCK-108-three-quarter.jpg`,
    bad,
    '--out',
    out,
  )
  expect(code).toBe(1)
  expect(stdout).toBe('')
  expect(stderr).toContain('notes.jpg: 15 bytes long, not a picture')
  expect(stderr).toContain('2/2')
  const page = await readFile(join(out, 'page/OCK-108-three-quarter.jpg'))
  expect(page.length).toBeLessThanOrEqual(200_000)
  expect(await sharp(page).metadata()).toMatchObject({
    width: 1200,
    height: 1200,
    format: 'jpeg',
    hasProfile: true,
  })
  expect((await readFile(join(out, 'card/OCK-108-three-quarter.jpg'))).length).toBeLessThanOrEqual(
    60_000,
  )
})

test('two photographs of one name are both kept', async () => {
  const photo = `${demo}IMG_2050.jpg`
  const brief = join(folder, 'small.json')
  const finish = { placements: [{ id: 'thumb', name: 'thumb', longSidePx: 64, format: 'webp' }] }
  await writeFile(
    brief,
    JSON.stringify({ version: 1, name: 'small', steps: { cut: { method: 'off' }, finish } }),
  )
  const out = join(folder, 'twice')
  const { code } = await run('render', photo, photo, '--brief', brief, '--out', out)
  expect(code).toBe(0)
  for (const name of ['IMG_2050.webp', 'IMG_2050-2.webp'])
    expect(existsSync(join(out, 'thumb', name))).toBe(true)
})

test('a wrong brief names the field and makes nothing', async () => {
  const brief = join(folder, 'wrong.json')
  await writeFile(
    brief,
    JSON.stringify({ version: 1, name: 'x', steps: { frame: { fillPct: 400 } } }),
  )
  const out = join(folder, 'nothing')
  const { code, stderr } = await run(
    'render',
    `${demo}IMG_2050.jpg`,
    '--brief',
    brief,
    '--out',
    out,
  )
  expect(code).toBe(2)
  expect(stderr).toContain('steps.frame.fillPct')
  expect(existsSync(out)).toBe(false)
})

test('a call that is wrong ends with 2', async () => {
  expect((await run('render')).code).toBe(2)
  expect((await run('render', 'a.jpg', '--out', folder, '--workers', 'many')).code).toBe(2)
})
