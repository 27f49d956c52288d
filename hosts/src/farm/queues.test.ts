import { afterAll, afterEach, beforeAll, describe, expect, test } from 'vitest'
import { CancelledError } from '@cloudbank/core/engine'
import { WorkerLostError } from '../pool'
import { createBullQueue } from './bullQueue'
import { orderOf, workOf } from './order.testing'
import { createProcessQueue } from './processQueue'
import { MAX_TRIES, type Handled, type QueuePort } from './queue'
import { startRedis, type TestRedis } from './testing'

// What is true of a queue, of both alike.

const MADE: Handled = { kind: 'made' }

let redis: TestRedis
beforeAll(async () => {
  redis = await startRedis()
})
afterAll(() => redis.stop())

const queues: QueuePort[] = []
afterEach(async () => {
  for (const queue of queues.splice(0)) await queue.close()
})

/** Waits until all of these have ended. */
async function ended(queue: QueuePort, ids: readonly string[]): Promise<void> {
  const left = new Set(ids)
  await new Promise<void>((resolve, reject) => {
    const settle = (id: string): void => {
      left.delete(id)
      if (left.size === 0) resolve()
    }
    queue.onEnded(settle)
    const look = async (): Promise<void> => {
      for (const id of ids) {
        const { kind } = await queue.stateOf(id)
        if (kind === 'made' || kind === 'failed') settle(id)
      }
    }
    // Once all have ended, the queue may be closed before it has looked at each.
    look().catch(reject)
  })
}

const KINDS = {
  'within a process': () => Promise.resolve(createProcessQueue()),
  'in Redis': () => createBullQueue(redis.url),
} as const

describe.each(Object.keys(KINDS) as (keyof typeof KINDS)[])('a queue %s', (kind) => {
  const open = async (): Promise<QueuePort> => {
    const queue = await KINDS[kind]()
    queues.push(queue)
    return queue
  }
  const own = (name: string, changed = {}) => orderOf(`${kind} ${name}`, changed)

  test('makes an order once, however often it is placed', async () => {
    const queue = await open()
    const order = own('once')
    let times = 0
    expect(await queue.stateOf(order.id)).toEqual({ kind: 'unknown' })
    await queue.place(order)
    await queue.place(order)
    expect(await queue.stateOf(order.id)).toEqual({ kind: 'waiting' })
    const end = await queue.work(() => {
      times++
      return Promise.resolve(MADE)
    }, workOf(2))
    await ended(queue, [order.id])
    expect(await queue.stateOf(order.id)).toEqual({ kind: 'made' })
    await end()
    expect(times).toBe(1)
  })

  test('gives the reason of what fails, and tries it again when it is placed anew', async () => {
    const queue = await open()
    const order = own('damaged')
    const damaged = { kind: 'file', problem: { code: 'damaged' } } as const
    const outcomes: Handled[] = [{ kind: 'failed', error: damaged }, MADE]
    await queue.place(order)
    const end = await queue.work(() => Promise.resolve(outcomes.shift()!), workOf(1))
    await ended(queue, [order.id])
    expect(await queue.stateOf(order.id)).toEqual({ kind: 'failed', error: damaged })
    const { failed } = await queue.report()
    expect(failed.find(({ name }) => name === order.name)?.reason).toMatch(/damaged/)
    const again = new Promise<void>((resolve) => queue.onEnded(() => resolve()))
    await queue.place(order)
    await again
    await expect.poll(() => queue.stateOf(order.id)).toEqual({ kind: 'made' })
    await end()
  })

  test('sets aside what ends its worker three times, and goes on', async () => {
    const queue = await open()
    const poison = own('poison')
    const good = own('good')
    let tries = 0
    await queue.place(poison)
    await queue.place(good)
    const end = await queue.work(({ id }) => {
      if (id === good.id) return Promise.resolve(MADE)
      tries++
      return Promise.reject(new WorkerLostError())
    }, workOf(1))
    await ended(queue, [poison.id, good.id])
    expect(tries).toBe(MAX_TRIES)
    expect((await queue.stateOf(poison.id)).kind).toBe('failed')
    expect(await queue.stateOf(good.id)).toEqual({ kind: 'made' })
    await end()
  })

  test('forgets an order whose photograph is gone, so that it is brought again', async () => {
    const queue = await open()
    const order = own('gone')
    await queue.place(order)
    let begun = (): void => undefined
    const handled = new Promise<void>((resolve) => (begun = resolve))
    const end = await queue.work(() => {
      begun()
      return Promise.resolve({ kind: 'forgotten' })
    }, workOf(1))
    await handled
    await expect.poll(() => queue.stateOf(order.id)).toEqual({ kind: 'unknown' })
    expect((await queue.report()).failed.map(({ name }) => name)).not.toContain(order.name)
    await end()
  })

  test('takes turns between groups, and what is urgent first', async () => {
    const queue = await open()
    const names = (group: string, count: number) =>
      Array.from({ length: count }, (_, k) => own(`${group}${k}`, { group: `${kind} ${group}` }))
    const first = names('a', 4)
    const late = names('b', 2)
    const urgent = own('urgent', { group: `${kind} a`, urgent: true })
    for (const order of [...first, ...late, urgent]) await queue.place(order)
    const order: string[] = []
    const end = await queue.work(({ name }) => {
      order.push(name.replace(`${kind} `, ''))
      return Promise.resolve(MADE)
    }, workOf(1))
    await ended(
      queue,
      [...first, ...late, urgent].map(({ id }) => id),
    )
    expect(order).toEqual(['urgent', 'a0', 'b0', 'a1', 'b1', 'a2', 'a3'])
    await end()
  })

  test('takes back what nobody has begun', async () => {
    const queue = await open()
    const order = own('taken back')
    await queue.place(order)
    await queue.cancel(order.id)
    expect(await queue.stateOf(order.id)).toEqual({ kind: 'unknown' })
    const end = await queue.work(() => Promise.reject(new Error('not to be made')), workOf(1))
    await end()
    expect((await queue.report()).failed.map(({ name }) => name)).not.toContain(order.name)
  })

  test('tells who works and what waits', async () => {
    const queue = await open()
    const orders = ['x', 'y', 'z'].map((name) => own(name))
    let letGo = (): void => undefined
    const held = new Promise<void>((resolve) => (letGo = resolve))
    for (const order of orders) await queue.place(order)
    const end = await queue.work(() => held.then(() => MADE), workOf(1, `${kind} one`))
    await expect.poll(async () => (await queue.report()).working).toBe(1)
    const report = await queue.report()
    expect(report).toMatchObject({ waiting: 2, next: orders.slice(1).map(({ name }) => name) })
    expect(report.workers.map(({ name, slots }) => ({ name, slots }))).toEqual([
      { name: `${kind} one`, slots: 1 },
    ])
    letGo()
    await ended(
      queue,
      orders.map(({ id }) => id),
    )
    await end()
    expect((await queue.report()).workers).toEqual([])
  })

  test('asks whoever works on an order to stop', async () => {
    const queue = await open()
    const order = own('stopped')
    await queue.place(order)
    let began = (): void => undefined
    const begun = new Promise<void>((resolve) => (began = resolve))
    const end = await queue.work((_order, signal) => {
      began()
      return new Promise((_resolve, reject) =>
        signal.addEventListener('abort', () => reject(new CancelledError())),
      )
    }, workOf(1))
    await begun
    await queue.cancel(order.id)
    await expect
      .poll(() => queue.stateOf(order.id), { timeout: 10_000 })
      .toEqual({ kind: 'unknown' })
    await end()
  })
})

