import { describe, expect, test } from 'vitest'
import { NOTHING_KNOWN } from '../../names'
import { transform3 } from '../../raster'
import { playedTypesetter } from '../../typeset/played.testing'
import type { LaidMark, Surface } from './lay/surface'
import { layMarks } from './layMarks'
import { Mark } from './settings'

/** A frame of 4:5 with a product in it. */
const surface = (change: Partial<Surface> = {}): Surface => ({
  width: 800,
  margin: 40,
  product: { x: 200, y: 300, width: 400, height: 500 },
  about: NOTHING_KNOWN,
  typesetter: playedTypesetter(),
  assets: new Map(),
  ...change,
})
const lay = (marks: readonly object[], change: Partial<Surface> = {}) =>
  layMarks(
    marks.map((mark, i) => Mark.parse({ id: `m${i}`, ...mark })),
    surface(change),
  )
/** 4 per cent: letters 20 units wide and 40 high, lines of 48. */
const label = (text: string, change: object = {}) => ({ kind: 'label', text, ...change })
const boxOf = ({ box }: LaidMark) => [box.x, box.y, box.width, box.height]
const codes = (marks: readonly object[], change: Partial<Surface> = {}): string[] =>
  lay(marks, change).findings.map(({ code }) => code)

describe('a label', () => {
  test.each([
    [{ on: 'frame', x: 0, y: 0 }, [40, 40]],
    [{ on: 'frame', x: 1, y: 0 }, [800 - 40 - 60, 40]],
    [{ on: 'frame', x: 0.5, y: 1 }, [370, 1000 - 40 - 48]],
    [{ on: 'product', x: 0.5, y: 0 }, [400 - 30, 300 - 24]],
    [{ on: 'product', x: 1.5, y: 1 }, [800 - 30, 800 - 24]],
  ])('lies at %j', (place, [x, y]) => {
    const { marks } = lay([label('New', { place })])
    expect(boxOf(marks[0]!)).toEqual([x, y, 60, 48])
  })

  test('has its plate around it, as large as its padding asks', () => {
    const plated = (plate: object) => boxOf(lay([label('New', { plate })]).marks[0]!).slice(2)
    expect(plated({ shape: 'rectangle', padPct: 50 })).toEqual([100, 68])
    const [width, height] = plated({ shape: 'ellipse', padPct: 50 })
    // The corners of the padded text lie on the ellipse.
    const [x, y] = [(60 + 20) / 2, (48 + 10) / 2]
    expect((x / (width! / 2)) ** 2 + (y / (height! / 2)) ** 2).toBeCloseTo(1, 5)
  })

  test('is as large as the frame or the product asks', () => {
    const { marks } = lay([label('New', { look: { sizePct: 10, sizeOf: 'product' } })])
    expect(boxOf(marks[0]!).slice(2)).toEqual([75, 60])
  })

  test('stands below the one before it at its place, above it in the lower half', () => {
    const top = { on: 'frame', x: 0, y: 0 }
    const low = { on: 'frame', x: 1, y: 1 }
    const { marks, findings } = lay([
      label('One', { place: top }),
      label('Two', { place: top }),
      label('Low', { place: low }),
      label('Lower', { place: low }),
    ])
    expect(marks.map(({ box }) => box.y)).toEqual([40, 40 + 48 + 20, 912, 912 - 68])
    expect(findings).toEqual([])
  })

  test('lies across its corner as a strip, far enough in for its text', () => {
    const at = (x: number, y: number) => {
      const place = { on: 'frame', x, y }
      const [one] = lay([label('Sale', { place, plate: { shape: 'strip', padPct: 50 } })]).marks
      return { turnDeg: one!.turnDeg, box: one!.box }
    }
    expect([at(0, 0), at(1, 0), at(0, 1), at(1, 1)].map(({ turnDeg }) => turnDeg)).toEqual([
      -45, 45, 45, -45,
    ])
    const { box } = at(0, 0)
    const middle = box.x + box.width / 2
    // Where the text ends, the strip's nearer edge is still within the frame: its half length is its distance.
    const far = Math.SQRT2 * middle - box.height / 2
    expect(far).toBeCloseTo(80 / 2 + 20, 5)
    expect(box.y + box.height / 2).toBeCloseTo(middle, 5)
  })
})

describe('text that is too long', () => {
  const long = 'twenty letters or so'

  test('gets smaller down to its limit, then has more lines', () => {
    const fit = (widthPct: number) => {
      const look = { widthPct, leastPct: 60 }
      const { marks, findings } = lay([label(long, { look })])
      return { box: marks[0]!.box, findings }
    }
    expect(fit(50).box.width).toBeCloseTo(400, 0)
    // Three quarters as large is allowed.
    expect(fit(37.5).box.width).toBeCloseTo(300, -1)
    expect(fit(37.5).box.height).toBeCloseTo(48 * 0.75, 0)
    expect(fit(20).box).toMatchObject({ width: 156, height: 2 * 48 * 0.6 })
    expect(fit(20).findings).toEqual([])
    expect(fit(8).findings).toEqual([{ code: 'mark-text-long', mark: long }])
  })

  test('is broken at once where it may wrap', () => {
    const { marks } = lay([label(long, { look: { fit: 'wrap', widthPct: 25 } })])
    expect(boxOf(marks[0]!).slice(2)).toEqual([200, 144])
  })
})

