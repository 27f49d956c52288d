import { describe, expect, test } from 'vitest'
import { BriefSteps, planShot } from '../brief'
import type { Codec } from '../codec'
import { planeU8, srgbOfLinear, srgbRaster, type Size, type SrgbRgba8 } from '../raster'
import { NO_GRADE, untouched, type Composition, type Format, type Matte } from '../steps'
import { CancelledError } from './cancelled'
import { packMatte, unpackMatte } from './packMatte'
import { groundLight, renderComposition } from './renderComposition'
import { renderShot } from './renderShot'

const RED = [180, 30, 20] as const
const PAPER = [200, 200, 190] as const

/** A red square of 100 px in the middle of 200 px of paper, its edge mixed over one pixel. */
function scene(): { original: SrgbRgba8; matte: Extract<Matte, { kind: 'cut' }> } {
  const original = srgbRaster({ width: 200, height: 200 })
  const alpha = planeU8({ width: 200, height: 200 })
  const toLinear = (v: number) => (v / 255) ** 2.2
  for (let y = 0; y < 200; y++)
    for (let x = 0; x < 200; x++) {
      const inside = (v: number): number =>
        v < 49 || v > 150 ? 0 : v === 49 || v === 150 ? 0.5 : 1
      const a = inside(x) * inside(y)
      alpha.data[y * 200 + x] = Math.round(a * 255)
      const mixed = RED.map(
        (v, c) => (a * toLinear(v) + (1 - a) * toLinear(PAPER[c]!)) ** (1 / 2.2) * 255,
      )
      original.data.set([...mixed, 255], (y * 200 + x) * 4)
    }
  const area = { x: 0, y: 0, width: 1, height: 1 }
  const box = { x: 50 / 200, y: 50 / 200, width: 0.5, height: 0.5 }
  return { original, matte: { kind: 'cut', area, alpha, box, unsure: 0, holes: 0 } }
}

/** A composition as bytes, on its ground. */
const rendered = (composition: Composition, size: Size): SrgbRgba8 =>
  srgbOfLinear(renderComposition(composition, size), groundLight(composition))

const pixel = ({ width, data }: SrgbRgba8, x: number, y: number): number[] => [
  ...data.subarray((y * width + x) * 4, (y * width + x) * 4 + 4),
]

describe('renderComposition', () => {
  const { original, matte } = scene()
  const composed = (change: Partial<Composition>): Composition => ({
    ...untouched(original),
    matte,
    ...change,
  })
  const size = { width: 150, height: 150 }

  test('untouched is the photograph', () => {
    const same = rendered(untouched(original), original)
    expect([...same.data]).toEqual([...original.data])
  })

  test('the ground is exactly the asked colour wherever no product is', () => {
    const ground = { kind: 'colour', colour: '#F2F2F0' } as const
    const out = rendered(composed({ ground }), size)
    for (let i = 0; i < 150; i++)
      for (const [x, y] of [
        [i, 0],
        [i, 149],
        [0, i],
        [149, i],
        [i, 30],
      ] as const)
        expect(pixel(out, x, y)).toEqual([242, 242, 240, 255])
    expect(pixel(out, 75, 75)).toEqual([...RED, 255])
  })

  test('no fringe: on black the rim holds nothing of the paper', () => {
    const out = rendered(composed({ ground: { kind: 'colour', colour: '#000000' } }), original)
    const [r, g, b] = pixel(out, 49, 100)
    // Half red on black, and no grey of the paper in it.
    expect(g! / r!).toBeLessThan(0.3)
    expect(b! / r!).toBeLessThan(0.3)
    expect(pixel(out, 48, 100)).toEqual([0, 0, 0, 255])
  })

  test('transparent keeps the product’s own colour up to the rim', () => {
    const out = rendered(composed({ ground: { kind: 'transparent' } }), original)
    const [r, g, b, a] = pixel(out, 150, 100)
    expect(a).toBeGreaterThan(110)
    expect(a).toBeLessThan(145)
    ;[r, g, b].forEach((v, c) => expect(Math.abs(v! - RED[c]!)).toBeLessThan(12))
    expect(pixel(out, 10, 10)).toEqual([0, 0, 0, 0])
  })

  test('a frame beyond the photograph is ground there, to the pixel', () => {
    const frame = { window: { x: -100, y: -100, width: 400, height: 400 }, enlarge: false }
    const whole = {
      ...untouched(original),
      frame,
      ground: { kind: 'colour', colour: '#FFFFFF' } as const,
    }
    const out = rendered(whole, { width: 400, height: 400 })
    expect(pixel(out, 99, 200)).toEqual([255, 255, 255, 255])
    expect(pixel(out, 100, 200)).toEqual([...PAPER, 255])
    expect(pixel(out, 299, 200)).toEqual([...PAPER, 255])
    expect(pixel(out, 300, 200)).toEqual([255, 255, 255, 255])
  })

  test('gains work in linear light', () => {
    const out = rendered(
      { ...untouched(original), grade: { ...NO_GRADE, gains: [0.5, 1, 1] } },
      original,
    )
    // Linear half of sRGB 200 is 146.
    expect(pixel(out, 5, 5)).toEqual([146, 200, 190, 255])
  })
})

