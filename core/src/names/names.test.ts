import { describe, expect, test } from 'vitest'
import { altProblems } from './altText'
import { uniqueStems } from './fileNames'
import { expandPattern, NamePattern, variablesOf } from './namePattern'

const words = { sku: 'OCK-101', angle: 'front', name: 'Enamel Mug', variant: '', colour: 'white' }

describe('a pattern', () => {
  test.each([
    ['{sku}-{angle}', 'OCK-101-front'],
    ['{SKU} { angle }', 'OCK-101 front'],
    ['{variant}-{angle}', 'front'],
    ['{sku}-{variant}', 'OCK-101'],
    ['{sku}-{variant}-{angle}', 'OCK-101-front'],
    ['{name}, {variant}, {angle}', 'Enamel Mug, front'],
    ['{name} in {colour}', 'Enamel Mug in white'],
    ['shop-{sku}', 'shop-OCK-101'],
    ['{sku}.web', 'OCK-101.web'],
    ['{nothing}', ''],
    ['{nothing}-{variant}', ''],
    ['plain', 'plain'],
    ['{constructor}{__proto__}{sku}', 'OCK-101'],
    ['{toString}', ''],
  ])('%s becomes %s', (pattern, text) => {
    expect(expandPattern(NamePattern.parse(pattern), words)).toBe(text)
  })

  test('names its variables', () => {
    expect(variablesOf('{SKU}-{ angle }-x')).toEqual(['sku', 'angle'])
  })

  test.each(['{sku', 'sku}', '{}', '{ }', '{a{b}}', 'x'.repeat(301)])(
    'is refused: %s',
    (pattern) => {
      expect(NamePattern.safeParse(pattern).success).toBe(false)
    },
  )
})

describe('a description', () => {
  test.each([
    ['Enamel mug, white, from the front', []],
    ['   ', ['empty']],
    ['Picture of a mug', ['says-picture']],
    ['Mugs mugs camping mugs, mugs for camping', ['stuffed']],
    ['x'.repeat(126), ['too-long']],
    ['כוס אמייל לבנה מלפנים', []],
    ['enamel  MUG, top', ['same-again']],
  ])('%s', (alt, problems) => {
    expect(altProblems(alt, ['Enamel mug, top'])).toEqual(problems)
  })
})

test('whatever a table of products says, names stay within their folder, apart and whole', () => {
  const hostile = [
    ...['..', '../up', '/etc/x', 'C:\\x', 'a\u0000b', 'con', 'NUL.txt', '.hidden', '%2e%2e', ' '],
    ...['\u202egpj.exe', 'e\u0301', 'é', 'É', '🦊'.repeat(300), '\ud800', '{sku}', '{{', '='],
    ...[
      '__proto__',
      'constructor',
      'x'.repeat(1000),
      'ﬁ',
      'fi',
      'a\u200bb',
      'ab',
      'straße',
      'STRASSE',
    ],
  ]
  const names = [
    '{sku}',
    '{sku}-{angle}',
    '../{sku}',
    '{sku}/{angle}',
    '{__proto__}{sku}',
    '{sku}.{sku}',
  ].flatMap((pattern) =>
    hostile.map((sku, k) => expandPattern(pattern, { sku, angle: hostile.at(-k - 1)! })),
  )
  const stems = uniqueStems(names)
  expect(stems).toHaveLength(hostile.length * 6)
  for (const stem of stems) {
    expect(stem).not.toMatch(/[/\\:\p{Cc}\p{Bidi_Control}\u200b]|^\.|^\s|\s$|^$/u)
    expect(new TextEncoder().encode(stem).length).toBeLessThanOrEqual(220)
  }
  expect(new Set(stems.map((stem) => stem.normalize('NFKC').toLowerCase())).size).toBe(stems.length)
})
