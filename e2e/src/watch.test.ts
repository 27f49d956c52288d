import { once } from 'node:events'
import {
  appendFile,
  copyFile,
  mkdir,
  mkdtemp,
  readdir,
  readFile,
  rename,
  rm,
  writeFile,
} from 'node:fs/promises'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { setTimeout as sleep } from 'node:timers/promises'
import sharp from 'sharp'
import { afterEach, beforeEach, expect, test } from 'vitest'
import { DEMO, runCli, spawnCli } from './harness'

let folder = ''
let arrivals = ''
let out = ''
let brief = ''

beforeEach(async () => {
  folder = await mkdtemp(join(tmpdir(), 'cloudbank-watch-'))
  arrivals = join(folder, 'in')
  out = join(arrivals, 'out')
  brief = join(folder, 'brief.json')
  await mkdir(join(arrivals, 'pots'), { recursive: true })
  await writeBrief(64)
})
afterEach(() => rm(folder, { recursive: true }))

const writeBrief = (longSidePx: number): Promise<void> =>
  writeFile(
    brief,
    JSON.stringify({
      version: 2,
      name: 'small',
      steps: {
        cut: { method: 'off' },
        finish: { placements: [{ id: 'thumb', name: 'thumb', longSidePx, format: 'webp' }] },
      },
    }),
  )
const put = (name: string, as = name): Promise<void> =>
  copyFile(`${DEMO}photos/${name}`, join(arrivals, as))

interface WatchEvent {
  readonly event: string
  readonly path?: string
  readonly reason?: string
  readonly known?: number
}
async function watchOnce(to = out) {
  const args = [
    'watch',
    arrivals,
    '--brief',
    brief,
    '--out',
    to,
    '--every',
    '1',
    '--once',
    '--json',
  ]
  const { code, stdout } = await runCli(...args)
  const events = stdout
    .trim()
    .split('\n')
    .map((line) => JSON.parse(line) as WatchEvent)
  const of = (kind: string) => events.filter(({ event }) => event === kind)
  return { code, made: of('made'), failed: of('failed'), known: of('watching')[0]!.known }
}
const made = async (to = out): Promise<Record<string, string>> =>
  Object.fromEntries(
    await Promise.all(
      (await readdir(join(to, 'thumb')))
        .sort()
        .map(async (name) => [name, (await readFile(join(to, 'thumb', name))).toString('base64')]),
    ),
  ) as Record<string, string>

test('what lies there is made once; what is no picture is left alone, what is damaged set aside', async () => {
  await put('OCK-102-front.jpg')
  await put('OCK-108-front.jpg', 'pots/OCK-108-front.jpg')
  await writeFile(join(arrivals, 'notes.txt'), 'call the agency')
  await writeFile(join(arrivals, 'empty.jpg'), '')
  const whole = await readFile(`${DEMO}photos/OCK-103-front.jpg`)
  await writeFile(join(arrivals, 'cut.jpg'), whole.subarray(0, 30_000))

  const first = await watchOnce()
  expect(first.code).toBe(1)
  expect(first.failed).toMatchObject([{ path: expect.stringMatching(/cut\.jpg$/) as string }])
  expect(first.failed[0]!.reason).toContain('cut short after 30,000 bytes')
  const files = await made()
  expect(Object.keys(files)).toEqual(['OCK-102-front.webp', 'OCK-108-front.webp'])
  expect(await readFile(join(out, 'watch.log'), 'utf8')).toContain('OCK-102-front.jpg: 1 rendition')

  // Moved, renamed, taken away: nothing is made, and nothing lost.
  await rename(join(arrivals, 'OCK-102-front.jpg'), join(arrivals, 'pots/mug.jpg'))
  await rm(join(arrivals, 'pots/OCK-108-front.jpg'))
  const second = await watchOnce()
  expect(second.made).toEqual([])
  expect(second.known).toBe(2)
  expect(await made()).toEqual(files)
  const manifest = JSON.parse(await readFile(join(out, 'manifest.json'), 'utf8')) as {
    files: { path: string }[]
  }
  expect(manifest.files.map(({ path }) => path)).toEqual([
    'thumb/OCK-102-front.webp',
    'thumb/OCK-108-front.webp',
  ])

  // The whole file in place of the damaged one.
  await writeFile(join(arrivals, 'cut.jpg'), whole)
  const third = await watchOnce()
  expect(third.code).toBe(0)
  expect(third.made).toMatchObject([{ path: expect.stringMatching(/cut\.jpg$/) as string }])
})

