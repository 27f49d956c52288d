import { fileURLToPath } from 'node:url'
import type { Server } from 'node:http'
import { afterAll, beforeAll, expect, test } from 'vitest'
import { createApp, listen, PortTakenError } from './index'

const folder = (path: string): string => fileURLToPath(new URL(path, import.meta.url))
let server: Server
let url = ''

beforeAll(async () => {
  ;({ server, url } = await listen(
    createApp({ web: folder('../../web/dist'), demo: folder('../../demo') }),
    0,
  ))
})
afterAll(() => server.close())

test('every page is isolated and allows nothing from outside', async () => {
  for (const path of ['/', '/shoots/any/brief', '/demo/shoot.json']) {
    const { headers, status } = await fetch(url + path)
    expect(status).toBe(200)
    expect(headers.get('cross-origin-opener-policy')).toBe('same-origin')
    expect(headers.get('cross-origin-embedder-policy')).toBe('require-corp')
    const policy = headers.get('content-security-policy') ?? ''
    expect(policy).toContain("default-src 'none'")
    expect(policy).not.toMatch(/https?:|\*/)
  }
})

test('unknown pages are the app, unknown assets are not', async () => {
  expect(await (await fetch(`${url}/somewhere`)).text()).toContain('<div id="root">')
  expect((await fetch(`${url}/assets/none.js`)).status).toBe(404)
})

test('the demo’s photographs are served, what lies outside is not', async () => {
  const response = await fetch(`${url}/demo/photos/IMG_2050.jpg`)
  expect(response.headers.get('content-type')).toBe('image/jpeg')
  const outside = await fetch(`${url}/demo/photos/..%2f..%2fpackage.json`)
  expect(await outside.text()).not.toContain('workspaces')
})

test('a taken port is named', async () => {
  const port = Number(new URL(url).port)
  await expect(listen(createApp({ web: '/', demo: '/' }), port)).rejects.toThrow(PortTakenError)
  await expect(listen(createApp({ web: '/', demo: '/' }), port)).rejects.toThrow(
    `Port ${port} is taken`,
  )
})
