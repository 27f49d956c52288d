import { describe, expect, test } from 'vitest'
import { CancelledError } from '@cloudbank/core/engine'
import { UnreachableError } from '../unreachable'
import type { RunnerPorts } from './ports'
import { createProcessLock, systemClock } from './realPorts'
import { RETRY_MS, workThrough, type Work } from './workThrough'

/** A store that the test plays: items with a state, and whether the work goes on. */
class PlayedStore {
  readonly done: string[] = []
  running = true
  readonly #listeners = new Set<() => void>()
  readonly #stalled = new Map<string, () => void>()

  constructor(readonly items: string[]) {}

  setRunning(running: boolean): void {
    this.running = running
    for (const listener of this.#listeners) listener()
  }

  /** Lets a stalled item end. */
  release(item: string): void {
    this.#stalled.get(item)?.()
  }

  work(change: Partial<Work<string>> = {}): Work<string> {
    return {
      lock: 'work',
      remaining: () => Promise.resolve(this.items.filter((item) => !this.done.includes(item))),
      keyOf: (item) => item,
      nameOf: (item) => `${item}.jpg`,
      goesOn: () => Promise.resolve(this.running),
      watch: (onChange) => {
        this.#listeners.add(onChange)
        return () => this.#listeners.delete(onChange)
      },
      process: async (item, signal) => {
        await Promise.resolve()
        if (signal.aborted) throw new CancelledError()
        this.done.push(item)
      },
      ...change,
    }
  }

  /** Work of which each item ends when it is released or stopped. */
  stallingWork(): Work<string> {
    return this.work({
      process: (item, signal) =>
        new Promise((resolve, reject) => {
          signal.addEventListener('abort', () => reject(new CancelledError()))
          this.#stalled.set(item, () => {
            this.done.push(item)
            resolve()
          })
        }),
    })
  }

  get watchers(): number {
    return this.#listeners.size
  }
}

function played(lanes = 2, lock = createProcessLock()) {
  const atWork: (readonly string[])[] = []
  const waiting: (string | null)[] = []
  const slept: number[] = []
  const ports: RunnerPorts = {
    lock,
    lanes,
    clock: {
      now: () => 0,
      sleep: (ms) => {
        slept.push(ms)
        return Promise.resolve()
      },
    },
    reporter: { atWork: (names) => atWork.push(names), waiting: (reason) => waiting.push(reason) },
  }
  return { ports, atWork, waiting, slept }
}

