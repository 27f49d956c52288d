import { describe, expect, test, vi } from 'vitest'
import { CancelledError } from '@cloudbank/core/engine'
import { UnreachableError, type Jobs } from '@cloudbank/hosts/pool'
import { withFallback } from '.'
import { SceneRefusedError } from './sceneMaker'
import { serviceMaker } from './serviceMaker'
import { workerMaker } from './workerMaker'

const ORDER = { description: 'wet slate, velvet', seed: 7, width: 32, height: 24 }
const LIGHT = { lightDeg: 90, warmth: 0.7, horizon01: 0.52 }
const TICKET = { id: 'a', unknown: ['velvet'], cost: 0.25 }
const json = (data: unknown, status = 200) => new Response(JSON.stringify(data), { status })

/** A clock whose pauses end at once, and are counted. */
function playedClock() {
  let time = 0
  return {
    now: () => time,
    sleep: (ms: number) => {
      time += ms
      return Promise.resolve()
    },
  }
}

/** A service that answers in turn; the last answer stays. */
function answering(...answers: (Response | Error)[]) {
  const asked: string[] = []
  const fetcher = vi.fn((address: string | URL | Request, init?: RequestInit) => {
    asked.push(`${init?.method ?? 'GET'} ${String(address)}`)
    const next = answers.length > 1 ? answers.shift()! : answers[0]!
    return next instanceof Error ? Promise.reject(next) : Promise.resolve(next.clone())
  })
  const make = serviceMaker('/api/scenes', playedClock(), fetcher)
  return {
    asked,
    make: (signal = new AbortController().signal, onProgress = (_: number): void => undefined) =>
      make(ORDER, signal, onProgress),
  }
}

describe('the scene maker', () => {
  test('is asked, waited for, and gives the picture with its light and what it did not understand', async () => {
    const { asked, make } = answering(
      json(TICKET, 202),
      json({ state: 'making', done01: 0.4 }),
      json({ state: 'made', light: LIGHT }),
      new Response(new Uint8Array([1, 2, 3])),
    )
    const told: number[] = []
    const made = await make(undefined, (done01) => told.push(done01))
    expect(told).toEqual([0.4])
    expect(made).toMatchObject({ light: LIGHT, unknown: ['velvet'], by: 'service', cost: 0.25 })
    expect(made.picture.size).toBe(3)
    expect(asked).toEqual([
      'POST /api/scenes',
      'GET /api/scenes/a',
      'GET /api/scenes/a',
      'GET /api/scenes/a/picture',
    ])
  })

  test.each([
    ['refuses', [json({ error: 'width: too wide' }, 400)], 'width: too wide'],
    [
      'fails',
      [json(TICKET, 202), json({ state: 'failed', reason: 'out of paint' })],
      'out of paint',
    ],
    [
      'takes too long',
      [json(TICKET, 202), json({ state: 'making', done01: 0.4 })],
      'took too long',
    ],
    [
      'sends half of it',
      [json(TICKET, 202), json({ state: 'made', light: LIGHT }), new Response(new Uint8Array())],
      'sent no picture',
    ],
  ])('that %s says so', async (_, answers, words) => {
    const failing = answering(...answers).make()
    await expect(failing).rejects.toThrow(SceneRefusedError)
    await expect(failing).rejects.toThrow(words)
  })

  test.each([
    ['is away', [new TypeError('Failed to fetch')]],
    ['is not there', [new Response('', { status: 404 })]],
    ['is something else', [new Response('<html>', { status: 200 })]],
    ['goes away meanwhile', [json(TICKET, 202), new TypeError('Failed to fetch')]],
    ['answers with nonsense', [json(TICKET, 202), json({ state: 'perhaps' })]],
  ])('that %s can’t be reached', async (_, answers) => {
    await expect(answering(...answers).make()).rejects.toThrow(UnreachableError)
  })

  test('is told when nobody waits any more', async () => {
    const stop = new AbortController()
    const { asked, make } = answering(json(TICKET, 202), json({ state: 'making', done01: 0.4 }))
    const making = make(stop.signal)
    stop.abort()
    await expect(making).rejects.toThrow(CancelledError)
    expect(asked).toContain('DELETE /api/scenes/a')
  })
})

describe('this browser', () => {
  const run = vi.fn(() => Promise.resolve({ bytes: new Uint8Array([9]) }))
  const pool = { run } as unknown as Jobs

  test('makes what the service would have made, where that is away', async () => {
    const away = answering(new TypeError('Failed to fetch')).make
    const make = withFallback(
      () => away(),
      () => workerMaker(pool),
    )
    const made = await make(ORDER, new AbortController().signal)
    expect(made).toMatchObject({ by: 'this browser', cost: 0, unknown: ['velvet'] })
    expect(run).toHaveBeenCalledWith(
      expect.objectContaining({ kind: 'scene', size: { width: 32, height: 24 } }),
      expect.anything(),
    )
  })

  test('is not asked for what was refused', async () => {
    run.mockClear()
    const make = withFallback(
      () => Promise.reject(new SceneRefusedError('no')),
      () => workerMaker(pool),
    )
    await expect(make(ORDER, new AbortController().signal)).rejects.toThrow('no')
    expect(run).not.toHaveBeenCalled()
  })
})
