import { describe, expect, test } from 'vitest'
import type { Placement } from '../outlets'
import { settingsFor } from '../brief'
import { STEPS } from '../steps'
import { lightBrief, lightTouches, neededSide, weighPlan, WeighOptions } from '.'
import { faultsOf, type FaultCode } from './faults'
import type { PictureFacts } from './file/describePicture'
import type { PictureUse } from './page/pictureUse'
import { faultsIn, worstFirst, type WeighedPicture } from './picture'
import { reportData, reportPage, reportTable } from './report'
import { secondsOver, shootTotals, totalsOf } from './totals'
import { lightest, type Rewritten } from './ways'

const BASE = 'https://shop.example/kitchen/pots.html'
const OPTIONS = WeighOptions.parse({})

const FACTS: PictureFacts = {
  type: 'jpeg',
  width: 2000,
  height: 1500,
  bytes: 1_000_000,
  qualityPct: 85,
  ballastBytes: 0,
  profile: null,
  kind: 'photograph',
}
const USE: PictureUse = {
  address: BASE,
  shownWidthPx: 500,
  shownHeightPx: 375,
  topPx: null,
  hasSize: true,
  alt: 'A pot',
  lazy: true,
  hasChoice: false,
  order: 0,
}
const made = (way: Rewritten['way'], bytes: number, more: Partial<Rewritten> = {}): Rewritten => ({
  way,
  type: 'webp',
  width: 1000,
  height: 750,
  bytes,
  likeness: 0.99,
  fileHash: way,
  ...more,
})

describe('the size that a picture needs', () => {
  test.each([
    [{ shownWidthPx: 500, shownHeightPx: 375 }, 2, 1000],
    [{ shownWidthPx: 500, shownHeightPx: null }, 1, 500],
    [{ shownWidthPx: null, shownHeightPx: 375 }, 2, 1000],
    // A slot of another shape has to be filled along its longer need.
    [{ shownWidthPx: 300, shownHeightPx: 375 }, 2, 1000],
    // Whole pixels of a page are no other shape.
    [{ shownWidthPx: 320, shownHeightPx: 241 }, 2, 640],
    [{ shownWidthPx: 4000, shownHeightPx: null }, 2, 2000],
    [{ shownWidthPx: null, shownHeightPx: null }, 2, null],
  ])('%o at %s is %s', (shown, density, side) => {
    expect(neededSide(FACTS, shown, { ...OPTIONS, density })).toBe(side)
  })

  test('of a file by itself is not known', () => {
    expect(neededSide(FACTS, null, OPTIONS)).toBeNull()
  })
})

describe('what is wrong', () => {
  const codes = (
    facts: Partial<PictureFacts>,
    use: Partial<PictureUse> | null = {},
    ways: Rewritten[] = [],
  ): FaultCode[] => {
    const whole = { ...FACTS, ...facts }
    const shown = use && { ...USE, ...use }
    const neededPx = neededSide(whole, shown, OPTIONS)
    return faultsOf({ facts: whole, use: shown, made: ways, neededPx }).map(({ code }) => code)
  }
  const small = { width: 1000, height: 750 }

  test('with a picture that is as it should be: nothing', () => {
    expect(codes(small)).toEqual([])
  })
  test.each<[FaultCode, Partial<PictureFacts>, Partial<PictureUse>]>([
    ['photograph-as-png', { ...small, type: 'png', qualityPct: null }, {}],
    ['more-pixels', {}, {}],
    ['quality-unseen', { ...small, qualityPct: 93 }, {}],
    ['ballast', { ...small, ballastBytes: 31_000 }, {}],
    ['colour-profile', { ...small, profile: 'Display P3' }, {}],
    ['no-size', small, { hasSize: false }],
    ['no-description', small, { alt: null }],
    ['not-lazy', small, { lazy: false, order: 5 }],
    ['not-lazy', small, { lazy: false, order: 0, topPx: 800 }],
  ])('%s is found, and nothing else', (code, facts, use) => {
    expect(codes(facts, use)).toEqual([code])
  })
  test('what is no fault is none: a graphic as PNG, sRGB by name, an empty description, the first picture at once', () => {
    expect(codes({ ...small, type: 'png', kind: 'graphic', qualityPct: null })).toEqual([])
    expect(codes({ ...small, profile: 'sRGB IEC61966-2.1' }, { alt: '', lazy: false })).toEqual([])
    expect(codes({ ...small, ballastBytes: 900 })).toEqual([])
    expect(codes(small, null)).toEqual([])
  })
  test('a modern format is missed where it was made and is lighter than the same in the old one', () => {
    const same = made('same', 500_000, { type: 'jpeg' })
    expect(codes(small, {}, [same, made('modern', 300_000)])).toEqual(['no-modern-format'])
    expect(codes(small, {}, [same, made('modern', 480_000)])).toEqual([])
    expect(codes({ ...small, type: 'webp' }, {}, [same, made('modern', 300_000)])).toEqual([])
  })
})