/** Bytes that say what was encoded; quality sets the length. */
const recordingCodec = (): Codec & {
  encoded: { format: Format; width: number; quality: number }[]
} => {
  const encoded: { format: Format; width: number; quality: number }[] = []
  return {
    encoded,
    preview: () => Promise.reject(new Error('not needed')),
    decode: () => Promise.reject(new Error('not used')),
    encode: async (picture, format, quality) => {
      encoded.push({ format, width: picture.width, quality })
      const bytes = new Uint8Array(quality * 100)
      bytes.set([0xff, 0xd8, 0xff, 0xdb])
      return bytes
    },
  }
}

describe('renderShot', () => {
  const { original, matte } = scene()
  const steps = (change: object) => BriefSteps.parse(change)
  const context = (codec: Codec, aborted = false) => ({
    codec,
    finder: () => Promise.reject(new Error('a known matte needs no finder')),
    signal: { aborted },
  })
  const placement = { id: 'page', name: 'page', longSidePx: 100 }

  test('frames to the asked fill and never enlarges unless allowed', async () => {
    const codec = recordingCodec()
    const plan = planShot(
      '0'.repeat(64),
      steps({ finish: { placements: [{ ...placement, longSidePx: 400 }] } }),
    )
    const { renditions } = await renderShot(original, plan, matte, context(codec))
    const [made] = renditions
    // The product has 100 px and fills 85 %: the picture may have 118.
    expect(made).toMatchObject({ width: 118, height: 118 })
    expect(made?.productBox?.width).toBeCloseTo(0.85, 9)
    expect(made?.findings).toEqual([
      { code: 'too-small', placement: 'page', hasPx: 118, wantsPx: 400 },
    ])
    const allowed = planShot(
      '0'.repeat(64),
      steps({
        frame: { enlarge: true },
        finish: { placements: [{ ...placement, longSidePx: 400 }] },
      }),
    )
    expect(
      (await renderShot(original, allowed, matte, context(codec))).renditions[0],
    ).toMatchObject({ width: 400, findings: [] })
  })

  test('says clearly when the limit cannot be met at acceptable quality', async () => {
    const plan = planShot(
      '0'.repeat(64),
      steps({ finish: { placements: [{ ...placement, leastQualityPct: 50, limitBytes: 600 }] } }),
    )
    const [made] = (await renderShot(original, plan, matte, context(recordingCodec()))).renditions
    expect(made?.qualityPct).toBe(50)
    expect(made?.findings).toMatchObject([
      { code: 'over-limit', limitBytes: 600, bytes: made?.bytes.length },
    ])
  })

  test('ends with CancelledError once it is stopped', async () => {
    const plan = planShot('0'.repeat(64), steps({}))
    await expect(
      renderShot(original, plan, matte, context(recordingCodec(), true)),
    ).rejects.toBeInstanceOf(CancelledError)
  })
})

test('a matte survives packing, and shrinks', () => {
  const { matte } = scene()
  const packed = packMatte(matte)
  expect(unpackMatte(packed)).toEqual(matte)
  if (packed.kind === 'cut')
    expect(packed.alpha.deflated.length).toBeLessThan(matte.alpha.data.length / 50)
})