describe('working through', () => {
  test('does everything once, in order, several at a time', async () => {
    const store = new PlayedStore(['a', 'b', 'c', 'd', 'e'])
    const { ports, atWork } = played()
    expect(await workThrough(store.work(), ports)).toBe('finished')
    expect(store.done).toEqual(['a', 'b', 'c', 'd', 'e'])
    expect(atWork).toContainEqual(['a.jpg', 'b.jpg'])
    expect(atWork.at(-1)).toEqual([])
    expect(Math.max(...atWork.map((names) => names.length))).toBe(2)
    expect(store.watchers).toBe(0)
  })

  test('takes what arrives while it works, and nothing twice', async () => {
    const store = new PlayedStore(['a'])
    const stubborn: string[] = []
    const work = store.work({
      process: async (item) => {
        stubborn.push(item)
        if (item === 'a') store.items.push('late')
        // It stays left, as an item whose result could not be kept.
        return Promise.resolve()
      },
    })
    expect(await workThrough(work, played().ports)).toBe('finished')
    expect(stubborn).toEqual(['a', 'late'])
  })

  test('held, it stops what is at work, keeps what is done, and goes on later', async () => {
    const store = new PlayedStore(['a', 'b', 'c'])
    const { ports } = played()
    const running = workThrough(store.stallingWork(), ports)
    await expect.poll(() => store.watchers).toBe(1)
    await Promise.resolve()
    store.release('a')
    await expect.poll(() => store.done).toEqual(['a'])
    store.setRunning(false)
    expect(await running).toBe('held')
    expect(store.done).toEqual(['a'])
    store.setRunning(true)
    expect(await workThrough(store.work(), ports)).toBe('finished')
    expect(store.done).toEqual(['a', 'b', 'c'])
  })

  test('that was held before its turn came does nothing', async () => {
    const store = new PlayedStore(['a'])
    const lock = createProcessLock()
    const first = new PlayedStore(['x'])
    const running = workThrough(first.stallingWork(), played(1, lock).ports)
    const waiting = workThrough(store.work(), played(1, lock).ports)
    store.setRunning(false)
    await expect.poll(() => first.watchers).toBe(1)
    await Promise.resolve()
    first.release('x')
    expect([await running, await waiting]).toEqual(['finished', 'held'])
    expect(store.done).toEqual([])
  })

  test('seen by two owners of one store is done once', async () => {
    const store = new PlayedStore(['a', 'b', 'c', 'd'])
    const lock = createProcessLock()
    const outcomes = await Promise.all([
      workThrough(store.work(), played(2, lock).ports),
      workThrough(store.work(), played(2, lock).ports),
    ])
    expect(outcomes).toEqual(['finished', 'finished'])
    expect(store.done).toEqual(['a', 'b', 'c', 'd'])
  })

  test('whose owner dies is taken over by the one that waits', async () => {
    const store = new PlayedStore(['a', 'b'])
    const lock = createProcessLock()
    const dying = workThrough(
      store.work({ process: () => Promise.reject(new Error('the tab was closed')) }),
      played(1, lock).ports,
    )
    const heir = workThrough(store.work(), played(1, lock).ports)
    await expect(dying).rejects.toThrow('the tab was closed')
    expect(await heir).toBe('finished')
    expect(store.done).toEqual(['a', 'b'])
  })

  test('whose store throws stops the other lanes, and says so when all are at rest', async () => {
    const store = new PlayedStore(['full', 'other', 'never'])
    let stopped = false
    const work = store.work({
      process: (item, signal) =>
        item === 'full'
          ? Promise.reject(new DOMException('no room', 'QuotaExceededError'))
          : new Promise((_resolve, reject) => {
              signal.addEventListener('abort', () => {
                stopped = true
                reject(new CancelledError())
              })
            }),
    })
    await expect(workThrough(work, played().ports)).rejects.toThrow('no room')
    expect(stopped).toBe(true)
    expect(store.done).toEqual([])
    expect(store.watchers).toBe(0)
  })

  test('waits and asks again while the server is gone, and says why', async () => {
    const store = new PlayedStore(['a'])
    let tries = 0
    const work = store.work({
      process: (item) => {
        if (++tries < 5) return Promise.reject(new UnreachableError('The JPEG encoder'))
        store.done.push(item)
        return Promise.resolve()
      },
    })
    const { ports, waiting, slept } = played()
    expect(await workThrough(work, ports)).toBe('finished')
    expect(store.done).toEqual(['a'])
    expect(slept).toEqual([...RETRY_MS, RETRY_MS.at(-1)])
    expect(waiting[0]).toContain('The JPEG encoder can’t be loaded')
    expect(waiting.at(-1)).toBeNull()
  })

  test('does what needs nothing from the server while that is gone', async () => {
    const store = new PlayedStore(['heic', 'jpeg', 'png'])
    let gone = true
    const work = store.work({
      process: (item) => {
        if (item === 'heic' && gone) return Promise.reject(new UnreachableError('The decoder'))
        store.done.push(item)
        return Promise.resolve()
      },
    })
    const { ports } = played(1)
    const comesBack = {
      ...ports.clock,
      sleep: () => {
        expect(store.done).toEqual(['jpeg', 'png'])
        gone = false
        return Promise.resolve()
      },
    }
    expect(await workThrough(work, { ...ports, clock: comesBack })).toBe('finished')
    expect(store.done).toEqual(['jpeg', 'png', 'heic'])
  })

  test('that is found to be held while a result is kept ends held, not failed', async () => {
    const store = new PlayedStore(['a', 'b'])
    const work = store.work({ process: () => Promise.reject(new CancelledError()) })
    expect(await workThrough(work, played().ports)).toBe('held')
    expect(store.done).toEqual([])
  })

  test('held while it waits for the server, ends at once', async () => {
    const store = new PlayedStore(['a'])
    const work = store.work({
      process: () => Promise.reject(new UnreachableError('A worker')),
    })
    const { ports } = played()
    const running = workThrough(work, { ...ports, clock: systemClock })
    await expect.poll(() => store.watchers).toBe(1)
    store.setRunning(false)
    expect(await running).toBe('held')
  })
})
