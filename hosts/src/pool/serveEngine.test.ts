import { createHash } from 'node:crypto'
import sharp from 'sharp'
import { describe, expect, test } from 'vitest'
import { BriefSteps, planShot } from '@cloudbank/core/brief'
import type { EdgeFinder, Finder, NetworkOf, Networks } from '@cloudbank/core/networks'
import { nodeCodec } from '../node/nodeCodec'
import type { FromWorker, Job, JobResults, ToWorker } from './protocol'
import { serveEngine } from './serveEngine'

const sha256 = (bytes: Uint8Array): string => createHash('sha256').update(bytes).digest('hex')

/** A red square of 60 px in the middle of grey paper of 120 × 90 px. */
const photograph = async (): Promise<Uint8Array> => {
  const square = await sharp({
    create: { width: 60, height: 60, channels: 3, background: '#b01810' },
  })
    .png()
    .toBuffer()
  const paper = { width: 120, height: 90, channels: 3, background: '#c8c8c8' } as const
  return sharp({ create: paper })
    .composite([{ input: square, left: 30, top: 15 }])
    .png()
    .toBuffer()
}

const steps = (change: object = {}) =>
  BriefSteps.parse({
    cut: { method: 'off' },
    light: { neutral: { from: 'photograph' } },
    finish: {
      placements: [
        { id: 'page', name: 'page', longSidePx: 64, format: 'png' },
        { id: 'card', name: 'card', longSidePx: 32, format: 'jpeg' },
      ],
    },
    ...change,
  })

const shotOf = (bytes: Uint8Array, change: object = {}) => ({
  source: bytes,
  plan: planShot(sha256(bytes), steps(change)),
  mattes: [],
  assets: [],
  look: null,
})

/** A worker of which everything that it posts is kept. */
function startWorker(network: NetworkOf = () => Promise.reject(new Error('no network'))) {
  const posted: { readonly message: FromWorker; readonly transfer: readonly ArrayBuffer[] }[] = []
  const serve = serveEngine({
    codec: nodeCodec,
    network,
    typesetter: () => Promise.reject(new Error('no mark is drawn')),
    sha256: (bytes) => Promise.resolve(sha256(bytes)),
    post: (message, transfer) => posted.push({ message, transfer }),
  })
  let jobs = 0
  async function run(job: Job, stop: ToWorker['stop'] = null) {
    const jobId = jobs++
    const before = posted.length
    await serve({ kind: 'run', jobId, job, stop })
    const mine = posted.slice(before)
    expect(mine.every(({ message }) => 'jobId' in message && message.jobId === jobId)).toBe(true)
    const stages = mine.flatMap(({ message }) => (message.kind === 'stage' ? [message.stage] : []))
    return { end: mine.at(-1)!, stages }
  }
  async function result<Kind extends Job['kind']>(job: Extract<Job, { kind: Kind }>) {
    const { end, stages } = await run(job)
    if (end.message.kind !== 'done') throw new Error(JSON.stringify(end.message))
    return { result: end.message.result as JobResults[Kind], transfer: end.transfer, stages } // of its kind
  }
  return { posted, run, result }
}

test('a worker says that it is ready before it is asked for anything', () => {
  expect(startWorker().posted.map(({ message }) => message)).toEqual([{ kind: 'ready' }])
})

/** A finder with the product in the middle half, and what it is asked. */
function middleFinder() {
  const asked: string[] = []
  const finder: Finder = ({ image }) => {
    asked.push('finder')
    const side = Math.sqrt(image.length / 3)
    const probability = Float32Array.from({ length: side * side }, (_, p) => {
      const [x, y] = [(p % side) / side, Math.floor(p / side) / side]
      return Math.abs(x - 0.5) < 0.25 && Math.abs(y - 0.5) < 1 / 3 ? 0.987654321 : 0.0123456
    })
    return Promise.resolve({ probability, iou: 0.9 })
  }
  const edge: EdgeFinder = ({ coarse }) => Promise.resolve(coarse)
  const networks: Partial<Networks> = { finder, edge }
  const network = ((id: 'finder' | 'edge') => Promise.resolve(networks[id]!)) as NetworkOf // those two alone are asked
  return { network, asked }
}

describe('a photograph', () => {
  test('is inspected: what it is, its hash, and a preview as long as asked', async () => {
    const bytes = await photograph()
    const source = new Blob([bytes as Uint8Array<ArrayBuffer>])
    const { result, stages } = await startWorker().result<'inspect'>({
      kind: 'inspect',
      source,
      previewSidePx: 40,
    })
    expect(result.facts).toMatchObject({ type: 'png', width: 120, height: 90 })
    expect(result.hash).toBe(sha256(bytes))
    const preview = await sharp(result.preview.bytes).metadata()
    expect([preview.width, preview.height]).toEqual([40, 30])
    expect(stages).toEqual(['decode'])
  })

  test('is measured with the finder’s answer', async () => {
    const { result } = await startWorker(middleFinder().network).result<'measure'>({
      kind: 'measure',
      source: await photograph(),
    })
    expect(result.measures.backdrop.lightness).toBeCloseTo(80.6, 0)
    const box = result.measures.product!.box
    expect(box.x).toBeCloseTo(0.25, 1)
    expect(box.width).toBeCloseTo(0.5, 1)
    expect(result.card).toBeNull()
  })

  test('is looked at once: what the finder said when it was measured serves the cut, byte for byte', async () => {
    const bytes = await photograph()
    const { network, asked } = middleFinder()
    const { result } = await startWorker(network).result<'measure'>({
      kind: 'measure',
      source: bytes,
    })
    expect(asked).toHaveLength(1)
    const job = { kind: 'decide', ...shotOf(bytes, { cut: {} }) } as const
    const decided = async (look: Blob | null) =>
      (await startWorker(network).result<'decide'>({ ...job, look })).result.mattes
    const afresh = await decided(null)
    expect(asked).toHaveLength(2)
    expect(afresh[0]!.matte.kind).toBe('cut')
    expect(await decided(result.look)).toEqual(afresh)
    expect(asked).toHaveLength(2)
    // What is damaged is asked again.
    expect(await decided(result.look.slice(0, 200))).toEqual(afresh)
    expect(asked).toHaveLength(3)
  })
})

