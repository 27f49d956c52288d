import { createServer, type Server } from 'node:http'
import type { AddressInfo } from 'node:net'
import { mkdtemp, rm } from 'node:fs/promises'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import express from 'express'
import sharp from 'sharp'
import { afterEach, beforeEach, describe, expect, test } from 'vitest'
import { sha256 } from '@cloudbank/hosts/pool'
import { shopInFolder, type Shop } from './shopInFolder'

let folder = ''
let server: Server
let shop: Shop
let base = ''
async function open(perSecond?: number): Promise<void> {
  shop = await shopInFolder(folder, perSecond)
  server = createServer(express().use('/shop', shop.router))
  await new Promise<void>((resolve) => server.listen(0, '127.0.0.1', resolve))
  base = `http://localhost:${(server.address() as AddressInfo).port}/shop`
}
beforeEach(async () => {
  folder = await mkdtemp(join(tmpdir(), 'cloudbank-shop-'))
  await open()
})
afterEach(async () => {
  server.close()
  await rm(folder, { recursive: true, force: true })
})

const ask = (path: string, init: RequestInit = {}, key = shop.key): Promise<Response> =>
  fetch(`${base}/api${path}`, {
    ...init,
    headers: { ...init.headers, Authorization: `Bearer ${key}` },
  })
const give = async (bytes: Uint8Array<ArrayBuffer>): Promise<string> => {
  const hash = await sha256(bytes)
  expect((await ask(`/files/${hash}`, { method: 'PUT', body: bytes })).status).toBe(201)
  return hash
}
const show = (id: string, pictures: readonly object[], version = 'none'): Promise<Response> =>
  ask(`/products/${encodeURIComponent(id)}`, {
    method: 'PUT',
    headers: { 'If-Match': version, 'Content-Type': 'application/json' },
    body: JSON.stringify({ title: `The ${id}`, pictures }),
  })
const jpeg = async (side: number, shade = 200): Promise<Uint8Array<ArrayBuffer>> =>
  new Uint8Array(
    await sharp({
      create: { width: side, height: side, channels: 3, background: { r: shade, g: 0, b: 0 } },
    })
      .jpeg()
      .toBuffer(),
  )
const picture = (hash: string, change: object = {}) => ({
  name: 'front.jpg',
  hash,
  bytes: 100,
  alt: 'A mug',
  ...change,
})

describe('the simulated shop', () => {
  test('shows what it is given, in its interface and on its pages, and keeps it', async () => {
    const bytes = await jpeg(600)
    const hash = await give(bytes)
    const answer = await show('M/1 ü', [picture(hash)])
    expect(answer.status).toBe(200)
    server.close()
    await open()
    const products = (await (await ask('/products')).json()) as unknown
    expect(products).toEqual([await answer.json()])
    expect(new Uint8Array(await (await ask(`/files/${hash}`)).arrayBuffer())).toEqual(bytes)
    const front = await (await fetch(`${base}/`)).text()
    expect(front).toContain(`<img src="/shop/pictures/${hash}" alt="A mug"`)
    expect(front).toContain('The M/1 ü')
    const seen = await fetch(`${base}/pictures/${hash}`)
    expect(seen.headers.get('Content-Type')).toBe('image/jpeg')
    expect((await fetch(`${base}/products/${encodeURIComponent('M/1 ü')}`)).status).toBe(200)
    expect((await fetch(`${base}/products/other`)).status).toBe(404)
  })

  test('changes nothing for whoever has no key', async () => {
    for (const path of ['/products', `/files/${'a'.repeat(64)}`])
      expect((await ask(path, {}, 'guessed')).status).toBe(401)
    expect((await fetch(`${base}/api/products`)).status).toBe(401)
  })

  test('asks for files first, and takes none that arrives damaged', async () => {
    const hash = await sha256(await jpeg(600))
    const refused = await show('mug', [picture(hash)])
    expect([refused.status, await refused.json()]).toEqual([
      409,
      { kind: 'missing', hashes: [hash] },
    ])
    expect((await ask(`/files/${hash}`, { method: 'PUT', body: 'half' })).status).toBe(400)
    expect((await ask(`/files/${hash}`)).status).toBe(404)
  })

  test('names every picture that breaks its rules, and shows nothing of that product', async () => {
    const small = await give(await jpeg(400))
    const text = await give(new TextEncoder().encode('no picture'))
    const fine = await give(await jpeg(600))
    const refused = await show('mug', [
      picture(fine, { name: 'cover.jpg', alt: ' ' }),
      picture(small, { name: 'small.jpg' }),
      picture(text, { name: 'text.jpg' }),
      picture(fine, { name: 'fine.jpg' }),
    ])
    expect(refused.status).toBe(422)
    expect(await refused.json()).toEqual({
      kind: 'refused',
      pictures: [
        { name: 'cover.jpg', reason: 'a cover needs a description' },
        { name: 'small.jpg', reason: 'its long side is 400 px; at least 500 px are wanted' },
        { name: 'text.jpg', reason: 'it isn’t a picture that can be shown' },
      ],
    })
    expect(await (await ask('/products')).json()).toEqual([])
  })

  test('lets only whoever knows the present version replace it or take it down', async () => {
    const hash = await give(await jpeg(600))
    const { version } = (await (await show('mug', [picture(hash)])).json()) as { version: string }
    expect((await show('mug', [])).status).toBe(412)
    const both = await Promise.all([
      show('mug', [picture(hash, { alt: 'one' })], version),
      show('mug', [picture(hash, { alt: 'two' })], version),
    ])
    expect(both.map(({ status }) => status).sort()).toEqual([200, 412])
    const down = (known: string): Promise<Response> =>
      ask('/products/mug', { method: 'DELETE', headers: { 'If-Match': known } })
    expect((await down(version)).status).toBe(412)
    const [now] = (await (await ask('/products')).json()) as { version: string }[]
    expect((await down(now!.version)).status).toBe(204)
    expect(await (await ask('/products')).json()).toEqual([])
  })

  test('asks whoever comes too often to wait', async () => {
    server.close()
    await open(3)
    const statuses = await Promise.all(Array.from({ length: 5 }, () => ask('/products')))
    const waits = statuses.filter(({ status }) => status === 429)
    expect(waits).toHaveLength(2)
    expect(waits[0]!.headers.get('Retry-After')).toBe('1')
  })

  test('shows words as words, whatever is in them', async () => {
    const hash = await give(await jpeg(600))
    await show('"><script>', [picture(hash, { alt: '"onload="x' })])
    const front = await (await fetch(`${base}/`)).text()
    expect(front).not.toContain('<script>')
    expect(front).toContain('alt="&#34;onload=&#34;x"')
  })
})
