import { mkdtemp, readdir, rm, utimes, writeFile } from 'node:fs/promises'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { afterAll, beforeAll, describe, expect, test } from 'vitest'
import { folderStore } from './folderStore'
import { startBuckets, type TestBuckets } from './s3.testing'
import { s3Store } from './s3Store'
import type { StorePort } from './store'

// What is true of a store, of both alike; of the one in a bucket against a server that checks signatures.

/** The keys of access that the server knows. */
const KNOWN = { accessKeyId: 'shop', secretAccessKey: 'a secret / of +40 characters' }

let folder = ''
let buckets: TestBuckets
beforeAll(async () => {
  folder = await mkdtemp(join(tmpdir(), 'cloudbank-store-'))
  buckets = await startBuckets(KNOWN)
})
afterAll(async () => {
  buckets.stop()
  await rm(folder, { recursive: true, force: true })
})

const inBucket = (credentials = KNOWN): Promise<StorePort> =>
  s3Store({
    name: 'shop',
    folder: 'autumn',
    client: {
      region: 'eu-north-1',
      endpoint: buckets.endpoint,
      forcePathStyle: true,
      credentials,
    },
  })

const KINDS = {
  'in a folder': () => Promise.resolve(folderStore(join(folder, 'plain'))),
  'in a bucket': () => inBucket(),
} as const

describe.each(Object.keys(KINDS) as (keyof typeof KINDS)[])('a store %s', (kind) => {
  test('gives back what it was given, byte for byte, and nothing of what it was not', async () => {
    const store = await KINDS[kind]()
    const bytes = Uint8Array.from({ length: 70_000 }, (_, k) => (k * 31) % 256)
    expect(await store.has('contents/aa')).toBe(false)
    expect(await store.get('contents/aa')).toBeNull()
    await store.put('contents/aa', bytes)
    expect(await store.has('contents/aa')).toBe(true)
    expect(Buffer.from((await store.get('contents/aa'))!).equals(bytes)).toBe(true)
    await store.put('contents/aa', bytes.slice(0, 5))
    expect(await store.get('contents/aa')).toHaveLength(5)
    await store.remove('contents/aa')
    await store.remove('contents/aa')
    expect(await store.get('contents/aa')).toBeNull()
  })

  test('lists what is under a prefix, with its size', async () => {
    const store = await KINDS[kind]()
    expect(await store.list('made/')).toEqual([])
    await store.put('made/one/order.json', new Uint8Array(3))
    await store.put('made/one/bb', new Uint8Array(7))
    await store.put('contents/cc', new Uint8Array(1))
    const found = (await store.list('made/')).map(({ key, bytes }) => ({ key, bytes }))
    expect(found.sort((a, b) => a.bytes - b.bytes)).toEqual([
      { key: 'made/one/order.json', bytes: 3 },
      { key: 'made/one/bb', bytes: 7 },
    ])
    expect((await store.list('contents/')).map(({ key }) => key)).toEqual(['contents/cc'])
  })
})

test('a bucket lists more than one page', async () => {
  const store = await inBucket()
  const keys = Array.from({ length: 205 }, (_, k) => `many/${String(k).padStart(4, '0')}`)
  for (let k = 0; k < keys.length; k += 50)
    await Promise.all(keys.slice(k, k + 50).map((key) => store.put(key, new Uint8Array(1))))
  expect((await store.list('many/')).map(({ key }) => key).sort()).toEqual(keys)
}, 60_000)

test('a bucket refuses whoever signs with another key', async () => {
  const store = await inBucket({ ...KNOWN, secretAccessKey: 'guessed' })
  await expect(store.put('contents/dd', new Uint8Array(1))).rejects.toThrow(/signature/i)
  expect(await (await inBucket()).has('contents/dd')).toBe(false)
})

test('a folder never shows a file that is still being written, and clears what was abandoned', async () => {
  const place = join(folder, 'halves')
  const store = folderStore(place)
  await store.put('contents/whole', new Uint8Array(2))
  const inside = join(place, 'contents')
  await writeFile(join(inside, 'young.1.part'), 'half')
  await writeFile(join(inside, 'old.2.part'), 'half')
  const longAgo = new Date(Date.now() - 2 * 24 * 3600 * 1000)
  await utimes(join(inside, 'old.2.part'), longAgo, longAgo)
  expect((await store.list('contents/')).map(({ key }) => key)).toEqual(['contents/whole'])
  expect((await readdir(inside)).sort()).toEqual(['whole', 'young.1.part'])
})
