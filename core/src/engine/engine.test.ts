import { describe, expect, test } from 'vitest'
import { AssetMissingError } from '../assets'
import { BriefSteps, planShot, type Plan, type Touches } from '../brief'
import { srgbRaster, type SrgbRgba8 } from '../raster'
import { photographSource } from '../source'
import { formatCube, sampleCube, STEPS } from '../steps'
import { CancelledError } from './cancelled'
import { keptFor, PAPER, playedContext, recordingCodec, RED, scene } from './scene.testing'
import { renderShot } from './renderShot'

const { original, matte } = scene()
const source = photographSource(original)
const HASH = '0'.repeat(64)

const pixel = ({ width, data }: SrgbRgba8, x: number, y: number): number[] => [
  ...data.subarray((y * width + x) * 4, (y * width + x) * 4 + 4),
]

/** Settings that leave colour and place as they are: the picture is the photograph, pixel by pixel. */
const PLAIN = { light: { neutral: { from: 'photograph' } }, frame: { fillPct: 50 } } as const

const placement = (longSidePx: number, change: object = {}) => ({
  id: `at-${longSidePx}`,
  name: 'page',
  longSidePx,
  format: 'webp',
  ...change,
})

const planFor = (settings: object, touches: Touches = {}): Plan =>
  planShot(HASH, BriefSteps.parse(settings), touches)

/** The pixels of every rendition of a plan, by placement. */
async function draw(plan: Plan, only?: readonly string[]): Promise<Map<string, SrgbRgba8>> {
  const codec = recordingCodec()
  const context = playedContext({ codec, mattes: keptFor(plan, matte) })
  const { renditions } = await renderShot(source, plan, context, only)
  return new Map(
    renditions.map(({ placementId }, i) => [placementId, codec.encoded[i]!.picture] as const),
  )
}

const drawOne = async (settings: object, longSidePx = 200): Promise<SrgbRgba8> => {
  const finish = { placements: [placement(longSidePx)] }
  const made = await draw(planFor({ ...PLAIN, ...settings, finish }))
  return made.get(`at-${longSidePx}`)!
}

