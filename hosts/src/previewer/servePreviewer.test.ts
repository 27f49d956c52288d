import sharp from 'sharp'
import { STEPS } from '@cloudbank/core/steps'
import { afterAll, beforeAll, beforeEach, describe, expect, test, vi } from 'vitest'
import { BriefSteps, planShot } from '@cloudbank/core/brief'
import { nodeCodec } from '../node/nodeCodec'
import type { PreviewAnswers, PreviewRequest } from './protocol'
import { servePreviewer } from './servePreviewer'

/** A canvas of the page, as far as it is drawn on; Node has none. */
class PlayedCanvas {
  width = 0
  height = 0
  drawn: Uint8ClampedArray | null = null
  getContext() {
    return { putImageData: ({ data }: { data: Uint8ClampedArray }) => (this.drawn = data) }
  }
  pixel(x: number, y: number): number[] {
    return [...this.drawn!.subarray((y * this.width + x) * 4, (y * this.width + x) * 4 + 3)]
  }
}

beforeAll(() =>
  vi.stubGlobal(
    'ImageData',
    class {
      constructor(
        readonly data: Uint8ClampedArray,
        readonly width: number,
        readonly height: number,
      ) {}
    },
  ),
)
afterAll(() => vi.unstubAllGlobals())

/** Two halves: reddish grey on the left, blown out white on the right. */
const halves = async (): Promise<Blob> => {
  const white = await sharp({
    create: { width: 60, height: 90, channels: 3, background: '#ffffff' },
  })
    .png()
    .toBuffer()
  const left = { width: 120, height: 90, channels: 3, background: 'rgb(150,120,110)' } as const
  const bytes = await sharp({ create: left })
    .composite([{ input: white, left: 60, top: 0 }])
    .png()
    .toBuffer()
  return new Blob([bytes as Uint8Array<ArrayBuffer>])
}

const plan = (change: object = {}) =>
  planShot(
    '0'.repeat(64),
    BriefSteps.parse({
      cut: { method: 'off' },
      light: { neutral: { from: 'photograph' } },
      finish: { placements: [{ id: 'page', name: 'page', longSidePx: 100 }] },
      ...change,
    }),
  )
const light = (change: object = {}) => BriefSteps.parse({ light: change }).light

let canvas: PlayedCanvas
let ask: <Kind extends PreviewRequest['kind']>(
  request: Extract<PreviewRequest, { kind: Kind }>,
) => Promise<PreviewAnswers[Kind]>

beforeEach(async () => {
  canvas = new PlayedCanvas()
  const serve = servePreviewer({
    codec: nodeCodec,
    network: () => Promise.reject(new Error('no network')),
    typesetter: () => Promise.reject(new Error('no mark is drawn')),
  })
  ask = (async (request: PreviewRequest) => serve(request)) as typeof ask // each kind has its answer
  const size = await ask<'open'>({
    kind: 'open',
    picture: 'a',
    source: await halves(),
    sidePx: 40,
    whole: true,
    works: [],
    look: null,
  })
  expect(size).toEqual({ width: 120, height: 90 })
  await ask<'adopt'>({
    kind: 'adopt',
    view: 'stage',
    canvas: canvas as unknown as OffscreenCanvas, // as far as it is drawn on
  })
})

const draw = (change: object = {}, request: object = {}) =>
  ask<'draw'>({
    kind: 'draw',
    view: 'stage',
    picture: 'a',
    settings: light({ neutral: { from: 'photograph' }, ...change }),
    assets: [],
    sidePx: 40,
    marks: { clipping: false, strain: null },
    ...request,
  })

describe('a photograph after Light', () => {
  test('is drawn onto the canvas, as its settings say, and counted', async () => {
    const made = await draw()
    expect([made.width, made.height]).toEqual([40, 30])
    expect([canvas.width, canvas.height]).toEqual([40, 30])
    expect(canvas.pixel(5, 5)).toEqual([150, 120, 110])
    await draw({ exposureEv: 1 })
    // One stop doubles linear light: 120 is 0.188, and 0.376 is 166.
    expect(canvas.pixel(5, 5)[1]).toBeCloseTo(165.5, -0.5)
  })

  test('is drawn at the next larger size that is kept, up to its own', async () => {
    expect(await draw({}, { sidePx: 41 })).toMatchObject({ width: 120, height: 90 })
    expect(await draw({}, { sidePx: Infinity })).toMatchObject({ width: 120, height: 90 })
    expect(await draw({}, { sidePx: 10 })).toMatchObject({ width: 20, height: 15 })
  })

  test('has marks on the canvas that the pixel under the pointer is free of', async () => {
    await draw({}, { marks: { clipping: true, strain: null } })
    expect(canvas.pixel(35, 10)).not.toEqual([255, 255, 255])
    const pixel = await ask<'pixel'>({ kind: 'pixel', view: 'stage', x: 0.9, y: 0.5 })
    expect(pixel!.srgb).toEqual([255, 255, 255])
    expect(pixel!.lab[0]).toBeCloseTo(100, 3)
    await draw({}, { marks: { clipping: false, strain: 8 } })
    const under = await ask<'pixel'>({ kind: 'pixel', view: 'stage', x: 0.1, y: 0.5 })
    expect(under!.srgb).toEqual([150, 120, 110])
    expect(await ask<'pixel'>({ kind: 'pixel', view: 'stage', x: 1, y: 0.5 })).toBeNull()
  })

  test('of a view that was abandoned is an error, and has no pixels', async () => {
    await draw()
    await ask<'abandon'>({ kind: 'abandon', view: 'stage' })
    await expect(draw()).rejects.toThrow('There is no view stage')
    expect(await ask<'pixel'>({ kind: 'pixel', view: 'stage', x: 0.1, y: 0.5 })).toBeNull()
  })
})

test('a spot is read from the photograph as it is, whatever is drawn', async () => {
  await draw({ exposureEv: 2 })
  const spot = { x: 0.25, y: 0.5, radius: 0.05 }
  const { srgb, gains, doubts } = await ask<'read'>({ kind: 'read', picture: 'a', spot })
  expect(srgb.map(Math.round)).toEqual([150, 120, 110])
  expect(gains[0]).toBeLessThan(1)
  expect(gains[2]).toBeGreaterThan(1)
  expect(doubts).toEqual([])
})

test('the picture is drawn as it leaves each step, or one of them', async () => {
  const request = {
    kind: 'stages',
    view: 'v',
    picture: 'a',
    assets: [],
    mattes: [],
    sidePx: 40,
  } as const
  const all = await ask<'stages'>({ ...request, plan: plan() })
  expect(all.map(({ step }) => step)).toEqual(STEPS.map(({ id }) => id))
  const one = await ask<'stages'>({ ...request, plan: plan(), only: 'frame' })
  expect(one.map(({ step }) => step)).toEqual(['frame'])
  const { width, height, data } = one[0]!
  expect(width).toBe(height)
  expect(data.length).toBe(width * height * 4)
})

test('a view of a step is drawn from the photograph at its own size', async () => {
  const { picture, facts } = await ask<'view'>({
    kind: 'view',
    view: 'close',
    picture: 'a',
    name: { step: 'tidy', view: 'tile' },
    options: { sidePx: 60 },
    plan: plan(),
    assets: [],
    mattes: [],
  })
  expect(picture).toMatchObject({ width: 60, height: 45 })
  expect(facts).toBeTypeOf('object')
})

test('a photograph that was closed is no longer there', async () => {
  await ask<'close'>({ kind: 'close', picture: 'a' })
  await expect(draw()).rejects.toThrow()
})