describe('what is wrong is found', () => {
  test('letters that no font has, each once', () => {
    expect(lay([label('Mug 🏕🏕 🎁')]).findings).toEqual([
      { code: 'mark-no-letters', mark: 'Mug 🏕🏕 🎁', letters: '🏕 🎁' },
    ])
  })

  test('words that the data does not have: the mark is left out', () => {
    const { marks, findings } = lay([label('Now {price}')])
    expect(marks).toEqual([])
    expect(findings).toEqual([{ code: 'mark-no-words', mark: 'Now {price}', words: 'price' }])
  })

  test('marks on top of each other, and beyond the frame', () => {
    const at = (x: number) => ({ place: { on: 'product', x, y: 0.5 } })
    expect(codes([label('One', at(0.5)), label('Two', at(0.55))])).toEqual(['marks-overlap'])
    expect(codes([label('One', at(0.2)), label('Two', at(0.8))])).toEqual([])
    expect(codes([label('Out', at(1.5))])).toEqual(['mark-outside'])
    expect(
      codes([label('New', { turnDeg: 45, place: { on: 'frame', x: 0, y: 0 } })], { margin: 0 }),
    ).toEqual(['mark-outside'])
    // A shape lies under others, and a watermark under all.
    const under = { kind: 'shape', place: { on: 'product', x: 0.5, y: 0.5 } }
    const over = { kind: 'watermark', text: 'Lake', place: { on: 'product', x: 0.5, y: 0.5 } }
    expect(codes([under, over, label('One', at(0.5))])).toEqual([])
  })

  test('an inset of an angle that was not photographed', () => {
    const picture = { from: { kind: 'angle', angle: 'back' } }
    expect(lay([{ kind: 'inset', picture }]).findings).toEqual([
      { code: 'mark-no-picture', mark: 'Inset', angle: 'back' },
    ])
  })
})

describe('lines', () => {
  const pathsOf = ({ lines }: LaidMark): string[] =>
    lines!.groups.flatMap(({ drawn }) => drawn.flatMap((one) => ('path' in one ? one.path : [])))

  test('of a dimension run along a side of the product, open where the measure stands', () => {
    const along = { kind: 'side', side: 'right', gapPct: 5 }
    const [one] = lay([{ kind: 'dimension', text: '9 cm', along, look: { sizePct: 3 } }]).marks
    // 50 units beside the product; a text of 36 and a third of its size on both sides is left open.
    const open = 36 / 2 + 0.35 * 30
    expect(pathsOf(one!).slice(0, 2)).toEqual([
      `M650 300L650 ${550 - open}`,
      `M650 ${550 + open}L650 800`,
    ])
    expect(one!.box).toMatchObject({ x: 650 - 30, width: 60 })
    expect(one!.turnDeg).toBe(0)
  })

  test('of a dimension turn their text to be read from the right, where it runs along', () => {
    const turn = (from: object, to: object): number => {
      const along = { kind: 'points', from, to }
      return lay([{ kind: 'dimension', text: '9', along, upright: false }]).marks[0]!.turnDeg
    }
    expect(turn({ x: 0, y: 0 }, { x: 1, y: 0 })).toBe(0)
    expect(turn({ x: 0, y: 0 }, { x: 0, y: 1 })).toBe(-90)
    expect(turn({ x: 0, y: 1 }, { x: 0, y: 0 })).toBe(-90)
    expect(turn({ x: 1, y: 0 }, { x: 0, y: 0 })).toBe(0)
  })

  test('of a call-out end at its place on the product, in every ratio', () => {
    const mark = { kind: 'call-out', text: 'Rim', tip: 'line', target: { x: 0.25, y: 0.5 } }
    const [tall] = lay([mark]).marks
    expect(pathsOf(tall!)[0]).toMatch(/L300 550$/)
    const [wide] = lay([mark], {
      width: 2000,
      product: { x: 900, y: 200, width: 400, height: 600 },
    }).marks
    expect(pathsOf(wide!)[0]).toMatch(/L1000 500$/)
  })

  test('of numbered call-outs count them in their order', () => {
    const numbered = (text: string) => ({ kind: 'call-out', text, tip: 'number' })
    const { marks } = lay([numbered('a'), { ...numbered('b'), tip: 'ring' }, numbered('c')])
    const texts = marks.map(({ lines }) =>
      lines!.groups.flatMap(({ drawn }) =>
        drawn.flatMap((one) => (one.kind === 'text' ? one.block.spans[0]!.text : [])),
      ),
    )
    expect(texts).toEqual([['1'], [], ['2']])
  })
})

describe('a watermark', () => {
  test('covers the frame in tiles that do not touch, turned as one', () => {
    const mark = { kind: 'watermark', text: 'Lake', tiled: true, turnDeg: -30, gapPct: 50 }
    const [one] = lay([mark]).marks
    const middles = one!.over!.groups.map(({ matrix }) => {
      const [x, y] = transform3(matrix, [40, 24, 1])
      return { x, y }
    })
    const nearest = Math.min(
      ...middles.flatMap((a, i) =>
        middles.slice(i + 1).map((b) => Math.hypot(a.x - b.x, a.y - b.y)),
      ),
    )
    // Half of the step across and a whole one down is the nearest: 60 and 144.
    expect(nearest).toBeCloseTo(120, 5)
    const quarters = new Set(middles.map(({ x, y }) => `${x > 400} ${y > 500}`))
    expect(quarters.size).toBe(4)
    expect(one!.onLight).not.toBeNull()
  })

  test('of small letters is never more tiles than can be told apart', () => {
    const mark = { kind: 'watermark', text: 'x', tiled: true, gapPct: 0, look: { sizePct: 0.5 } }
    expect(lay([mark]).marks[0]!.over!.groups.length).toBeLessThanOrEqual(400)
  })
})