describe('one rendition', () => {
  test('of settings at rest is the photograph', async () => {
    const same = await drawOne({ cut: { method: 'off' }, ground: { behind: { kind: 'original' } } })
    expect([...same.data]).toEqual([...original.data])
  })

  test('has exactly the asked colour wherever no product is', async () => {
    const out = await drawOne({ ground: { behind: { kind: 'colour', colour: '#F2F2F0' } } }, 150)
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

  test('has no fringe: on black the rim holds nothing of the paper', async () => {
    const out = await drawOne({ ground: { behind: { kind: 'colour', colour: '#000000' } } })
    const [r, g, b] = pixel(out, 49, 100)
    // Half red on black, and no grey of the paper in it.
    expect(g! / r!).toBeLessThan(0.3)
    expect(b! / r!).toBeLessThan(0.3)
    expect(pixel(out, 48, 100)).toEqual([0, 0, 0, 255])
  })

  test('without a ground keeps the product’s own colour up to the rim', async () => {
    const out = await drawOne({ ground: { behind: { kind: 'transparent' } } })
    const [r, g, b, a] = pixel(out, 150, 100)
    expect(a).toBeGreaterThan(110)
    expect(a).toBeLessThan(145)
    ;[r, g, b].forEach((v, c) => expect(Math.abs(v! - RED[c]!)).toBeLessThan(12))
    expect(pixel(out, 10, 10)).toEqual([0, 0, 0, 0])
  })

  test('beyond the photograph is ground, to the pixel', async () => {
    const settings = {
      ...PLAIN,
      cut: { method: 'off' },
      frame: { ratio: { width: 2, height: 1 }, enlarge: true },
      finish: { placements: [placement(400)] },
    }
    const out = (await draw(planFor(settings))).get('at-400')!
    expect(pixel(out, 99, 100)).toEqual([255, 255, 255, 255])
    expect(pixel(out, 100, 100)).toEqual([...PAPER, 255])
    expect(pixel(out, 299, 100)).toEqual([...PAPER, 255])
    expect(pixel(out, 300, 100)).toEqual([255, 255, 255, 255])
  })

  test('takes gains in linear light', async () => {
    const out = await drawOne({
      cut: { method: 'off' },
      ground: { behind: { kind: 'original' } },
      light: { neutral: { from: 'gains', red: 0.5, green: 1, blue: 1 } },
    })
    // Linear half of sRGB 200 is 146.
    expect(pixel(out, 5, 5)).toEqual([146, 200, 190, 255])
  })

  test('in a format without transparency has white where nothing is', async () => {
    const finish = { placements: [placement(200, { format: 'jpeg' })] }
    const ground = { behind: { kind: 'transparent' } }
    const out = (await draw(planFor({ ...PLAIN, ground, finish }))).get('at-200')!
    expect(pixel(out, 10, 10)).toEqual([255, 255, 255, 255])
  })
})

describe('a turned picture', () => {
  test('stands on its corner after an eighth, in its own colour, and fills as before', async () => {
    const still = await drawOne({})
    const turned = await drawOne({ frame: { fillPct: 50, turnDeg: 45 } }, 282)
    // The square stands on its corner: half as wide a quarter up, of its own red in the middle.
    expect(pixel(turned, 141, 141)).toEqual(pixel(still, 100, 100))
    const isRed = (x: number, y: number): boolean => {
      const [r = 0, g = 0] = pixel(turned, x, y)
      return r > 150 && g < 80
    }
    const wide = (y: number): number => {
      let count = 0
      for (let x = 0; x < 282; x++) if (isRed(x, y)) count++
      return count
    }
    expect(wide(141)).toBeGreaterThan(136)
    expect(wide(141)).toBeLessThan(144)
    expect(Math.abs(wide(106) - wide(141) / 2)).toBeLessThan(4)
    expect(pixel(turned, 20, 20)).toEqual([255, 255, 255, 255])
  })

  test('of the whole photograph is turned with its backdrop, to a part of a code value', async () => {
    const whole = { cut: { method: 'off' }, ground: { behind: { kind: 'original' } } }
    const turned = await drawOne({ ...whole, frame: { reach: 'crop', turnDeg: 10 } }, 150)
    for (const [x, y] of [
      [0, 0],
      [149, 0],
      [0, 149],
      [149, 149],
    ] as const)
      expect(pixel(turned, x, y)).toEqual([...PAPER, 255])
    expect(pixel(turned, 75, 75)).toEqual([...RED, 255])
  })
})

describe('several renditions of one shot', () => {
  const wide = placement(120, {
    id: 'wide',
    changes: {
      frame: { ratio: { width: 2, height: 1 }, fillPct: 40 },
      ground: { behind: { kind: 'colour', colour: '#336699' } },
    },
  })

  test('may differ in ratio, fill, ground and format', async () => {
    const finish = { placements: [placement(100), wide] }
    const made = await draw(planFor({ ...PLAIN, frame: { fillPct: 80 }, finish }))
    const [square, banner] = [made.get('at-100')!, made.get('wide')!]
    expect([square.width, square.height, banner.width, banner.height]).toEqual([100, 100, 120, 60])
    expect(pixel(square, 1, 1)).toEqual([255, 255, 255, 255])
    expect(pixel(banner, 1, 1)).toEqual([0x33, 0x66, 0x99, 255])
    // 40 % of the banner's width is 48 px, but its height allows 24: the square takes 40 % of that.
    const redColumns = Array.from({ length: 120 }, (_, x) => pixel(banner, x, 30)).filter(
      ([r, g]) => r! > 150 && g! < 60,
    ).length
    expect(Math.abs(redColumns - 24)).toBeLessThanOrEqual(2)
  })

  test('are each the same whichever others are made beside them', async () => {
    const all = [placement(190), placement(60), wide, placement(33)]
    const together = await draw(planFor({ ...PLAIN, finish: { placements: all } }))
    for (const { id } of all) {
      const alone = await draw(planFor({ ...PLAIN, finish: { placements: all } }), [id])
      expect([...alone.get(id)!.data], id).toEqual([...together.get(id)!.data])
    }
    const fewer = await draw(planFor({ ...PLAIN, finish: { placements: all.slice(1, 2) } }))
    expect([...fewer.get('at-60')!.data]).toEqual([...together.get('at-60')!.data])
  })

  test('follow the shot’s touches before the placement’s changes', async () => {
    const settings = { ...PLAIN, finish: { placements: [wide] } }
    const touched = planFor(settings, { frame: { fillPct: 80 } })
    const codec = recordingCodec()
    const context = playedContext({ codec, mattes: keptFor(touched, matte) })
    const [made] = (await renderShot(source, touched, context)).renditions
    expect(made).toMatchObject({ width: 120, height: 60 })
    expect(made?.productBox?.height).toBeCloseTo(0.8, 9)
  })
})

describe('a shot framed for one placement alone', () => {
  test('is framed so there, over what is set for all, and nowhere else', async () => {
    const finish = { placements: [placement(100), placement(60)] }
    const touched = planFor(
      { ...PLAIN, finish },
      { frame: { fillPct: 80, perPlacement: { 'at-60': { fillPct: 40 } } } },
    )
    const context = playedContext({ codec: recordingCodec(), mattes: keptFor(touched, matte) })
    const { renditions } = await renderShot(source, touched, context)
    const fills = renditions.map(({ productBox }) => productBox?.height)
    expect(fills[0]).toBeCloseTo(0.8, 9)
    expect(fills[1]).toBeCloseTo(0.4, 9)
  })
})

describe('renderShot', () => {
  const steps = (change: object) => planFor({ ...change })
  const render = (plan: Plan, change: Parameters<typeof playedContext>[0] = {}) =>
    renderShot(source, plan, playedContext({ mattes: keptFor(plan, matte), ...change }))

  test('frames to the asked fill and never enlarges unless allowed', async () => {
    const finish = { placements: [placement(400, { format: 'jpeg' })] }
    const { renditions } = await render(steps({ finish }))
    const [made] = renditions
    // The product has 100 px and fills 85 %: the picture may have 118.
    expect(made).toMatchObject({ width: 118, height: 118 })
    expect(made?.productBox?.width).toBeCloseTo(0.85, 9)
    expect(made?.findings).toEqual([
      { code: 'too-small', placement: 'page', hasPx: 118, wantsPx: 400 },
    ])
    const allowed = steps({ frame: { enlarge: true }, finish })
    expect((await render(allowed)).renditions[0]).toMatchObject({
      width: 400,
      findings: [{ code: 'enlarged', placement: 'page', times: 3.4 }],
    })
  })

  test('says clearly when the limit can’t be met at acceptable quality', async () => {
    const change = { format: 'jpeg', leastQualityPct: 50, limitBytes: 600 }
    const plan = steps({ finish: { placements: [placement(100, change)] } })
    const [made] = (await render(plan)).renditions
    expect(made?.qualityPct).toBe(50)
    expect(made?.findings).toMatchObject([
      { code: 'over-limit', limitBytes: 600, bytes: made?.bytes.length },
    ])
  })

  test('raises quality until a file nearly weighs its limit, where a set is to weigh alike', async () => {
    const change = { format: 'jpeg', qualityPct: 60, limitBytes: 9900, weighsAlike: true }
    const finish = { placements: [placement(100, change)] }
    const [made] = (await render(steps({ finish }), { codec: recordingCodec() })).renditions
    expect(made).toMatchObject({ qualityPct: 93, findings: [] })
    const few = { ...change, limitBytes: 2600, leastQualityPct: 10 }
    const [light] = (await render(steps({ finish: { placements: [placement(100, few)] } })))
      .renditions
    expect(light?.qualityPct).toBe(20)
  })

  test('ends with CancelledError once it is stopped', async () => {
    await expect(render(steps({}), { signal: { aborted: true } })).rejects.toBeInstanceOf(
      CancelledError,
    )
  })

  test('a colour table that is not to be had is an error with words, not a picture without its look', async () => {
    const cube = sampleCube('Dusk', 2, (data) => data.fill(0.25))
    const bytes = new TextEncoder().encode(formatCube(cube))
    const look = { from: 'cube', hash: 'd'.repeat(64), name: 'Dusk', strengthPct: 100 }
    const plan = steps({ light: { look }, finish: { placements: [placement(100)] } })
    expect(plan.assets).toEqual([{ role: 'look', name: 'Dusk', hash: look.hash }])
    await expect(render(plan)).rejects.toBeInstanceOf(AssetMissingError)
    await expect(render(plan)).rejects.toThrow('“Dusk” is missing')
    const codec = recordingCodec()
    await render(plan, {
      codec,
      asset: (hash) => Promise.resolve(hash === look.hash ? bytes : null),
    })
    // Linear 0.25 is sRGB 137.
    expect(pixel(codec.encoded[0]!.picture, 50, 50)).toEqual([137, 137, 137, 255])
  })

  test('a colour table, a ground and the ground of one placement may all have one name', async () => {
    const table = new TextEncoder().encode(
      formatCube(sampleCube('Dusk', 2, (data) => data.fill(0.25))),
    )
    const flat = (grey: number): SrgbRgba8 => {
      const picture = srgbRaster({ width: 8, height: 8 })
      picture.data.fill(255)
      for (let p = 0; p < picture.data.length; p += 4) picture.data.fill(grey, p, p + 3)
      return picture
    }
    const files = new Map([
      ['a'.repeat(64), table],
      ['b'.repeat(64), Uint8Array.of(90)],
      ['c'.repeat(64), Uint8Array.of(30)],
    ])
    const picture = (digit: string) => ({ kind: 'picture', hash: digit.repeat(64), name: 'Dusk' })
    const plan = steps({
      light: { look: { from: 'cube', hash: 'a'.repeat(64), name: 'Dusk', strengthPct: 100 } },
      ground: { behind: picture('b') },
      finish: {
        placements: [
          placement(100),
          placement(100, { id: 'dark', changes: { ground: { behind: picture('c') } } }),
        ],
      },
    })
    expect(plan.assets.map(({ role, hash }) => `${role} ${hash[0]}`)).toEqual([
      'look a',
      'ground b',
      'ground c',
    ])
    const codec = {
      ...recordingCodec(),
      decode: ([grey = 0]: Uint8Array) => Promise.resolve(flat(grey)),
    }
    await render(plan, { codec, asset: (hash) => Promise.resolve(files.get(hash) ?? null) })
    const [page, dark] = codec.encoded.map((file) => file.picture)
    expect(pixel(page!, 2, 2)).toEqual([90, 90, 90, 255])
    expect(pixel(dark!, 2, 2)).toEqual([30, 30, 30, 255])
    for (const made of [page!, dark!]) expect(pixel(made, 50, 50)).toEqual([137, 137, 137, 255])
  })
})

test('a straightened shot is cut at the level that its own window needs', async () => {
  // Upright the square is wider than as it leans: its window is larger, and a coarser level is enough for it.
  const leaning = scene(0.12)
  const seen: (readonly number[])[] = []
  const watching = STEPS.map((step) =>
    step.id === 'cut'
      ? {
          ...step,
          refine: (_given: unknown, { sides }: { readonly sides: readonly number[] }) => {
            seen.push(sides)
            return Promise.resolve({})
          },
        }
      : step,
  )
  const plan = planFor({
    frame: { straighten: 'symmetry', enlarge: true },
    finish: { placements: [placement(300)] },
  })
  const context = playedContext({ mattes: keptFor(plan, leaning.matte) })
  const { renditions } = await renderShot(
    photographSource(leaning.original),
    plan,
    context,
    undefined,
    watching as unknown as typeof STEPS, // the same steps, one of them watched
  )
  const { width, window } = renditions[0]!
  expect(seen).toHaveLength(1)
  expect(seen[0]).toEqual([expect.closeTo(width / window.width, 6)])
})
