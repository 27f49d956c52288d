import sharp from 'sharp'
import { describe, expect, test } from 'vitest'
import { readOutlet } from '../../brief'
import { tagSrgb, withDensity } from '../../codec'
import { srgbRaster, type SrgbRgba8 } from '../../raster'
import { Outlet } from '../outlet'
import { READY_OUTLETS } from '../readyOutlets'
import { OutletRules } from '../rules'
import { checkFile, type RuleId } from './checkFile'
import { readFinished, type FinishedFile } from './readFinished'
import { remedyFor } from './remedy'

type Colour = readonly [number, number, number, number]
const WHITE: Colour = [255, 255, 255, 255]
const RED: Colour = [180, 30, 40, 255]
const CLEAR: Colour = [0, 0, 0, 0]

/** A box on a ground: 400 × 500, the box from 40, 100 to 360, 450. */
function picture(ground: Colour, box: Colour = RED): SrgbRgba8 {
  const made = srgbRaster({ width: 400, height: 500 })
  for (let y = 0, p = 0; y < 500; y++)
    for (let x = 0; x < 400; x++, p += 4)
      made.data.set(x >= 40 && x < 360 && y >= 100 && y < 450 ? box : ground, p)
  return made
}

async function file(
  made: SrgbRgba8,
  format: 'jpeg' | 'png' | 'webp',
): Promise<{ bytes: Uint8Array; read: FinishedFile }> {
  const { width, height, data } = made
  const raw = sharp(data, { raw: { width, height, channels: 4 } })
  const encoded = await raw.toFormat(format, { quality: 90 }).toBuffer()
  const bytes = tagSrgb(new Uint8Array(encoded), format)
  const again = await sharp(bytes).ensureAlpha().raw().toBuffer()
  const decoded: SrgbRgba8 = { ...made, data: new Uint8ClampedArray(again) }
  return { bytes, read: await readFinished(bytes, decoded) }
}

const rules = (change: object): OutletRules => OutletRules.parse(change)
const broken = (read: FinishedFile, change: object, altText = 'a box'): RuleId[] =>
  checkFile(read, rules(change), { altText }).map(({ rule }) => rule)

test('a cover may have to stand on something else than the other pictures', async () => {
  const { read } = await file(picture([242, 242, 240, 255]), 'png')
  const grey = { kind: 'colour', colour: '#F2F2F0' }
  const asked = rules({ backdrop: grey, coverBackdrop: { kind: 'colour', colour: '#FFFFFF' } })
  const brokenAs = (isCover: boolean) => checkFile(read, asked, { altText: 'a box', isCover })
  expect(brokenAs(false)).toEqual([])
  expect(brokenAs(true)).toMatchObject([{ rule: 'cover-backdrop', limit: '#FFFFFF, ΔE 1.0' }])
})

describe('a finished file', () => {
  test.each(['jpeg', 'png', 'webp'] as const)('%s is read from its own bytes', async (format) => {
    const { bytes, read } = await file(picture(WHITE), format)
    expect(read).toMatchObject({
      type: format,
      width: 400,
      height: 500,
      bytes: bytes.length,
      border: { colour: '#FFFFFF', clear01: 0 },
      hasProfile: true,
    })
    expect(read.border.spread).toBeLessThan(0.1)
    const { x, y, width, height } = read.product!
    expect(x).toBeCloseTo(0.1, 2)
    expect(y).toBeCloseTo(0.2, 2)
    expect(width).toBeCloseTo(0.8, 2)
    expect(height).toBeCloseTo(0.7, 2)
  })

  test('with transparency has a clear border, and its product is what is not clear', async () => {
    const { read } = await file(picture(CLEAR), 'png')
    expect(read.border.clear01).toBe(1)
    expect(read.product).toEqual({ x: 0.1, y: 0.2, width: 0.8, height: 0.7 })
  })

  test('on a busy backdrop has no product that could be measured', async () => {
    const busy = picture(WHITE)
    for (let p = 0; p < busy.data.length; p += 4) busy.data[p] = (p * 7) % 256
    expect((await file(busy, 'png')).read.product).toBeNull()
  })

  test.each(['jpeg', 'png', 'webp'] as const)('%s says its density', async (format) => {
    const made = picture(WHITE)
    const { bytes } = await file(made, format)
    const dense = withDensity(bytes, format, 300)
    expect((await readFinished(dense, made)).dpi).toBeCloseTo(300, 0)
    // The other decoder reads none of WebP.
    if (format !== 'webp') expect((await sharp(dense).metadata()).density).toBe(300)
    const before = await sharp(bytes).raw().toBuffer()
    expect((await sharp(dense).raw().toBuffer()).equals(before)).toBe(true)
  })

  test('without a profile says so', async () => {
    const made = picture(WHITE)
    const { width, height, data } = made
    const bare = await sharp(data, { raw: { width, height, channels: 4 } })
      .jpeg()
      .toBuffer()
    expect((await readFinished(new Uint8Array(bare), made)).hasProfile).toBe(false)
  })
})

