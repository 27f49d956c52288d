import { mkdtemp, readFile, rm, writeFile } from 'node:fs/promises'
import type { Server } from 'node:http'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { afterAll, beforeAll, beforeEach, expect, test } from 'vitest'
import { fetchGuarded } from '@cloudbank/hosts/fetching'
import { createApp, listen } from '../index'
import { hostsInFile } from './hostStore'

let server: Server
let url = ''
let folder = ''
const asked: string[] = []

beforeAll(async () => {
  folder = await mkdtemp(join(tmpdir(), 'cloudbank-fetch-'))
  const app = createApp(
    { web: folder, demo: folder },
    {
      fetching: {
        hosts: hostsInFile(join(folder, 'kept/hosts.json')),
        fetch: (address, { reachOf, signal }) => {
          asked.push(address)
          if (address.endsWith('/page'))
            return Promise.resolve({
              address: 'https://shop.example/där',
              mime: 'text/html',
              bytes: new TextEncoder().encode('<script>alert(1)</script>'),
            })
          return fetchGuarded(address, { reachOf, signal })
        },
      },
    },
  )
  ;({ server, url } = await listen(app, 0))
})
afterAll(async () => {
  server.close()
  await rm(folder, { recursive: true })
})
beforeEach(() => rm(join(folder, 'kept'), { recursive: true, force: true }))

const order = (body: unknown, headers: Record<string, string> = {}) =>
  fetch(`${url}/api/fetch`, {
    method: 'POST',
    headers: { 'Content-Type': 'application/json', ...headers },
    body: JSON.stringify(body),
  })
const allow = (rules: unknown) =>
  fetch(`${url}/api/fetch/hosts`, {
    method: 'PUT',
    headers: { 'Content-Type': 'application/json' },
    body: JSON.stringify(rules),
  })

test('nobody is fetched from until allowed, and the answer names who would have to be', async () => {
  const refused = await order({ address: 'https://shop.example/a.jpg' })
  expect(refused.status).toBe(422)
  expect(await refused.json()).toEqual({
    error: 'shop.example is not among the hosts that may be fetched from.',
    code: 'not-allowed',
    host: 'shop.example',
  })
})

test('a host that was allowed for the public network is not reached inside', async () => {
  expect((await allow([{ host: '127.0.0.1', reach: 'public' }])).status).toBe(200)
  const refused = await order({ address: `${url.replace('localhost', '127.0.0.1')}/api` })
  expect(await refused.json()).toMatchObject({ code: 'private', host: '127.0.0.1' })
})

test('allowed hosts outlive the server, are whole or none, and hold names only', async () => {
  await allow([{ host: 'Shop.Example', reach: 'public' }])
  const kept = join(folder, 'kept/hosts.json')
  expect(JSON.parse(await readFile(kept, 'utf8'))).toEqual([
    { host: 'shop.example', reach: 'public' },
  ])
  expect((await allow([{ host: 'shop.example/path', reach: 'public' }])).status).toBe(400)
  expect((await allow([{ host: 'a.example', reach: 'everything' }])).status).toBe(400)
  await writeFile(kept, '[{"host":')
  expect(await (await fetch(`${url}/api/fetch/hosts`)).json()).toEqual([])
})

test('a page comes as data that no browser would run', async () => {
  const found = await order({ address: 'https://shop.example/page' })
  expect(found.headers.get('content-type')).toMatch(/^text\/plain/)
  expect(found.headers.get('content-disposition')).toBe('attachment')
  expect(found.headers.get('x-mime')).toBe('text/html')
  expect(decodeURI(found.headers.get('x-found-at')!)).toBe('https://shop.example/där')
})

test('a form elsewhere can’t make it fetch: only JSON is an order', async () => {
  asked.length = 0
  const sent = await fetch(`${url}/api/fetch`, {
    method: 'POST',
    headers: { 'Content-Type': 'text/plain' },
    body: JSON.stringify({ address: 'https://shop.example/a.jpg' }),
  })
  expect(sent.status).toBe(400)
  expect(asked).toEqual([])
})
