import { createHash } from 'node:crypto'
import { createServer, type Server } from 'node:http'
import type { AddressInfo } from 'node:net'
import { afterAll, beforeAll, expect, test } from 'vitest'
import { UnreachableError } from '../unreachable'
import { fetchAsset } from './fetchAsset'

const BYTES = Buffer.alloc(300_000, 7)
const SHA = createHash('sha256').update(BYTES).digest('base64')

let server: Server
let url: string
beforeAll(async () => {
  server = createServer((request, response) => {
    if (request.url === '/gone') response.writeHead(404).end()
    else response.writeHead(200, { 'content-length': BYTES.length }).end(BYTES)
  })
  await new Promise<void>((resolve) => server.listen(0, '127.0.0.1', resolve))
  url = `http://127.0.0.1:${(server.address() as AddressInfo).port}` // a port, no pipe
})
afterAll(() => server.close())

test('a file comes whole, tells how far it is, and is the one that its hash names', async () => {
  const told: number[] = []
  const bytes = await fetchAsset(`${url}/file`, 'It', {
    sha256: SHA,
    onProgress: (done01) => told.push(done01),
  })
  expect(Buffer.from(bytes).equals(BYTES)).toBe(true)
  expect(told.at(-1)).toBe(1)
  expect([...told].sort((a, b) => a - b)).toEqual(told)
})

test('other bytes, and a file that is not there, did not come', async () => {
  const other = createHash('sha256').update('other').digest('base64')
  for (const [path, sha256] of [
    ['/file', other],
    ['/gone', SHA],
  ] as const) {
    const fetching = fetchAsset(url + path, 'The network', { sha256 })
    await expect(fetching).rejects.toBeInstanceOf(UnreachableError)
  }
})
