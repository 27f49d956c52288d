import { request, type Server } from 'node:http'
import { mkdir, mkdtemp, rm, writeFile } from 'node:fs/promises'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { afterAll, beforeAll, expect, test } from 'vitest'
import { createApp, listen, PortTakenError } from './index'

let server: Server
let url = ''
let folder = ''

/** An interface of one page, and a demo shoot of one photograph. */
beforeAll(async () => {
  folder = await mkdtemp(join(tmpdir(), 'cloudbank-server-'))
  const [web, demo] = [join(folder, 'web'), join(folder, 'demo')]
  await mkdir(join(web, 'assets'), { recursive: true })
  await mkdir(join(demo, 'photos'), { recursive: true })
  await writeFile(join(web, 'index.html'), '<div id="root"></div>')
  await writeFile(join(web, 'assets/app.js'), 'app')
  await writeFile(join(demo, 'shoot.json'), '{}')
  await writeFile(join(demo, 'photos/mug.jpg'), 'a mug')
  await writeFile(join(folder, 'secret.txt'), 'outside')
  ;({ server, url } = await listen(createApp({ web, demo }), 0))
})
afterAll(async () => {
  server.close()
  await rm(folder, { recursive: true })
})

test('asked for by another name, it gives nothing', async () => {
  const askedAs = (host: string) =>
    new Promise<[status: number | undefined, text: string]>((resolve, reject) => {
      request(url, { headers: { host } }, (response) => {
        let text = ''
        response.on('data', (part) => (text += String(part)))
        response.on('end', () => resolve([response.statusCode, text]))
      })
        .on('error', reject)
        .end()
    })
  const { port } = new URL(url)
  for (const host of [`localhost:${port}`, `127.0.0.1:${port}`, `[::1]:${port}`])
    expect((await askedAs(host))[0], host).toBe(200)
  for (const host of ['evil.example', `evil.example:${port}`, 'localhost.evil.example'])
    expect(await askedAs(host), host).toEqual([421, 'Cloudbank is asked for as localhost.'])
})

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

test.each(['/', '/demo', '/shoots/any', '/shoots/any/shots/one', '/somewhere'])(
  '%s is a screen of the app',
  async (path) => {
    const response = await fetch(url + path)
    expect([response.status, await response.text()]).toEqual([200, '<div id="root"></div>'])
  },
)

test.each([
  '/assets/none.js',
  '/assets/none',
  '/demo/photos/none',
  '/demo/photos/none.jpg',
  '/x.png',
])('%s is not there', async (path) => expect((await fetch(url + path)).status).toBe(404))

test('the demo’s photographs are served, what lies outside is not', async () => {
  const response = await fetch(`${url}/demo/photos/mug.jpg`)
  expect(response.headers.get('content-type')).toBe('image/jpeg')
  expect(await response.text()).toBe('a mug')
  const outside = await fetch(`${url}/demo/photos/..%2f..%2fsecret.txt`)
  expect(await outside.text()).not.toContain('outside')
})

test('a taken port is named', async () => {
  const port = Number(new URL(url).port)
  await expect(listen(createApp({ web: '/', demo: '/' }), port)).rejects.toThrow(PortTakenError)
  await expect(listen(createApp({ web: '/', demo: '/' }), port)).rejects.toThrow(
    `Port ${port} is taken`,
  )
})
