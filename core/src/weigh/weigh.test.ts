import { describe, expect, test } from 'vitest'
import type { Placement } from '../outlets'
import { settingsFor } from '../brief'
import { STEPS } from '../steps'
import { jpegQuality, lightBrief, lightTouches, neededSide, weighPlan, WeighOptions } from '.'
import { faultsOf, type FaultCode } from './faults'
import type { PictureFacts } from './file/describePicture'
import { ballastBytes, withoutBallast } from './file/withoutBallast'
import { withLayout } from './page/laidOut'
import { addressOfPath, eachOnce, loadedBeside, pathOfAddress, usesByPath } from './page/paths'
import { readHar } from './page/readHar'
import { readPage } from './page/readPage'
import type { PictureUse } from './page/pictureUse'
import { addressesIn, withStandIns } from './page/styleSheet'
import { faultsIn, worstFirst, type WeighedPicture } from './picture'
import { reportData, reportPage, reportTable } from './report'
import { secondsOver, shootTotals, totalsOf } from './totals'
import { lightest, type Rewritten } from './ways'

const BASE = 'https://shop.example/kitchen/pots.html'
const VIEWING = { widthPx: 1280, density: 2 }
const read = (html: string) => readPage(html, BASE, VIEWING)
const OPTIONS = WeighOptions.parse({})