test('another brief makes anew what is there; another photograph under a name takes its place', async () => {
  await put('OCK-102-front.jpg', 'mug.jpg')
  await put('OCK-108-front.jpg', 'pot.jpg')
  await watchOnce()
  const before = await made()
  await writeBrief(96)
  expect((await watchOnce()).made).toHaveLength(2)
  const larger = await made()
  expect(Object.keys(larger)).toEqual(['mug.webp', 'pot.webp'])
  const { width } = await sharp(Buffer.from(larger['mug.webp']!, 'base64')).metadata()
  expect(width).toBe(96)
  expect(before['pot.webp']).not.toBe(larger['pot.webp'])

  await put('OCK-103-front.jpg', 'mug.jpg')
  expect((await watchOnce()).made).toHaveLength(1)
  const other = await made()
  expect(Object.keys(other)).toEqual(['mug.webp', 'pot.webp'])
  expect(other['mug.webp']).not.toBe(larger['mug.webp'])
  expect(other['pot.webp']).toBe(larger['pot.webp'])
})

test('a file that is still being written is waited for; Ctrl C ends it with whole files', async () => {
  const args = ['watch', arrivals, '--brief', brief, '--out', out, '--every', '1', '--json']
  const child = spawnCli(...args)
  let said = ''
  child.stdout!.on('data', (chunk: Buffer) => (said += chunk.toString()))
  await expect.poll(() => said).toContain('"watching"')
  const whole = await readFile(`${DEMO}photos/OCK-102-front.jpg`)
  const path = join(arrivals, 'slow.jpg')
  await writeFile(path, '')
  const parts = 8
  for (let i = 0; i < parts; i++) {
    const [from, to] = [i, i + 1].map((k) => Math.floor((k * whole.length) / parts))
    await appendFile(path, whole.subarray(from, to))
    await sleep(500)
  }
  await expect.poll(() => said, { timeout: 30_000 }).toContain('"made"')
  expect(said).not.toContain('"failed"')
  child.kill('SIGINT')
  const [code] = (await once(child, 'exit')) as [number]
  expect(code).toBe(130)
  expect(Object.keys(await made())).toEqual(['slow.webp'])
})

test('photographs that are moved while others are made are found where they are then', async () => {
  const names = (await readdir(`${DEMO}photos`)).slice(0, 5)
  for (const name of names) await put(name)
  const options = ['--every', '1', '--workers', '1', '--json']
  const child = spawnCli('watch', arrivals, '--brief', brief, '--out', out, ...options)
  let said = ''
  child.stdout!.on('data', (chunk: Buffer) => (said += chunk.toString()))
  await expect.poll(() => said, { timeout: 30_000, interval: 20 }).toContain('"made"')
  for (const name of names) await rename(join(arrivals, name), join(arrivals, 'pots', name))
  await expect
    .poll(() => said.split('"event":"made"').length - 1, { timeout: 30_000 })
    .toBe(names.length)
  child.kill('SIGTERM')
  await once(child, 'exit')
  expect(said).not.toContain('"failed":1')
  expect(said).not.toContain('"event":"failed"')
  expect(Object.keys(await made())).toHaveLength(names.length)
})

test('killed at any moment and begun again, it ends with what one run makes', async () => {
  const names = (await readdir(`${DEMO}photos`)).slice(0, 6)
  for (const name of names) await put(name)
  const reference = join(folder, 'reference')
  await watchOnce(reference)
  for (const ms of [700, 1300, 1700, 2100, 2400, 2700, 3000, 3300]) {
    const child = spawnCli('watch', arrivals, '--brief', brief, '--out', out, '--every', '1')
    await sleep(ms)
    child.kill('SIGKILL')
    await once(child, 'exit')
  }
  expect((await watchOnce()).code).toBe(0)
  expect(await made()).toEqual(await made(reference))
  const left = await readdir(out, { recursive: true })
  expect(left.filter((name) => name.endsWith('.part'))).toEqual([])
  const again = await watchOnce()
  expect(again).toMatchObject({ made: [], known: 6 })
})
