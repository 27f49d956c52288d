import { describe, expect, test } from 'vitest'
import { NOTHING_KNOWN, type ShotAbout } from '../../names'
import { Mark, MarkOwn, MarkSettings } from './settings'
import { textOf, wordsMissing } from './textOf'
import { amountOf, areAllowed, isReduced, isWanted, marksFor } from './which'

const about = (words: Record<string, string>, change: Partial<ShotAbout> = {}): ShotAbout => ({
  ...NOTHING_KNOWN,
  words,
  ...change,
})
const mark = (change: object = {}): Mark =>
  Mark.parse({ kind: 'label', id: 'a', text: 'New', ...change })
const PAGE = { id: 'page' }

describe('an amount', () => {
  test.each([
    ['14.50', 14.5],
    ['€ 1.299,00', 1299],
    ['1,299.00 USD', 1299],
    ['CHF 1’299.–', 1299],
    ['24 990 Ft', 24990],
    ['12,5', 12.5],
    ['free', null],
    ['', null],
  ])('%s is %d', (text, amount) => {
    expect(amountOf(text)).toBe(amount)
  })

  test('is lower than before only where both are known', () => {
    expect(isReduced(about({ price: '24.90', was: '32.00' }))).toBe(true)
    expect(isReduced(about({ price: '32,00 €', 'old price': '24,90 €' }))).toBe(false)
    expect(isReduced(about({ price: '24.90' }))).toBe(false)
    expect(isReduced(about({ was: '32.00' }))).toBe(false)
  })
})

describe('a rule', () => {
  const mug = about({
    type: 'Mug',
    brand: 'Ottermere',
    tags: 'gift; Winter',
    price: '9',
    was: '12',
  })
  test.each([
    [{}, true],
    [{ cover: 'cover' }, true],
    [{ cover: 'others' }, false],
    [{ placements: ['page'] }, true],
    [{ placements: ['card'] }, false],
    [{ types: ['mug', 'Kettle'] }, true],
    [{ types: ['Kettle'] }, false],
    [{ brands: [' ottermere '] }, true],
    [{ tags: ['winter'] }, true],
    [{ tags: ['win'] }, false],
    [{ reduced: true }, true],
    [{ from: '2026-06-01', until: '2026-06-01' }, true],
    [{ from: '2026-06-02' }, false],
    [{ until: '2026-05-31' }, false],
    [{ types: ['mug'], cover: 'others' }, false],
  ])('%j: %s', (rule, wanted) => {
    expect(isWanted(mark({ rule }).rule, { ...mug, day: '2026-06-01' }, PAGE)).toBe(wanted)
  })

  test('names a placement of an outlet by its id, or all of the outlet’s', () => {
    const { rule } = mark({ rule: { placements: ['pinfold'] } })
    expect(isWanted(rule, mug, { id: 'pinfold.listing' })).toBe(true)
    expect(isWanted(rule, mug, { id: 'pinfolder.listing' })).toBe(false)
  })

  test('that asks for a day asks nothing where nobody says which it is', () => {
    expect(isWanted(mark({ rule: { from: '2030-01-01' } }).rule, mug, PAGE)).toBe(true)
  })
})

describe('the marks of a rendition', () => {
  const settings = MarkSettings.parse({ marks: [mark(), mark({ id: 'b', text: 'Sale' })] })
  const own = (works: object): MarkOwn => MarkOwn.parse({ works })
  const textsOf = (marks: readonly Mark[]): string[] =>
    marks.map((one) => ('text' in one ? one.text : ''))

  test('are the brief’s, then the shot’s own, as a person left and changed them', () => {
    const place = { on: 'frame', x: 1, y: 1 }
    const works = {
      w1: { kind: 'added', turn: 2, mark: mark({ id: 'c', text: 'Second' }) },
      w2: { kind: 'added', turn: 1, mark: mark({ id: 'd', text: 'First' }) },
      w3: { kind: 'changed', turn: 3, mark: 'a', change: { place, text: 'Newer', scale: 2 } },
      w4: { kind: 'left-out', turn: 4, mark: 'b' },
    }
    const marks = marksFor(settings, own(works), NOTHING_KNOWN, PAGE)
    expect(textsOf(marks)).toEqual(['Newer', 'First', 'Second'])
    expect(marks[0]).toMatchObject({ place, look: { sizePct: 8 } })
  })

  test('are changed for one placement alone', () => {
    const works = own({
      w: { kind: 'left-out', turn: 1, mark: 'a', placement: 'card' },
      v: { kind: 'changed', turn: 2, mark: 'b', placement: 'page', change: { text: 'Page' } },
    })
    expect(textsOf(marksFor(settings, works, NOTHING_KNOWN, PAGE))).toEqual(['New', 'Page'])
    expect(textsOf(marksFor(settings, works, NOTHING_KNOWN, { id: 'card' }))).toEqual(['Sale'])
  })

  test('are none where what a person did is hidden, or marks are not allowed', () => {
    const added = { w: { kind: 'added', turn: 1, hidden: true, mark: mark({ id: 'c' }) } }
    expect(marksFor(settings, own(added), NOTHING_KNOWN, PAGE)).toHaveLength(2)
    const cover = { ...NOTHING_KNOWN, isCover: true }
    const later = { ...NOTHING_KNOWN, isCover: false }
    for (const [change, there] of [
      [{ drawn: false }, [0, 0]],
      [{ allowed: 'nowhere' }, [0, 0]],
      [{ allowed: 'not-on-covers' }, [0, 2]],
    ] as const) {
      const changed = MarkSettings.parse({ ...settings, ...change })
      const counts = [cover, later].map((one) => marksFor(changed, own({}), one, PAGE).length)
      expect(counts, JSON.stringify(change)).toEqual(there)
      expect(areAllowed(changed, later)).toBe(there[1] > 0)
    }
  })
})

describe('what a mark says', () => {
  const said = (text: string, words: Record<string, string>): [string, boolean][] =>
    textOf(text, about(words)).map((span) => [span.text, span.struck])

  test('is its pattern with the product’s data, struck through where it says so', () => {
    const words = { price: '24.90 €', was: '32.00 €', colour: 'blue' }
    expect(said('~~{old price}~~ {price}', words)).toEqual([
      ['32.00 €', true],
      [' 24.90 €', false],
    ])
    expect(said('Now {price}', words)).toEqual([['Now 24.90 €', false]])
    expect(said('{colour}\n{price}', words)).toEqual([['blue\n24.90 €', false]])
  })

  test('is nothing where nothing is left to say, and what is missing is known', () => {
    expect(said('{price}', {})).toEqual([])
    expect(wordsMissing('{price} of ~~{old price}~~ {name}', about({ name: 'Mug' }))).toEqual([
      'price',
      'old price',
    ])
    expect(wordsMissing('{old price}', about({ rrp: '3' }))).toEqual([])
  })
})