describe('a page', () => {
  test('names its pictures, resolved, in their order, each once with the larger of its sizes', () => {
    const { title, uses } = read(`<title> Pots &amp;\n pans </title>
      <img src="a.jpg#top" width="200" height="100" alt="A pot">
      <IMG SRC='/b.png' style="width: 300px; height:150px" loading=LAZY>
      <img src="a.jpg" width="400" height="200">
      <img src="data:image/png;base64,AA"><img src=""><img alt="none">`)
    expect(title).toBe('Pots & pans')
    expect(uses).toEqual([
      {
        address: 'https://shop.example/kitchen/a.jpg',
        shownWidthPx: 400,
        shownHeightPx: 200,
        topPx: null,
        hasSize: true,
        alt: 'A pot',
        lazy: false,
        hasChoice: false,
        order: 0,
      },
      {
        address: 'https://shop.example/b.png',
        shownWidthPx: 300,
        shownHeightPx: 150,
        topPx: null,
        hasSize: false,
        alt: null,
        lazy: true,
        hasChoice: false,
        order: 1,
      },
    ])
  })

  test.each([
    ['s.jpg 400w, m.jpg 800w, l.jpg 1600w', '300px', 'm.jpg'],
    ['s.jpg 400w, m.jpg 800w, l.jpg 1600w', '(max-width: 600px) 100vw, 50vw', 'l.jpg'],
    ['s.jpg 400w, m.jpg 800w', '(min-width: 1200px) 200px, 100vw', 's.jpg'],
    ['s.jpg, d.jpg 2x, t.jpg 3x', undefined, 'd.jpg'],
    ['s.jpg 1x', undefined, 's.jpg'],
    ['broken 1q', undefined, 'plain.jpg'],
  ])('chooses from “%s” for “%s” what a browser would', (srcset, sizes, chosen) => {
    const at = sizes === undefined ? '' : ` sizes="${sizes}"`
    const [use] = read(`<img src="plain.jpg" srcset="${srcset}"${at}>`).uses
    expect(use?.address).toBe(`https://shop.example/kitchen/${chosen}`)
    expect(use?.hasChoice).toBe(true)
  })

  test('has backgrounds, posters, a base of its own, and pictures with sources', () => {
    const { uses } =
      read(`<base href="/cdn/"><div style="width:600px;background: #fff url('bg.jpg')">
      <video poster="film.jpg"></video>
      <picture><source srcset="m.webp" type="image/webp"><img src="m.jpg" alt=""></picture>`)
    expect(uses.map(({ address }) => address)).toEqual([
      'https://shop.example/cdn/bg.jpg',
      'https://shop.example/cdn/film.jpg',
      'https://shop.example/cdn/m.jpg',
    ])
    expect(uses[0]).toMatchObject({ shownWidthPx: 600, alt: '' })
    expect(uses[2]?.hasChoice).toBe(true)
  })

  test('however broken, it is read without an error', () => {
    for (const html of [
      '',
      '<',
      '<img',
      '<img src=x srcset=,,,>',
      '<base href="http://[">',
      '</p>'.repeat(9000),
    ])
      expect(() => read(html)).not.toThrow()
  })

  test('saved beside its files, it says how they are shown', () => {
    const path = 'shop/my page.html'
    const html = `<img src="img/t%C3%B6pf%201.jpg" width="90"><img src="https://shop.example/a.jpg">
      <link rel="preload" href="p.css"><link rel="STYLESHEET alternate" href="look%20one.css?v=3"><script src="../s.js"></script>`
    const uses = usesByPath(readPage(html, addressOfPath(path), VIEWING).uses)
    expect([...loadedBeside([{ path, html }], VIEWING)]).toEqual(['shop/look one.css', 's.js'])
    expect([...uses.keys()]).toEqual(['shop/img/töpf 1.jpg'])
    expect(uses.get('shop/img/töpf 1.jpg')?.shownWidthPx).toBe(90)
  })

  test('was recorded with its files: those that the recording holds, and those it only names', () => {
    const entry = (
      url: string,
      mimeType: string,
      text = '',
      encoding = '',
      more = {},
      bodySize = 0,
    ) => ({
      request: { url },
      response: { bodySize, content: { mimeType, text, encoding, ...more } },
    })
    const har = JSON.stringify({
      log: {
        entries: [
          entry(BASE, 'text/html; charset=utf-8', '<img src="a.jpg">'),
          entry('https://shop.example/kitchen/a.jpg', 'image/jpeg', 'AQID', 'base64'),
          entry('https://shop.example/b.png', 'image/png'),
          entry('https://shop.example/c.js', 'text/javascript', 'x', '', { size: 30 }, 12),
          entry('https://shop.example/d.css', 'text/css', 'Ym9keXt9', 'base64', { size: 6 }, -1),
        ],
      },
    })
    const found = readHar(har)!
    expect(found.page).toEqual({ address: BASE, html: '<img src="a.jpg">' })
    expect(found.files.map(({ bytes }) => [...bytes])).toEqual([[1, 2, 3], []])
    // By what came over the line, else by what it unfolds to.
    expect(found.otherBytes).toBe(12 + 6)
    expect([...found.sheets]).toEqual([['https://shop.example/d.css', 'body{}']])
    expect(readHar('{"log": 1}')).toBeNull()
    expect(readHar('no JSON')).toBeNull()
  })

  test('laid out, its pictures have the largest place and the first; backgrounds come to them', () => {
    const { uses } = read('<img src="a.jpg" width="90" height="60" alt=""><img src="hidden.jpg">')
    const [a, hidden, back] = ['a.jpg', 'hidden.jpg', 'back.png'].map(
      (name) => new URL(name, BASE).href,
    )
    const at = (address: string, widthPx: number, topPx: number, isBackground = false) => ({
      address,
      widthPx,
      heightPx: widthPx / 2,
      topPx,
      isBackground,
    })
    const placed = withLayout(uses, [
      at(a!, 300, 900),
      at(a!, 200, 100),
      at(hidden!, 0, 0),
      at(back!, 1280, 0, true),
      at('https://shop.example/by-a-script.jpg', 100, 0),
    ])
    expect(
      placed.map(({ address, shownWidthPx, shownHeightPx, topPx, alt, order }) => [
        address,
        shownWidthPx,
        shownHeightPx,
        topPx,
        alt,
        order,
      ]),
    ).toEqual([
      [a, 300, 150, 100, '', 0],
      [hidden, null, null, null, null, 1],
      [back, 1280, 640, 0, '', 2],
    ])
  })

  test('style sheets ask for nothing, and still say what they would ask for', () => {
    const css = `@import "more.css"; @import url(other.css) print;
      a{background:url(x.png)} b{background:URL( 'y z.png' ), url("data:x")} c{background:url(//[)}`
    const quiet = withStandIns(css, 'https://shop.example/css/a.css')
    expect(quiet).not.toMatch(/import|\.css|https:/)
    expect(addressesIn(quiet)).toEqual([
      'https://shop.example/css/x.png',
      'https://shop.example/css/y%20z.png',
    ])
    expect(addressesIn('none')).toEqual([])
  })

  test('addresses become paths, each its own', () => {
    expect(pathOfAddress('https://shop.example/a/b%20c.jpg?w=3')).toBe('a/b c.jpg')
    expect(pathOfAddress('https://shop.example/')).toBe('picture')
    expect(pathOfAddress('https://shop.example/%zz.jpg')).toBe('%zz.jpg')
    expect(eachOnce(['a.jpg', 'A.jpg', 'b/a.jpg', 'a.jpg', 'x'])).toEqual([
      'a.jpg',
      'A-2.jpg',
      'b/a.jpg',
      'a-3.jpg',
      'x',
    ])
  })
})

/** A segment of a JPEG. */
const segment = (marker: number, ...data: number[]): number[] => [
  0xff,
  marker,
  (data.length + 2) >> 8,
  (data.length + 2) & 255,
  ...data,
]
const letters = (text: string): number[] => [...text].map((letter) => letter.charCodeAt(0))
/** EXIF with the orientation alone. */
const exif = (orientation: number): number[] =>
  segment(
    0xe1,
    ...letters('Exif\0\0MM\0*\0\0\0'),
    8,
    ...[0, 1, 0x01, 0x12, 0, 3, 0, 0, 0, 1, 0, orientation, 0, 0, 0, 0, 0, 0],
  )
