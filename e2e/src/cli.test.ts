import { createHash } from 'node:crypto'
import { once } from 'node:events'
import { existsSync } from 'node:fs'
import { copyFile, mkdir, mkdtemp, readdir, readFile, rm, writeFile } from 'node:fs/promises'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import sharp from 'sharp'
import { afterAll, beforeAll, describe, expect, test } from 'vitest'
import { DEMO, runCli as run, spawnCli } from './harness'

const photos = `${DEMO}photos/`
let folder = ''

beforeAll(async () => {
  folder = await mkdtemp(join(tmpdir(), 'cloudbank-'))
})
afterAll(() => rm(folder, { recursive: true }))

test('renders good photographs, names the bad one with its reason, and says so in the exit code', async () => {
  const bad = join(folder, 'notes.jpg')
  await writeFile(bad, 'these are notes')
  const out = join(folder, 'out')
  const { code, stdout, stderr } = await run(
    'render',
    `${photos}OCK-108-three-quarter.jpg`,
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

test('as data it says of each photograph what became of it', async () => {
  const brief = join(folder, 'tiny.json')
  const finish = { placements: [{ id: 'thumb', name: 'thumb', longSidePx: 64, format: 'webp' }] }
  await writeFile(
    brief,
    JSON.stringify({ version: 2, name: 'tiny', steps: { cut: { method: 'off' }, finish } }),
  )
  const bad = join(folder, 'bad.jpg')
  await writeFile(bad, 'no picture')
  const out = join(folder, 'data')
  const photo = `${photos}OCK-102-front.jpg`
  const { code, stdout } = await run('render', photo, bad, '--brief', brief, '--out', out, '--json')
  expect(code).toBe(1)
  const events = stdout
    .trim()
    .split('\n')
    .map(
      (line) =>
        JSON.parse(line) as {
          event: string
          files?: { path: string; bytes: number; sha256: string }[]
        },
    )
  expect(events.map(({ event }) => event).sort()).toEqual(['ended', 'failed', 'made'])
  expect(events.at(-1)).toEqual({ event: 'ended', made: 1, failed: 1 })
  const [file] = events.find(({ event }) => event === 'made')!.files!
  const bytes = await readFile(join(out, file!.path))
  expect(file).toEqual({
    path: 'thumb/OCK-102-front.webp',
    bytes: bytes.length,
    sha256: createHash('sha256').update(bytes).digest('hex'),
  })
})

test('it serves the app, until it is told to end', async () => {
  const store = ['--store', join(folder, 'served'), '--workers', '0']
  const child = spawnCli('serve', '--port', '0', '--no-open', '--json', ...store)
  let said = ''
  child.stdout!.on('data', (chunk: Buffer) => (said += chunk.toString()))
  await expect.poll(() => said.includes('\n'), { timeout: 20_000 }).toBe(true)
  const { event, url: address } = JSON.parse(said) as { event: string; url: string }
  expect(event).toBe('listening')
  expect(await (await fetch(address)).text()).toContain('<title>Cloudbank</title>')
  child.kill('SIGTERM')
  await once(child, 'exit')
  await expect(fetch(address)).rejects.toThrow()
})

test('two photographs of one name are both kept', async () => {
  const photo = `${photos}IMG_2050.jpg`
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

test('goes to outlets: a folder each, checked against their rules', async () => {
  const out = join(folder, 'outlets')
  const { code, stderr } = await run(
    'render',
    `${photos}OCK-108-three-quarter.jpg`,
    '--outlet',
    'pinfold-bazaar',
    'trailpost',
    '--out',
    out,
  )
  expect(code).toBe(0)
  expect((await readdir(out)).sort()).toEqual([
    'Pinfold Bazaar',
    'Trailpost',
    'manifest.csv',
    'manifest.json',
    'pictures.html',
  ])
  const listing = sharp(join(out, 'Pinfold Bazaar/OCK-108-three-quarter.jpg'))
  const { width = 0 } = await listing.metadata()
  // What is too small is not enlarged, and said.
  expect(stderr.includes('Pinfold Bazaar, listing: too few pixels')).toBe(width < 1600)
  const banner = await sharp(join(out, 'Trailpost/OCK-108-three-quarter.jpg')).metadata()
  expect([banner.width, banner.height]).toEqual([1200, 628])
})

test('an outlet that is none is named, and nothing is made', async () => {
  const path = join(folder, 'none.json')
  await writeFile(path, JSON.stringify({ id: 'x', name: 'X', placements: [] }))
  const out = join(folder, 'no-outlet')
  const call = ['render', `${photos}IMG_2050.jpg`, '--out', out, '--outlet']
  const wrong = await run(...call, path)
  expect([wrong.code, wrong.stderr.includes('placements: at least one placement')]).toEqual([
    2,
    true,
  ])
  const unknown = await run(...call, 'nowhere')
  expect([unknown.code, unknown.stderr.includes('pinfold-bazaar')]).toEqual([2, true])
  expect(existsSync(out)).toBe(false)
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
    `${photos}IMG_2050.jpg`,
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
  expect((await run('worker', '--store', folder)).code).toBe(2)
  const { code, stderr } = await run('worker', '--store', folder, '--queue', 'ftp://elsewhere')
  expect(code).toBe(2)
  expect(stderr).toContain('ftp://elsewhere isn’t a queue')
})

/** A brief of one small rendition, as fast as can be. */
async function smallBrief(name: string, change: object = {}): Promise<string> {
  const finish = { placements: [{ id: 'thumb', name: 'thumb', longSidePx: 64, format: 'webp' }] }
  const path = join(folder, name)
  const brief = { version: 2, name: 'small', steps: { cut: { method: 'off' }, finish, ...change } }
  await writeFile(path, `\uFEFF${JSON.stringify(brief)}`)
  return path
}

describe('a folder', () => {
  test('gives its photographs, by name, and says what it leaves out', async () => {
    const shoot = join(folder, 'shoot')
    await mkdir(join(shoot, 'inner'), { recursive: true })
    for (const name of ['b.jpg', 'a.jpg'])
      await copyFile(`${photos}IMG_2050.jpg`, join(shoot, name))
    await writeFile(join(shoot, 'notes.txt'), 'not a picture')
    const out = join(folder, 'of-folder')
    // A brief with a byte-order mark, as some editors write it.
    const brief = await smallBrief('bom.json')
    const { code, stderr } = await run('render', shoot, '--brief', brief, '--out', out)
    expect(stderr).toContain('skipped, not pictures')
    expect(stderr).toContain('notes.txt')
    expect(code).toBe(0)
    expect(await readdir(join(out, 'thumb'))).toEqual(['a.webp', 'b.webp'])
    expect(stderr).toContain('2 renditions in')
  })

  test('without a photograph says so', async () => {
    const empty = join(folder, 'empty')
    await mkdir(empty)
    const { code, stderr } = await run('render', empty, '--out', join(folder, 'none'))
    expect(code).toBe(2)
    expect(stderr).toContain('this folder has no pictures')
  })
})

test('an unknown field of a brief is an error that names the field and the nearest one', async () => {
  const brief = await smallBrief('misspelt.json', { frame: { fillPercent: 90 } })
  const photo = `${photos}IMG_2050.jpg`
  const { code, stderr } = await run('render', photo, '--brief', brief, '--out', join(folder, 'no'))
  expect(code).toBe(2)
  expect(stderr).toContain('steps.frame.fillPercent: there is no such field; did you mean fillPct?')
})

test('names that no disk takes become names that every disk takes', async () => {
  // As long as the file system allows, in letters of two bytes.
  const long = `${'ü'.repeat(124)}.jpg`
  const odd = 'mug\u202Egpj.exe .jpg'
  for (const name of [long, odd]) await copyFile(`${photos}IMG_2050.jpg`, join(folder, name))
  const out = join(folder, 'named')
  const brief = await smallBrief('named.json')
  const { code } = await run(
    'render',
    join(folder, long),
    join(folder, odd),
    '--brief',
    brief,
    '--out',
    out,
  )
  expect(code).toBe(0)
  const names = await readdir(join(out, 'thumb'))
  expect(names.sort()).toEqual(['mug_gpj.exe.webp', `${'ü'.repeat(100)}.webp`].sort())
})

test('one photograph is one photograph', async () => {
  const bad = join(folder, 'only.jpg')
  await writeFile(bad, 'these are notes')
  const { stderr } = await run('render', bad, '--out', join(folder, 'only'))
  expect(stderr).toContain('1 photograph failed')
})

test('names, describes and credits its files by products and brief, and says so in its manifest', async () => {
  const photo = join(folder, 'OCK-108-three-quarter.jpg')
  await copyFile(`${photos}OCK-108-three-quarter.jpg`, photo)
  const products = join(folder, 'products.csv')
  await writeFile(products, 'SKU,Name,Colour\nOCK-108,Camp kettle,Copper\n')
  const brief = join(folder, 'named.json')
  const finish = {
    placements: [{ id: 'card', name: 'card', longSidePx: 300 }],
    fileNames: '{name}-{angle}',
    writes: 'words',
    creator: 'Ottermere Camp Kitchen',
  }
  await writeFile(brief, JSON.stringify({ version: 2, name: 'Named', steps: { finish } }))
  const out = join(folder, 'named')
  const call = ['render', photo, '--brief', brief, '--products', products, '--out', out]
  expect((await run(...call)).code).toBe(0)
  const file = 'card/Camp kettle-three-quarter.jpg'
  const bytes = await readFile(join(out, file))
  const manifest = JSON.parse(await readFile(join(out, 'manifest.json'), 'utf8')) as {
    files: Record<string, unknown>[]
  }
  expect(manifest.files).toMatchObject([
    {
      path: file,
      sku: 'OCK-108',
      alt: 'Camp kettle, Copper, three-quarter',
      photograph: 'OCK-108-three-quarter.jpg',
      originalSha256: createHash('sha256')
        .update(await readFile(photo))
        .digest('hex'),
      sha256: createHash('sha256').update(bytes).digest('hex'),
      bytes: bytes.length,
      words: { creator: 'Ottermere Camp Kitchen' },
    },
  ])
  expect(bytes.toString('latin1')).toContain('Ottermere Camp Kitchen')
  const wrong = await run('render', photo, '--products', photo, '--out', out)
  expect(wrong.code).toBe(2)
})