describe('a shot', () => {
  test('is rendered: files with their hashes and what they are, given away rather than copied', async () => {
    const bytes = await photograph()
    const { result, transfer, stages } = await startWorker().result<'render'>({
      kind: 'render',
      ...shotOf(bytes),
    })
    const [page, card] = result.renditions
    expect(page).toMatchObject({ placementId: 'page', width: 64, height: 64 })
    expect(card).toMatchObject({ placementId: 'card', width: 32, height: 32 })
    for (const file of result.renditions) {
      expect(file.hash).toBe(sha256(file.bytes))
      const { format: type, width } = await sharp(file.bytes).metadata()
      expect(file.finished).toMatchObject({ type, width, bytes: file.bytes.length })
    }
    expect(
      transfer.every((buffer) => result.renditions.some((f) => f.bytes.buffer === buffer)),
    ).toBe(true)
    expect(stages[0]).toBe('decode')
    expect(stages.filter((stage) => stage === 'check').length).toBe(2)
  })

  test('keeps the density of its photograph, unless its placement has one', async () => {
    const bytes = new Uint8Array(
      await sharp(await photograph())
        .withMetadata({ density: 300 })
        .png()
        .toBuffer(),
    )
    const placement = (id: string, format: string, dpi: number | null) => ({
      ...{ id, name: id, longSidePx: 64, format, dpi },
    })
    const finish = {
      placements: [
        placement('a', 'jpeg', null),
        placement('b', 'png', null),
        placement('c', 'webp', null),
        placement('d', 'jpeg', 96),
      ],
    }
    const job = { kind: 'render', ...shotOf(bytes, { finish }) } as const
    const { result } = await startWorker().result<'render'>(job)
    expect(result.renditions.map(({ finished }) => Math.round(finished.dpi))).toEqual([
      300, 300, 300, 96,
    ])
  })

  test('is rendered for those placements alone that are asked for', async () => {
    const job = { kind: 'render', only: ['card'], ...shotOf(await photograph()) } as const
    const { result } = await startWorker().result<'render'>(job)
    expect(result.renditions.map(({ placementId }) => placementId)).toEqual(['card'])
  })

  test('is viewed: a small picture and what the view says of it', async () => {
    const job = {
      kind: 'view',
      name: { step: 'tidy', view: 'tile' },
      options: { sidePx: 48 },
      ...shotOf(await photograph()),
    } as const
    const { result } = await startWorker().result<'view'>(job)
    const { format, width, height } = await sharp(result.bytes!).metadata()
    expect([format, width, height]).toEqual(['webp', 48, 36])
    expect(result.facts).toBeTypeOf('object')
  })
})

describe('what goes wrong is posted as data', () => {
  const failed = async (job: Job, stop: ToWorker['stop'] = null) => {
    const { end } = await startWorker().run(job, stop)
    return end.message.kind === 'failed' ? end.message.error : end.message
  }

  test('a file that is none, one that is cut short, and one that is damaged', async () => {
    const notes = new TextEncoder().encode('These are notes, not a picture.')
    expect(await failed({ kind: 'inspect', source: notes, previewSidePx: 40 })).toMatchObject({
      kind: 'file',
      problem: { code: 'not-a-picture' },
    })
    const whole = await photograph()
    const half = Math.floor(whole.length / 2)
    const torn = whole.slice(0, half)
    expect(await failed({ kind: 'render', ...shotOf(torn) })).toMatchObject({
      kind: 'file',
      problem: { code: 'cut-short' },
    })
    const scratched = whole.slice()
    scratched.fill(0xff, half, half + 40)
    expect(await failed({ kind: 'render', ...shotOf(scratched) })).toMatchObject({
      kind: 'file',
      problem: { code: 'damaged' },
    })
  })

  test('a table that is missing, by its name and hash', async () => {
    const hash = 'a'.repeat(64)
    const look = { from: 'cube', name: 'Dusk', hash, strengthPct: 100 }
    const job = { kind: 'render', ...shotOf(await photograph(), { light: { look } }) } as const
    expect(await failed(job)).toEqual({ kind: 'asset-missing', role: 'Dusk', hash })
  })

  test('a shot without a cut-out, asked for one', async () => {
    const job = { kind: 'cut-out', format: 'png', ...shotOf(await photograph()) } as const
    expect(await failed(job)).toMatchObject({
      kind: 'unexpected',
      message: 'the shot was left uncut, so there is no cut-out',
    })
  })

  test('a job that was stopped before it began', async () => {
    const stop = new SharedArrayBuffer(4)
    Atomics.store(new Int32Array(stop), 0, 1)
    const job = { kind: 'render', ...shotOf(await photograph()) } as const
    expect(await failed(job, stop)).toEqual({ kind: 'stopped' })
  })
})
