import type { Server } from 'node:http'
import express from 'express'
import { afterAll, beforeAll, describe, expect, test } from 'vitest'
import { SceneProgress, SceneTicket, type SceneSpec } from '@cloudbank/core/scene'
import { listen } from '../listen'
import { createSceneService } from './sceneService'

interface Asked {
  readonly spec: SceneSpec
  readonly size: { readonly width: number; readonly height: number }
  readonly signal: AbortSignal
  readonly tell: (done01: number) => void
  readonly done: (picture: Uint8Array) => void
  readonly fail: (error: Error) => void
}

const asked: Asked[] = []
let server: Server
let address = ''
beforeAll(async () => {
  const app = express()
  const work = (spec: SceneSpec, size: Asked['size'], signal: AbortSignal, tell: Asked['tell']) =>
    new Promise<Uint8Array>((done, fail) => asked.push({ spec, size, signal, tell, done, fail }))
  app.use('/scenes', createSceneService(work))
  const made = await listen(app, 0)
  server = made.server
  address = `${made.url}/scenes`
})
afterAll(() => server.close())

const order = (data: object) =>
  fetch(address, {
    method: 'POST',
    headers: { 'Content-Type': 'application/json' },
    body: JSON.stringify({ description: 'moss', seed: 1, width: 20, height: 30, ...data }),
  })
const ticketOf = async (data: object = {}) => SceneTicket.parse(await (await order(data)).json())
const progressOf = async (id: string) =>
  SceneProgress.parse(await (await fetch(`${address}/${id}`)).json())

describe('an order', () => {
  test('is read, priced, made and fetched', async () => {
    const { id, unknown, cost } = await ticketOf({
      description: 'wet slate, a velvet dusk',
      width: 2000,
      height: 1000,
      lightDeg: 30,
    })
    expect([unknown, cost]).toEqual([['velvet'], 0.5])
    const { spec, size, done } = asked.at(-1)!
    expect(spec).toMatchObject({ floor: 'slate', wet01: 0.6, lightDeg: 30, seed: 1 })
    expect(size).toEqual({ width: 2000, height: 1000 })
    asked.at(-1)!.tell(0.25)
    expect(await progressOf(id)).toEqual({ state: 'making', done01: 0.25 })
    expect((await fetch(`${address}/${id}/picture`)).status).toBe(404)
    done(new Uint8Array([7, 8]))
    await expect
      .poll(() => progressOf(id))
      .toMatchObject({ state: 'made', light: { lightDeg: 30 } })
    const picture = await fetch(`${address}/${id}/picture`)
    expect(picture.headers.get('content-type')).toBe('image/png')
    expect([...new Uint8Array(await picture.arrayBuffer())]).toEqual([7, 8])
  })

  test('that fails says why', async () => {
    const { id } = await ticketOf()
    asked.at(-1)!.fail(new Error('out of paint'))
    await expect.poll(() => progressOf(id)).toEqual({ state: 'failed', reason: 'out of paint' })
  })

  test('that nobody waits for is stopped and forgotten', async () => {
    const { id } = await ticketOf()
    await fetch(`${address}/${id}`, { method: 'DELETE' })
    expect(asked.at(-1)!.signal.aborted).toBe(true)
    expect((await fetch(`${address}/${id}`)).status).toBe(404)
  })

  test.each([
    [{ width: 100_000 }, 'width'],
    [{ seed: -1 }, 'seed'],
    [{ description: 'x'.repeat(501) }, 'description'],
    [{ colour: 'red' }, 'colour'],
  ])('%j is refused by name', async (data, field) => {
    const refused = await order(data)
    expect(refused.status).toBe(400)
    expect(JSON.stringify(await refused.json())).toContain(field)
  })

  test('beside a hundred others is held, the oldest is not', async () => {
    const { id } = await ticketOf()
    const oldest = asked.at(-1)!
    for (let i = 0; i < 100; i++) await ticketOf()
    expect(oldest.signal.aborted).toBe(true)
    expect((await fetch(`${address}/${id}`)).status).toBe(404)
  })
})