describe('the product of a finished file', () => {
  /** A grey disc on a ground, beside crumbs of a pixel and a coder's noise of two values. */
  const disc = (cx: number, cy: number, radius: number): SrgbRgba8 => {
    const made = picture(WHITE, WHITE)
    for (let y = 0, p = 0; y < 500; y++)
      for (let x = 0; x < 400; x++, p += 4) {
        const inside = Math.hypot(x - cx, y - cy) < radius
        const value = inside ? 90 + ((x * 7 + y * 13) % 120) : 255 - ((x + y) % 3)
        made.data.fill(value, p, p + 3)
      }
    for (const [x, y] of [
      [12, 30],
      [380, 470],
      [13, 480],
    ] as const)
      made.data.fill(0, (y * 400 + x) * 4, (y * 400 + x) * 4 + 3)
    return made
  }

  test.each([
    [200, 250, 150],
    [60, 250, 40],
    [340, 440, 50],
    [200, 250, 3],
  ])(
    'is a disc at %i, %i of radius %i, whatever block of columns it begins in',
    async (cx, cy, r) => {
      const { bytes } = await file(picture(WHITE), 'png')
      const found = (await readFinished(bytes, disc(cx, cy, r))).product!
      const sides = [found.x * 400, found.y * 500]
      const ends = [(found.x + found.width) * 400, (found.y + found.height) * 500]
      for (const [k, centre] of [cx, cy].entries()) {
        expect(Math.abs(sides[k]! - (centre - r))).toBeLessThanOrEqual(1)
        expect(Math.abs(ends[k]! - (centre + r))).toBeLessThanOrEqual(1)
      }
    },
  )

  test('is none where crumbs are all there is', async () => {
    const { bytes } = await file(picture(WHITE), 'png')
    expect((await readFinished(bytes, disc(-500, -500, 10))).product).toBeNull()
  })
})

test('the spread of a border is what 99 of 100 of its pixels keep within', async () => {
  const { bytes } = await file(picture(WHITE), 'png')
  /** White, but for a stretch of the first row: a share of the 3,584 pixels of a border 2 deep. */
  const spreadWith = async (pixels: number) => {
    const made = picture(WHITE)
    for (let x = 0; x < pixels; x++) made.data.fill(200, x * 4, x * 4 + 3)
    return (await readFinished(bytes, made)).border.spread
  }
  expect(await spreadWith(35)).toBe(0)
  expect(await spreadWith(37)).toBeGreaterThan(10)
})

describe('a rule', async () => {
  const { read } = await file(picture(WHITE), 'jpeg')
  const grey = (await file(picture([242, 242, 240, 255]), 'png')).read

  test.each([
    ['too-few-pixels', { leastShorterPx: 401 }, { leastShorterPx: 400 }],
    ['too-many-pixels', { mostLongerPx: 499 }, { mostLongerPx: 500 }],
    ['ratio', { ratio: { width: 1, height: 1 } }, { ratio: { width: 4, height: 5 } }],
    ['format', { formats: ['webp', 'png'] }, { formats: ['webp', 'jpeg'] }],
    ['bytes', { limitBytes: 500 }, { limitBytes: 500_000 }],
    [
      'backdrop',
      { backdrop: { kind: 'colour', colour: '#F2F2F0' } },
      { backdrop: { kind: 'colour', colour: '#FEFEFE' } },
    ],
    ['backdrop', { backdrop: { kind: 'transparent' } }, {}],
    ['fill-low', { leastFillPct: 85 }, { leastFillPct: 80 }],
    ['fill-high', { mostFillPct: 75 }, { mostFillPct: 80 }],
  ] as const)('%s is broken, and kept to', (rule, breaks, keeps) => {
    expect(broken(read, breaks)).toEqual([rule])
    expect(broken(read, keeps)).toEqual([])
  })

  test('says value and limit', () => {
    expect(checkFile(read, rules({ leastFillPct: 85, limitBytes: 500 }), { altText: '' })).toEqual([
      { rule: 'bytes', value: expect.stringMatching(/KB$/) as string, limit: '500\u00a0B' },
      {
        rule: 'fill-low',
        value: expect.stringMatching(/^80\.\d %$/) as string,
        limit: 'at least 85 %',
      },
    ])
  })

  test('of a ratio allows for whole pixels', () => {
    const banner = { ...read, width: 1200, height: 628 }
    expect(broken(banner, { ratio: { width: 191, height: 100 } })).toEqual([])
    expect(broken(banner, { ratio: { width: 2, height: 1 } })).toEqual(['ratio'])
  })

  test('of a colour has a tolerance', () => {
    const near = (tolerance: number) => ({
      backdrop: { kind: 'colour', colour: '#F5F5F5', tolerance },
    })
    expect(broken(grey, near(0.5))).toEqual(['backdrop'])
    expect(broken(grey, near(2.5))).toEqual([])
  })

  test('of who made it wants a name in the file', () => {
    const asked = rules({ fileWords: 'credit' })
    const said = (saysCredit: boolean) => checkFile(read, asked, { altText: 'a box', saysCredit })
    expect(said(false).map(({ rule }) => rule)).toEqual(['credit'])
    expect(said(true)).toEqual([])
  })

  test('of words wants words', () => {
    expect(broken(read, { needsAltText: true }, '  ')).toEqual(['alt-text'])
    expect(broken({ ...read, hasProfile: false }, {})).toEqual(['profile'])
    expect(broken({ ...read, product: null }, { leastFillPct: 10 })).toEqual(['fill-unknown'])
  })
})