test('the lightest way counts, and only where it is worth it', () => {
  expect(lightest(FACTS, [made('same', 600_000), made('shown', 90_000)])?.way).toBe('shown')
  expect(lightest(FACTS, [made('same', 985_000)])).toBeNull()
  expect(lightest(FACTS, [])).toBeNull()
})

const picture = (path: string, bytes: number, ways: Rewritten[] | null): WeighedPicture => ({
  path,
  use: null,
  facts: { ...FACTS, bytes },
  made: ways,
  problem: null,
})
const BROKEN: WeighedPicture = {
  path: 'broken.jpg',
  use: null,
  facts: null,
  made: null,
  problem: 'no picture',
}

describe('totals', () => {
  const half = picture('a.jpg', 1_000_000, [made('shown', 500_000)])
  test('sum what there is and what is possible, and know the page’s share', () => {
    expect(totalsOf([half, BROKEN], 250_000)).toEqual({
      pictures: 1,
      nowBytes: 1_000_000,
      possibleBytes: 500_000,
      guessed: 0,
      ofPage01: 0.8,
      gone01: 0.4,
    })
  })
  test('guess what was not made by what was, and say so', () => {
    const quarter = picture('b.jpg', 800_000, [made('shown', 200_000)])
    const open = picture('c.jpg', 400_000, null)
    expect(totalsOf([quarter, open], null)).toMatchObject({ possibleBytes: 300_000, guessed: 1 })
  })
  test('a line takes its bits', () => {
    expect(secondsOver(500_000, { bitsPerSecond: 4e6 })).toBe(1)
  })
})

test('worst comes first: what could not be weighed, then what has most to lose', () => {
  const sorted = worstFirst([
    picture('little.jpg', 900_000, [made('same', 800_000)]),
    picture('much.jpg', 500_000, [made('same', 100_000)]),
    BROKEN,
  ])
  expect(sorted.map(({ path }) => path)).toEqual(['broken.jpg', 'much.jpg', 'little.jpg'])
})