const SCAN = [...segment(0xda, 1, 1, 0, 0, 63, 0), 0x12, 0xff, 0x00, 0x34, 0xff, 0xd9]
const jpeg = (...parts: number[][]): Uint8Array =>
  Uint8Array.from([0xff, 0xd8, ...parts.flat(), ...SCAN])

describe('ballast', () => {
  const JFIF = segment(0xe0, ...letters('JFIF\0'), 1, 1, 0, 0, 1, 0, 1, 0, 0)
  const ICC = segment(0xe2, ...letters('ICC_PROFILE\0'), 1, 1, 9, 9)
  const XMP = segment(0xe1, ...letters('http://ns.adobe.com/xap/1.0/\0'), ...letters('<x/>'))
  const COMMENT = segment(0xfe, ...letters('made by hand'))

  test('of a JPEG goes; colours, orientation and the coded picture stay, byte for byte', () => {
    const whole = jpeg(JFIF, exif(1), XMP, ICC, COMMENT)
    expect([...withoutBallast(whole, 'jpeg')]).toEqual([...jpeg(JFIF, ICC)])
    expect(ballastBytes(whole, 'jpeg')).toBe(exif(1).length + XMP.length + COMMENT.length)
    const turned = jpeg(JFIF, exif(6), COMMENT)
    expect([...withoutBallast(turned, 'jpeg')]).toEqual([...jpeg(JFIF, exif(6))])
  })

  test('behind a JPEG goes, too; a file without any is the same', () => {
    const plain = jpeg(JFIF)
    expect(withoutBallast(plain, 'jpeg')).toBe(plain)
    const hung = Uint8Array.from([...plain, ...letters('a film')])
    expect([...withoutBallast(hung, 'jpeg')]).toEqual([...plain])
  })

  test('of a PNG and of a WebP goes, and the head of the WebP says so', () => {
    const chunk = (name: string, ...data: number[]): number[] => [
      ...[0, 0, 0, data.length],
      ...letters(name),
      ...data,
      ...[0, 0, 0, 0],
    ]
    const head = [0x89, ...letters('PNG\r\n'), 0x1a, 0x0a]
    const png = (...parts: number[][]) => Uint8Array.from([...head, ...parts.flat()])
    const [ihdr, text, idat, iend] = [
      chunk('IHDR', ...Array<number>(13).fill(1)),
      chunk('tEXt', 1, 2),
      chunk('IDAT', 3),
      chunk('IEND'),
    ]
    expect([...withoutBallast(png(ihdr, text, idat, iend), 'png')]).toEqual([
      ...png(ihdr, idat, iend),
    ])

    const riff = (...parts: number[][]): Uint8Array => {
      const body = [...letters('WEBP'), ...parts.flat()]
      return Uint8Array.from([...letters('RIFF'), body.length, 0, 0, 0, ...body])
    }
    const part = (name: string, ...data: number[]): number[] => [
      ...letters(name),
      ...[data.length, 0, 0, 0],
      ...data,
      ...(data.length % 2 ? [0] : []),
    ]
    const extended = (flags: number) => part('VP8X', flags, 0, 0, 0, 9, 0, 0, 9, 0, 0)
    const before = riff(
      extended(0b111100),
      part('VP8 ', 1, 2),
      part('EXIF', 7, 7, 7),
      part('XMP ', 8),
    )
    expect([...withoutBallast(before, 'webp')]).toEqual([
      ...riff(extended(0b110000), part('VP8 ', 1, 2)),
    ])
  })

  test('of cut, wild or foreign bytes is none', () => {
    const whole = jpeg(exif(3), segment(0xfe, 1, 2, 3))
    for (let length = 2; length < whole.length; length++)
      for (const type of ['jpeg', 'png', 'webp', 'avif'] as const)
        expect(withoutBallast(whole.slice(0, length), type).length).toBeLessThanOrEqual(length)
  })
})

test('the quality of a JPEG is read from its tables', () => {
  // Quality 50 stands for the table of the standard itself; 100 for ones.
  const table50 = [
    16, 11, 12, 14, 12, 10, 16, 14, 13, 14, 18, 17, 16, 19, 24, 40, 26, 24, 22, 22, 24, 49, 35, 37,
    29, 40, 58, 51, 61, 60, 57, 51, 56, 55, 64, 72, 92, 78, 64, 68, 87, 69, 55, 56, 80, 109, 81, 87,
    95, 98, 103, 104, 103, 62, 77, 113, 121, 112, 100, 120, 92, 101, 103, 99,
  ]
  expect(jpegQuality(jpeg(segment(0xdb, 0, ...table50)))).toBe(50)
  expect(jpegQuality(jpeg(segment(0xdb, 0, ...Array<number>(64).fill(1))))).toBe(100)
  expect(jpegQuality(jpeg(segment(0xdb, 1, ...table50)))).toBeNull()
  expect(jpegQuality(jpeg())).toBeNull()
})

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