test('workers in Redis begin no more than so many a minute', async () => {
  const queue = await createBullQueue(redis.url, { perMinute: 2 })
  const orders = [1, 2, 3].map((k) => orderOf(`rated ${k}`))
  for (const order of orders) await queue.place(order)
  const begun: string[] = []
  await queue.work(({ name }) => {
    begun.push(name)
    return Promise.resolve(MADE)
  }, workOf(2))
  await ended(
    queue,
    orders.slice(0, 2).map(({ id }) => id),
  )
  await expect.poll(async () => (await queue.report()).waiting).toBe(1)
  expect(begun).toHaveLength(2)
  expect(await queue.stateOf(orders[2]!.id)).toEqual({ kind: 'waiting' })
  await queue.cancel(orders[2]!.id)
  await queue.close()
})

test('a Redis that was killed and comes back has what was placed, and workers go on', async () => {
  const own = await startRedis()
  const queue = await createBullQueue(own.url)
  const orders = Array.from({ length: 5 }, (_, k) => orderOf(`kept ${k}`))
  for (const order of orders) await queue.place(order)
  await own.kill()
  await expect(queue.place(orderOf('while away'))).rejects.toThrow()
  await own.start()
  const made: string[] = []
  await expect
    .poll(() => queue.stateOf(orders[0]!.id).catch(() => null), { timeout: 20_000 })
    .toEqual({ kind: 'waiting' })
  await queue.work(({ name }) => {
    made.push(name)
    return Promise.resolve(MADE)
  }, workOf(1))
  await expect.poll(() => made, { timeout: 20_000 }).toEqual(orders.map(({ name }) => name))
  await queue.close()
  await own.stop()
}, 60_000)
