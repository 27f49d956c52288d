import { createHash } from 'node:crypto'
import sharp, { type Sharp } from 'sharp'
import { describe, expect, test } from 'vitest'
import { WeighOptions, type PictureUse } from '@cloudbank/core/weigh'
import { nodeCodec } from '../node/nodeCodec'
import type { JobResults } from './protocol'
import { serveEngine } from './serveEngine'

const OPTIONS = WeighOptions.parse({})
const SIDE = 240

/** A warm ground with a structure that a photograph would have, and a strong red square in it. */
function scene(): Sharp {
  const data = new Uint8Array(SIDE * SIDE * 3)
  for (let y = 0; y < SIDE; y++)
    for (let x = 0; x < SIDE; x++) {
      const wave = 30 * Math.sin(x / 7) * Math.cos(y / 11)
      const inside = x > 80 && x < 160 && y > 60 && y < 180
      const [r, g, b] = inside ? [190, 30, 25] : [215, 190, 150]
      data.set([r! + wave / 2, g! + wave / 3, b! + wave / 3], (y * SIDE + x) * 3)
    }
  return sharp(data, { raw: { width: SIDE, height: SIDE, channels: 3 } })
}

async function weigh(
  bytes: Buffer,
  use: Pick<PictureUse, 'shownWidthPx' | 'shownHeightPx'> | null = null,
  options = OPTIONS,
): Promise<JobResults['weigh']> {
  let result: JobResults['weigh'] | null = null
  const serve = serveEngine({
    codec: nodeCodec,
    network: () => Promise.reject(new Error('no network is asked')),
    typesetter: () => Promise.reject(new Error('no mark is drawn')),
    sha256: (data) => Promise.resolve(createHash('sha256').update(data).digest('hex')),
    post: (message) => {
      if (message.kind === 'failed') throw new Error(JSON.stringify(message.error))
      if (message.kind === 'done') result = message.result as JobResults['weigh']
    },
  })
  const job = { kind: 'weigh', source: new Uint8Array(bytes), use, options } as const
  await serve({ kind: 'run', jobId: 1, job, stop: null })
  return result!
}

/** Mean of how far apart two files are as they are seen, at the size of the second, of 255. */
async function apart(before: Buffer, after: Uint8Array): Promise<number> {
  const { width, height } = await sharp(after).metadata()
  const raw = (file: Buffer | Uint8Array) =>
    sharp(file).rotate().resize(width, height, { fit: 'fill' }).ensureAlpha().raw().toBuffer()
  const [a, b] = await Promise.all([raw(before), raw(after)])
  return a.reduce((sum, value, i) => sum + Math.abs(value - b[i]!), 0) / a.length
}

describe('a picture is rewritten', () => {
  test('in each way that it names, in its own colours, each as large as it says', async () => {
    const bytes = await scene()
      .jpeg({ quality: 98 })
      .withExif({ IFD0: { Copyright: 'x'.repeat(9000) } })
      .toBuffer()
    const { facts, made } = await weigh(bytes, { shownWidthPx: 60, shownHeightPx: 60 })
    expect(facts).toMatchObject({
      type: 'jpeg',
      width: SIDE,
      height: SIDE,
      bytes: bytes.length,
      kind: 'photograph',
    })
    expect(facts.qualityPct).toBe(98)
    expect(facts.ballastBytes).toBeGreaterThan(9000)
    expect(made.map(({ way }) => way)).toEqual(['lossless', 'same', 'modern', 'shown'])
    for (const { way, type, width, height, bytes: file, likeness } of made) {
      const read = await sharp(file).metadata()
      expect({ way, type, width, height }).toEqual({
        way,
        type: read.format,
        width: read.width,
        height: read.height,
      })
      expect(await apart(bytes, file), way).toBeLessThan(4)
      expect(likeness).toBeGreaterThanOrEqual(OPTIONS.likeness)
    }
    const sizes = Object.fromEntries(made.map((one) => [one.way, one.bytes.length]))
    expect(sizes.lossless).toBe(bytes.length - facts.ballastBytes)
    expect(sizes.shown!).toBeLessThan(sizes.modern!)
    const shown = made.find(({ way }) => way === 'shown')!
    expect([shown.width, shown.height]).toEqual([120, 120])
  })

  test('without loss: its pixels are the same to the last bit', async () => {
    const bytes = await scene()
      .jpeg()
      .withExif({ IFD0: { Copyright: 'somebody' } })
      .toBuffer()
    const { made } = await weigh(bytes)
    const [lossless] = made
    const raw = (file: Buffer | Uint8Array) => sharp(file).raw().toBuffer()
    expect(await raw(lossless!.bytes)).toEqual(await raw(bytes))
  })

  test('upright as it is seen, whatever way up its file is', async () => {
    const wide = await scene()
      .resize(SIDE, 120, { fit: 'fill' })
      .rotate(-90)
      .jpeg({ quality: 95 })
      .withMetadata({ orientation: 6 })
      .toBuffer()
    const { facts, made } = await weigh(wide, { shownWidthPx: 100, shownHeightPx: 50 })
    expect([facts.width, facts.height]).toEqual([SIDE, 120])
    const shown = made.find(({ way }) => way === 'shown')!
    expect([shown.width, shown.height]).toEqual([200, 100])
    expect(await apart(wide, shown.bytes)).toBeLessThan(5)
  })

  test('see-through stays see-through, a graphic exact in its own format', async () => {
    const clear = await sharp({
      create: {
        width: 90,
        height: 60,
        channels: 4,
        background: { r: 200, g: 30, b: 30, alpha: 0.5 },
      },
    })
      .png()
      .toBuffer()
    const { facts, made } = await weigh(clear)
    expect(facts.kind).toBe('see-through')
    for (const { bytes } of made) {
      const { data } = await sharp(bytes).ensureAlpha().raw().toBuffer({ resolveWithObject: true })
      expect(Math.abs(data[3]! - 128)).toBeLessThanOrEqual(2)
    }
    const flat = await sharp({
      create: { width: 90, height: 60, channels: 3, background: '#3060a0' },
    })
      .png({ compressionLevel: 0 })
      .toBuffer()
    const graphic = await weigh(flat)
    expect(graphic.facts.kind).toBe('graphic')
    for (const { way, bytes } of graphic.made)
      expect(await apart(flat, bytes), way).toBeLessThan(way === 'same' ? 1e-9 : 2)
  })

  test('what would look different at the best quality is no way', async () => {
    const noise = Buffer.from(
      Uint8Array.from({ length: 64 * 64 * 3 }, (_, i) => (i * 7919 + ((i * i) % 251) * 31) % 256),
    )
    const bytes = await sharp(noise, { raw: { width: 64, height: 64, channels: 3 } })
      .png()
      .toBuffer()
    const { made } = await weigh(bytes, null, { ...OPTIONS, likeness: 1 })
    expect(made.map(({ way }) => way)).toEqual(['same'])
  })
})
