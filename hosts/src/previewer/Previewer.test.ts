import { describe, expect, test } from 'vitest'
import { CancelledError } from '@cloudbank/core/engine'
import { srgbRaster, type SrgbRgba8 } from '@cloudbank/core/raster'
import { LightSettings } from '@cloudbank/core/steps'
import { WorkerLostError } from '../pool'
import { MAX_WHOLE, PictureShelf } from './PictureShelf'
import { Previewer, type PreviewerEndpoint } from './Previewer'
import type { FromPreviewer, Retouching, ToPreviewer } from './protocol'

/** A previewer whose workers are played by the test. */
function played() {
  const asked: ToPreviewer[] = []
  const workers: { say: (message: FromPreviewer | null) => void; terminated: boolean }[] = []
  const told: (Retouching | null)[] = []
  const create = (): PreviewerEndpoint => {
    const worker: (typeof workers)[number] = { say: () => undefined, terminated: false }
    workers.push(worker)
    return {
      post: (message) => asked.push(message),
      listen: (onMessage) => (worker.say = onMessage),
      terminate: () => (worker.terminated = true),
    }
  }
  const previewer = new Previewer(create, {
    onRetouching: (retouching) => told.push(retouching),
  })
  const answer = (message: FromPreviewer): void => workers.at(-1)!.say(message)
  return { previewer, asked, workers, answer, told }
}

const drawing = (exposureEv: number, view = 'v') =>
  ({
    kind: 'draw',
    view,
    picture: 'p',
    settings: { ...LightSettings.parse({}), exposureEv },
    assets: [],
    sidePx: 800,
    marks: { clipping: false, strain: null },
  }) as const

const size = { width: 8, height: 6 }

describe('drawings', () => {
  test('of one view only the first and the newest are made', async () => {
    const { previewer, asked, answer } = played()
    const drawings = [0, 1, 2, 3].map((ev) => previewer.draw(drawing(ev)))
    expect(asked).toHaveLength(1)
    answer({ callId: asked[0]!.callId, ok: true, answer: size })
    expect(await Promise.all(drawings.slice(0, 3))).toEqual([size, null, null])
    expect(asked).toHaveLength(2)
    expect(asked[1]!.request).toMatchObject({ settings: { exposureEv: 3 } })
    answer({ callId: asked[1]!.callId, ok: true, answer: size })
    expect(await drawings[3]).toEqual(size)
  })

  test('of two views do not wait for each other', () => {
    const { previewer, asked } = played()
    void previewer.draw(drawing(0, 'one'))
    void previewer.draw(drawing(0, 'two'))
    expect(asked).toHaveLength(2)
  })

  test('that fail are told and the next one goes on', async () => {
    const { previewer, asked, answer } = played()
    const first = previewer.draw(drawing(0))
    const second = previewer.draw(drawing(1))
    const error = { kind: 'unexpected', message: 'not open' } as const
    answer({ callId: asked[0]!.callId, ok: false, error })
    await expect(first).rejects.toThrow('not open')
    await expect.poll(() => asked.length).toBe(2)
    answer({ callId: asked[1]!.callId, ok: true, answer: size })
    expect(await second).toEqual(size)
  })
})

describe('a worker that ends', () => {
  test('rejects what waits, is replaced at the next need, and is counted', async () => {
    const { previewer, asked, workers, answer } = played()
    let lost = 0
    const forget = previewer.onLost(() => lost++)
    const first = previewer.draw(drawing(0))
    workers[0]!.say(null)
    await expect(first).rejects.toBeInstanceOf(WorkerLostError)
    expect([previewer.generation, lost, workers[0]!.terminated]).toEqual([1, 1, true])
    const second = previewer.draw(drawing(1))
    expect(workers).toHaveLength(2)
    answer({ callId: asked.at(-1)!.callId, ok: true, answer: size })
    expect(await second).toEqual(size)
    forget()
    workers[1]!.say(null)
    expect([previewer.generation, lost]).toEqual([2, 1])
  })

  test('has nothing to close', () => {
    const { previewer, workers } = played()
    previewer.tell({ kind: 'close', picture: 'p' })
    expect(workers).toHaveLength(0)
  })
})

describe('the shelf of photographs', () => {
  const photograph = (side = 200): SrgbRgba8 => srgbRaster({ width: side, height: side / 2 })
  const opening = { sidePx: 80, whole: true }

  /** Decodings that end when the test says. */
  function decoder() {
    const started: string[] = []
    const ends: (() => void)[] = []
    const decode = (name: string) => () =>
      new Promise<SrgbRgba8>((resolve) => {
        started.push(name)
        ends.push(() => resolve(photograph()))
      })
    return { started, ends, decode }
  }

  test('keeps the sizes that are asked for', async () => {
    const shelf = new PictureShelf()
    await shelf.open('a', () => Promise.resolve(photograph()), opening)
    const { levels, preview, whole } = shelf.get('a')
    expect(levels.map(({ raster }) => raster.width)).toEqual([40, 80, 200])
    expect([preview.raster.width, whole]).toEqual([80, { width: 200, height: 100 }])
  })

  test('one that is closed while it is decoded is not kept', async () => {
    const shelf = new PictureShelf()
    const { ends, started, decode } = decoder()
    const opened = shelf.open('a', decode('a'), opening)
    await expect.poll(() => started).toEqual(['a'])
    shelf.close('a')
    ends[0]!()
    await expect(opened).rejects.toBeInstanceOf(CancelledError)
    expect(() => shelf.get('a')).toThrow('not open')
  })

  test('one that is closed before its turn is never decoded', async () => {
    const shelf = new PictureShelf()
    const { ends, started, decode } = decoder()
    const opened = ['a', 'b', 'c'].map((name) => shelf.open(name, decode(name), opening))
    const settled = Promise.allSettled(opened)
    await expect.poll(() => started).toEqual(['a'])
    shelf.close('a')
    shelf.close('b')
    ends[0]!()
    await expect.poll(() => started).toEqual(['a', 'c'])
    ends[1]!()
    expect((await settled).map(({ status }) => status)).toEqual([
      'rejected',
      'rejected',
      'fulfilled',
    ])
  })

  test('one that can’t be decoded does not hold up the next', async () => {
    const shelf = new PictureShelf()
    const bad = shelf.open('bad', () => Promise.reject(new Error('damaged')), opening)
    const good = shelf.open('good', () => Promise.resolve(photograph()), opening)
    await expect(bad).rejects.toThrow('damaged')
    expect(await good).toEqual({ width: 200, height: 100 })
  })

  test('however many are open, few are kept whole, the newest used', async () => {
    const shelf = new PictureShelf()
    const names = Array.from({ length: 10 }, (_, i) => `p${i}`)
    for (const name of names) {
      await shelf.open(name, () => Promise.resolve(photograph()), opening)
      shelf.get('p0')
      expect(shelf.wholeCount).toBeLessThanOrEqual(MAX_WHOLE)
    }
    const whole = names.filter((name) => shelf.get(name).levels.length === 3)
    expect(whole).toEqual(['p0', 'p8', 'p9'])
  })
})

test('a drawing says how far it is, and says no more of it once its worker is lost', async () => {
  const { previewer, asked, answer, workers, told } = played()
  const drawn = previewer.draw(drawing(1))
  answer({ retouching: { done: 10, total: 400 } })
  const lost = expect(drawn).rejects.toThrow(WorkerLostError)
  workers[0]!.say(null)
  await lost
  expect(asked).toHaveLength(1)
  expect(told).toEqual([{ done: 10, total: 400 }, null])
})