describe('a remedy', () => {
  const strict = Outlet.parse({
    id: 'strict',
    name: 'Strict',
    rules: {
      leastShorterPx: 1600,
      mostLongerPx: 2000,
      ratio: { width: 1, height: 1 },
      formats: ['png'],
      limitBytes: 100_000,
      backdrop: { kind: 'colour', colour: '#FFFFFF' },
      leastFillPct: 84,
      mostFillPct: 90,
    },
    placements: [{ id: 'one', name: 'one', longSidePx: 2400 }],
  })
  const after = (rule: RuleId) => remedyFor(rule, strict, strict.placements[0]!)

  test.each([
    ['too-few-pixels', 'Allow enlarging', { changes: { frame: { enlarge: true } } }],
    ['too-many-pixels', 'Make them 2000 px', { longSidePx: 2000 }],
    ['ratio', 'Make them 1:1', { changes: { frame: { ratio: { width: 1, height: 1 } } } }],
    ['format', 'Make them PNG', { format: 'png' }],
    ['bytes', 'Allow quality down to 30 %', { leastQualityPct: 30, limitBytes: 100_000 }],
    ['fill-low', 'Fill 85 %', { changes: { frame: { fillPct: 85 } } }],
    ['fill-high', 'Fill 89 %', { changes: { frame: { fillPct: 89 } } }],
    [
      'backdrop',
      'Put them on #FFFFFF',
      { changes: { ground: { behind: { kind: 'colour', colour: '#FFFFFF' } } } },
    ],
  ] as const)('for %s: %s', (rule, words, placement) => {
    const remedy = after(rule)!
    expect(remedy.words).toBe(words)
    expect(remedy.outlet.placements[0]).toMatchObject(placement)
    expect(readOutlet(remedy.outlet).ok).toBe(true)
    // Once it is applied, it is not offered again.
    const again = remedyFor(rule, remedy.outlet, remedy.outlet.placements[0]!)
    if (rule === 'too-few-pixels' || rule.startsWith('fill') || rule === 'too-many-pixels')
      expect(again).toBeNull()
  })

  test.each(['alt-text', 'profile', 'fill-unknown'] as const)('%s takes a person', (rule) =>
    expect(after(rule)).toBeNull(),
  )
})

describe('an outlet', () => {
  /** One whose placement asks something in place of the brief. */
  const asking = (changes: object) => ({
    id: 'a',
    name: 'a',
    placements: [{ id: 'p', name: 'p', longSidePx: 100, changes }],
  })

  test('of those that come along is one, by its own file', () => {
    for (const outlet of READY_OUTLETS)
      expect(readOutlet(JSON.parse(JSON.stringify(outlet)))).toEqual({ ok: true, outlet })
  })

  test('asks for whole values, whatever its file left out', () => {
    const behind = { kind: 'gradient', from: '#ffffff', to: '#808080' }
    const read = readOutlet(asking({ ground: { behind } }))
    if (!read.ok) throw new Error(read.problems.join())
    expect(read.outlet.placements[0]!.changes).toEqual({
      ground: {
        behind: { kind: 'gradient', shape: 'linear', from: '#FFFFFF', to: '#808080', angleDeg: 0 },
      },
    })
  })

  test.each([
    [{}, 'id'],
    [{ id: 'a', name: 'a', placements: [] }, 'placements'],
    [{ id: 'A b', name: 'a', placements: [] }, 'id'],
    [{ id: 'a', name: 'a', placements: [], rules: { leastFillPct: 200 } }, 'rules.leastFillPct'],
    [{ id: 'a', name: 'a', placements: [], fileNames: '{sku' }, 'fileNames'],
    ['nothing', 'the outlet'],
    [asking({ frame: { fillPct: 900 } }), 'placements.0.changes.frame.fillPct'],
    [asking({ light: { contrast: 5 } }), 'placements.0.changes.light'],
    [
      asking({ ground: { behind: { kind: 'picture', hash: 'short', name: 'x' } } }),
      'placements.0.changes.ground.behind.hash',
    ],
  ])('%j is refused by the name of its field', (data, field) => {
    const read = readOutlet(data)
    expect(read.ok).toBe(false)
    if (!read.ok)
      expect(read.problems.some((problem) => problem.startsWith(`${field}:`))).toBe(true)
  })
})

test('a border between two tones has a colour that can be written', async () => {
  const made = picture([242, 242, 240, 255])
  // Every other pixel is lighter by one: the middle of all lies between both.
  for (let p = 0; p < made.data.length; p += 8) made.data[p]! += 1
  const { read } = await file(made, 'png')
  expect(read.border?.colour).toMatch(/^#[0-9A-F]{6}$/)
})
