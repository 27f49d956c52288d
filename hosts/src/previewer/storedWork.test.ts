import { gunzipSync, gzipSync } from 'node:zlib'
import sharp from 'sharp'
import { beforeAll, describe, expect, test } from 'vitest'
import { BriefSteps, planShot, Touches } from '@cloudbank/core/brief'
import { nodeCodec } from '../node/nodeCodec'
import type { PictureWork, PreviewAnswers, Retouching } from './protocol'
import { servePreviewer } from './servePreviewer'
import { unpackWork } from './workFile'

/** Grain, so that what is mended shows. */
let photograph: Blob
beforeAll(async () => {
  const noise = { type: 'gaussian', mean: 150, sigma: 12 } as const
  const create = { width: 240, height: 160, channels: 3, noise, background: '#000' } as const
  const bytes = await sharp({ create }).png().toBuffer()
  photograph = new Blob([bytes as Uint8Array<ArrayBuffer>])
})

const mends = (count: number) =>
  Object.fromEntries(
    Array.from({ length: count }, (_, turn) => [
      `w${turn}`,
      {
        kind: 'mend',
        points: [[0.06 + (turn % 12) * 0.08, 0.1 + Math.floor(turn / 12) * 0.2]],
        radius: 0.008,
        hardness: 0.6,
        turn,
      },
    ]),
  )

const planWith = (count: number) =>
  planShot(
    '0'.repeat(64),
    BriefSteps.parse({ cut: { method: 'off' } }),
    Touches.parse({ tidy: { works: mends(count) } }),
  )

/** Opens the photograph, draws it with so many mends, and closes it; says what was told meanwhile. */
async function visit(count: number, works: readonly Blob[]) {
  const told: (Retouching | null)[] = []
  const stored: PictureWork[] = []
  const serve = servePreviewer({
    codec: nodeCodec,
    network: () => Promise.reject(new Error('no network')),
    typesetter: () => Promise.reject(new Error('no mark is drawn')),
    onRetouching: (retouching) => told.push(retouching),
    onStore: (work) => stored.push(work),
  })
  await serve({
    kind: 'open',
    picture: 'a',
    source: photograph,
    sidePx: 100,
    whole: true,
    works,
    look: null,
  })
  const request = {
    kind: 'view',
    view: 'v',
    picture: 'a',
    name: { step: 'tidy', view: 'close' },
    options: {
      window: { x: 0, y: 0, width: 1, height: 1 },
      size: { width: 240, height: 160 },
      look: 'result',
      band: 0.01,
      strain: 8,
      shade: 'as it is',
      isCut: false,
    },
    plan: planWith(count),
    assets: [],
    mattes: [],
  } as const
  const drawn = (await serve(request)) as PreviewAnswers['view']
  await serve({ kind: 'close', picture: 'a' })
  return { data: drawn.picture!.data, told, stored }
}

describe('retouches that were worked out', () => {
  test('are stored, and not worked out again when the photograph is opened again', async () => {
    const first = await visit(36, [])
    expect(first.told.at(-2)).toEqual({ done: 30, total: 36 })
    expect(first.stored.map(({ picture, size }) => [picture, size])).toEqual([
      ['a', { width: 240, height: 160 }],
    ])
    const again = await visit(36, [first.stored[0]!.work])
    expect(again.told).toEqual([])
    expect(again.stored).toEqual([])
    expect(again.data).toEqual(first.data)
    // More of them go on from there, to the same bytes.
    const more = await visit(40, [first.stored[0]!.work])
    expect(more.told).toEqual([])
    expect(more.data).toEqual((await visit(40, [])).data)
    expect(more.data).not.toEqual(first.data)
  })

  test('are worked out again where what was stored is damaged, of another size or of an older engine', async () => {
    const { data, stored } = await visit(36, [])
    const file = Buffer.from(await stored[0]!.work.arrayBuffer())
    const changed = (from: string, to: string): Blob => {
      const bytes = gunzipSync(file)
      const head = bytes.indexOf(10)
      const text = bytes.subarray(0, head).toString().replace(from, to)
      return new Blob([gzipSync(Buffer.concat([Buffer.from(text), bytes.subarray(head)]))])
    }
    const bad = [
      new Blob([file.subarray(0, file.length / 2)]),
      new Blob(['nothing of the kind']),
      changed('"width":240', '"width":241'),
      changed('"engine":4', '"engine":3'),
    ]
    expect(await unpackWork(bad[0]!)).toEqual([])
    for (const work of bad) {
      const { told, data: drawn } = await visit(36, [work])
      expect(told).not.toEqual([])
      expect(drawn).toEqual(data)
    }
  })
})