describe('the plan', () => {
  const placed = (type: 'jpeg' | 'png' | 'heic', shown = USE as PictureUse | null) =>
    (
      weighPlan('a'.repeat(64), { ...FACTS, type }, shown, OPTIONS).steps.finish!
        .placements as Placement[]
    ).map(({ id, longSidePx, format }) => ({ id, longSidePx, format }))

  test('makes every way that there is for a picture', () => {
    expect(placed('jpeg')).toEqual([
      { id: 'same', longSidePx: 2000, format: 'jpeg' },
      { id: 'modern', longSidePx: 2000, format: 'webp' },
      { id: 'shown', longSidePx: 1000, format: 'webp' },
    ])
    expect(placed('heic', null).map(({ id }) => id)).toEqual(['modern'])
    // What can be seen through stays so, also where JPEG is asked for.
    const clear = { ...FACTS, type: 'png', kind: 'see-through' } as const
    const plan = weighPlan('a'.repeat(64), clear, null, { ...OPTIONS, format: 'jpeg' })
    expect(plan.steps.finish!.placements).toMatchObject([{ format: 'png' }, { format: 'png' }])
  })

  test('changes nothing but size and file: of no other step does it ask anything that shows', () => {
    const plan = weighPlan('a'.repeat(64), FACTS, USE, OPTIONS)
    const of = (id: string) =>
      settingsFor(
        plan,
        STEPS.find((step) => step.id === id)!,
        null,
      )
    expect(of('light')).toMatchObject({ neutral: { from: 'photograph' }, exposureEv: 0 })
    expect(of('cut')).toMatchObject({ method: 'off' })
    expect(of('tidy')).toEqual(STEPS.find(({ id }) => id === 'tidy')!.settings.parse({}))
    expect(of('mark')).toEqual(STEPS.find(({ id }) => id === 'mark')!.settings.parse({}))
  })

  test('of a shoot keeps each picture’s shape and the size that it is shown at', () => {
    const brief = lightBrief('Lighter', OPTIONS)
    expect(brief.steps.finish.placements).toMatchObject([{ format: 'webp' }])
    expect(lightTouches(FACTS, USE, OPTIONS).frame).toEqual({
      ratio: { width: 2000, height: 1500 },
      mostPx: 1000,
    })
    expect(lightTouches({ width: 6000, height: 4001 }, null, OPTIONS).frame).toEqual({
      ratio: { width: 2000, height: 1334 },
    })
  })
})

describe('the report', () => {
  const weighing = {
    name: 'Pots <& pans>',
    at: '3 December 2026',
    pictures: [picture('=a.jpg', 1_000_000, [made('shown', 500_000)]), BROKEN],
    otherBytes: null,
    options: OPTIONS,
  }
  test('as a table names each picture, what it could be, and what is wrong with it', () => {
    const lines = reportTable(weighing).split('\r\n')
    expect(lines[1]).toBe('broken.jpg,,,,,,,,,,,,no picture')
    // A name that a spreadsheet would take for a formula is text.
    expect(lines[2]).toBe(
      `"'=a.jpg",JPEG,2000,1500,,1000000,85,500000,WebP,at the size it is shown,0.9900,,`,
    )
  })
  test('as data holds the totals and every way', () => {
    const { pictures, ...totals } = reportData(weighing)
    expect(totals).toMatchObject({ nowBytes: 1_000_000, possibleBytes: 500_000 })
    expect(pictures[1]).toMatchObject({
      path: '=a.jpg',
      savedBytes: 500_000,
      best: { way: 'shown' },
    })
  })
  test('as a page is text that nothing breaks out of, and needs nothing from elsewhere', () => {
    const page = reportPage(weighing)
    expect(page).toContain('<h1>Pots &lt;&amp; pans&gt;</h1>')
    expect(page).not.toMatch(/https?:|<script|<link/)
    expect(faultsIn(weighing.pictures[0]!, OPTIONS)).toEqual([])
  })
})

test('a shoot’s totals are those of photographs that files were made of', () => {
  const shots = [
    { id: 'a', bytes: 5000 },
    { id: 'b', bytes: 3000 },
    { id: 'not made', bytes: 900 },
  ]
  const files = [
    { shotId: 'a', bytes: 100 },
    { shotId: 'a', bytes: 200 },
    { shotId: 'b', bytes: 50 },
  ]
  const runs = [
    { done: 2, workedMs: 3000 },
    { done: 0, workedMs: 500 },
  ]
  expect(shootTotals(shots, files, runs)).toEqual({
    photographs: 2,
    photographBytes: 8000,
    files: 3,
    fileBytes: 350,
    eachMs: 1750,
  })
  expect(shootTotals([], [], []).eachMs).toBeNull()
})
