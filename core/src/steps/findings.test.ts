import { describe, expect, test } from 'vitest'
import type { FileFacts } from '../codec'
import type { Measures } from '../measure'
import type { Surroundings } from '../findings'
import { describeFinding, examinePhotograph, findingKinds, stepOf } from './findings'
import { describeRatio } from './frame/findings'
import { STEPS } from './registry'

const facts: FileFacts = { type: 'jpeg', width: 2000, height: 2000, bytes: 1_500_000 }
const measures: Measures = {
  medianL: 80,
  clipped01: 0,
  black01: 0,
  backdrop: { linear: [0.6, 0.6, 0.6], lightness: 82, share01: 0.98, cast: [0, 0], spreadL: 6 },
  product: {
    box: { x: 0.2, y: 0.2, width: 0.6, height: 0.6 },
    fill01: 0.6,
    offCentre01: 0,
    touchesBorder: false,
    tone01: 0.4,
    blurPx: 0.8,
  },
  noiseL: 0.2,
  tiltDegrees: 0,
  specks: 0,
  fingerprint: '0'.repeat(64),
}
const context: Surroundings = {
  ratio: { width: 1, height: 1 },
  largest: { name: 'page', productPx: 1020 },
  gains: null,
  ownNeutral: false,
  leavesBackdrop: false,
  inLighting: true,
  evAgainstSiblings: 0,
  duplicateOf: null,
}

const examine = (file: FileFacts, measured: Measures, surroundings: Surroundings) =>
  examinePhotograph({ facts: file, measures: measured }, surroundings)

describe('a photograph in order', () => {
  test('has no findings', () => {
    expect(examine(facts, measures, context)).toEqual([])
  })
})

const product = measures.product!
test.each<[string, Partial<FileFacts>, Partial<Measures>, Partial<Surroundings>]>([
  ['not-square', { height: 1500 }, {}, {}],
  ['too-small', { width: 900, height: 900 }, {}, {}],
  ['heavy', { type: 'png' }, {}, {}],
  ['heavy', { bytes: 9_000_000 }, {}, {}],
  ['cast', {}, { backdrop: { ...measures.backdrop, linear: [0.7, 0.6, 0.5] } }, {}],
  [
    'own-neutral',
    {},
    { backdrop: { ...measures.backdrop, linear: [0.7, 0.6, 0.5] } },
    { ownNeutral: true },
  ],
  ['dark', {}, {}, { evAgainstSiblings: -0.8 }],
  ['bright', {}, {}, { evAgainstSiblings: 0.6 }],
  ['clipped', {}, { clipped01: 0.05 }, {}],
  ['soft', {}, { product: { ...product, blurPx: 2.4 } }, {}],
  ['tilted', {}, { tiltDegrees: -2.6 }, {}],
  ['off-centre', {}, { product: { ...product, offCentre01: 0.28 } }, {}],
  ['touches-border', {}, { product: { ...product, touchesBorder: true, offCentre01: 0.2 } }, {}],
  ['dirty', {}, { specks: 70 }, {}],
  ['uneven-backdrop', {}, { backdrop: { ...measures.backdrop, spreadL: 30 } }, {}],
  ['duplicate', {}, {}, { duplicateOf: 'a.jpg' }],
  ['no-product', {}, { product: null }, {}],
  ['no-lighting', {}, {}, { inLighting: false }],
])('%s is found, and nothing else', (code, changedFacts, changedMeasures, changedContext) => {
  const findings = examine(
    { ...facts, ...changedFacts },
    { ...measures, ...changedMeasures },
    { ...context, ...changedContext },
  )
  expect(findings.map((finding) => finding.code)).toEqual([code])
})

test('the lighting’s neutral takes the cast away', () => {
  const warm = { ...measures, backdrop: { ...measures.backdrop, linear: [0.7, 0.6, 0.5] as const } }
  const gains = [0.6 / 0.7, 1, 0.6 / 0.5] as const
  expect(examine(facts, warm, { ...context, gains })).toEqual([])
})

test('a paper’s own colour is no cast once a neutral has been read; a neutral read off something coloured is', () => {
  const cream = {
    ...measures,
    backdrop: { ...measures.backdrop, linear: [0.7, 0.66, 0.6] as const },
  }
  expect(examine(facts, cream, context).map(({ code }) => code)).toEqual(['cast'])
  expect(examine(facts, cream, { ...context, gains: [1, 1, 1] })).toEqual([])
  const blueRim = [1.3, 1, 0.7] as const
  const codes = examine(facts, cream, { ...context, gains: blueRim }).map(({ code }) => code)
  expect(codes).toEqual(['cast'])
})

test('what a cut-out leaves behind is not found', () => {
  const behind = {
    ...measures,
    specks: 70,
    tiltDegrees: -2.6,
    backdrop: { ...measures.backdrop, spreadL: 30 },
  }
  expect(examine(facts, behind, context)).toHaveLength(3)
  expect(examine(facts, behind, { ...context, leavesBackdrop: true })).toEqual([])
})

test('a few pixels less than asked are not too small', () => {
  const side = (px: number) => ({ ...facts, width: px, height: px })
  const smallest = Math.ceil((1020 * 0.95) / product.box.width)
  expect(examine(side(smallest), measures, context)).toEqual([])
  expect(examine(side(smallest - 3), measures, context)).toMatchObject([{ code: 'too-small' }])
})

test('a coloured paper is no cast, a textured table not dirty', () => {
  const blue = { ...measures.backdrop, linear: [0.05, 0.12, 0.35] as const }
  expect(examine(facts, { ...measures, backdrop: blue }, context)).toEqual([])
  const table = { ...measures.backdrop, share01: 0.5 }
  expect(examine(facts, { ...measures, backdrop: table, specks: 900 }, context)).toEqual([])
})

test.each([
  [2400, 1800, '4:3'],
  [1800, 2400, '3:4'],
  [2400, 1600, '3:2'],
  [1920, 1080, '16:9'],
  [2500, 1031, '2.42:1'],
])('%d × %d is %s', (width, height, words) => {
  expect(describeRatio(width, height)).toBe(words)
})

test('every kind of finding has one owner, words and a remedy, the worst first', () => {
  const kinds = [...findingKinds().values()]
  const owned = STEPS.reduce((sum, step) => sum + Object.keys(step.findings).length, 0)
  // Besides those of the steps, the two that are found on arrival.
  expect(kinds).toHaveLength(owned + 2)
  for (const { words } of kinds) expect([words.title, words.remedy]).not.toContain('')
  const ranks = kinds.map(({ words }) => ['blocks', 'look', 'note'].indexOf(words.weight))
  expect(ranks).toEqual([...ranks].sort((a, b) => a - b))
})

test('a finding says its figures, and one of another version does no harm', () => {
  const over = { code: 'over-limit', placement: 'page', bytes: 240_000, limitBytes: 200_000 }
  expect(describeFinding(over)).toBe('240\u00a0KB, 200\u00a0KB allowed.')
  expect(stepOf(over)).toBe('finish')
  expect(describeFinding({ code: 'from-the-future' })).toBe('')
  expect(stepOf({ code: 'from-the-future' })).toBeNull()
})
