import { describe, expect, test } from 'vitest'
import { FontError, type TextBlock } from '@cloudbank/core/typeset'
import { createNodeTypesetter } from './nodeTypesetter'

const open = createNodeTypesetter()
const FACE = {
  fonts: ['hanken-grotesk-latin-normal'],
  weight: 400,
  italic: false,
  size: 100,
  tracking: 0,
  lineHeight: 1.2,
  align: 'left',
} as const
const block = (text: string, change: Partial<TextBlock['face']> = {}, maxWidth = Infinity) => ({
  spans: [{ text, struck: false }],
  face: { ...FACE, ...change },
  maxWidth,
})

async function opened(text: string, family = 'Hanken Grotesk') {
  const typesetter = await open()
  await typesetter.load(family, text)
  return typesetter
}

describe('text', () => {
  test('is shaped: pairs are kerned, letters with marks are one, lines break and are aligned', async () => {
    const { set } = await opened('AVé')
    const wide = set(block('AV')).width
    expect(wide).toBeLessThan(set(block('A')).width + set(block('V')).width - 3)
    expect(set(block('e\u0301')).width).toBeCloseTo(set(block('é')).width, 1)
    expect(set(block('AV', { tracking: 0.1 })).width).toBeCloseTo(wide + 20, 0)
    const two = set(block('AV AV', {}, wide * 1.3))
    expect([two.lines, two.height]).toEqual([2, 240])
    expect(two.width).toBeLessThanOrEqual(wide + 1)
  })

  test('has the weights and the italic of its font', async () => {
    const { set } = await opened('Mug')
    expect(set(block('Mug', { weight: 900 })).width).toBeGreaterThan(set(block('Mug')).width + 5)
    const typesetter = await open()
    expect(typesetter.fontsFor('Hanken Grotesk', true, 'a')).toEqual([
      'hanken-grotesk-latin-italic',
    ])
    expect(typesetter.fontsFor('Bricolage Grotesque', true, 'a')).toEqual([
      'bricolage-grotesque-latin-normal',
    ])
  })

  test('takes letters that its font does not have from others, and says which nobody has', async () => {
    const text = 'mug ספל كوب чашка 🏕'
    const typesetter = await opened(text)
    const fonts = typesetter.fontsFor('Hanken Grotesk', false, text)
    expect(fonts[0]).toBe('hanken-grotesk-latin-normal')
    expect(typesetter.set(block(text, { fonts })).missing).toEqual(['🏕'])
    // Letters of Arabic are joined: alone they are wider.
    const joined = typesetter.set(block('كوب', { fonts })).width
    const apart = [...'كوب'].map((letter) => typesetter.set(block(letter, { fonts })).width)
    expect(joined).toBeLessThan(apart.reduce((a, b) => a + b) - 5)
  })

  test('is drawn where it is set, at every size the same', async () => {
    const { draw, set } = await opened('Sale')
    const text = block('Sale', { weight: 700 })
    const group = {
      matrix: [1, 0, 100, 0, 1, 50, 0, 0, 1] as const,
      drawn: [
        { kind: 'text', block: text, x: 0, y: 0, ink: { colour: '#000000', opacity: 1 } } as const,
      ],
    }
    /** The box of what was drawn, in units. */
    const boxAt = (scale: number) => {
      const side = Math.round(400 * scale)
      const { data } = draw({ x: 0, y: 0, width: side, height: side }, scale, [group])
      const seen = [...Array(side * side).keys()].filter((i) => data[i * 4 + 3]! > 127)
      const xs = seen.map((i) => i % side)
      const ys = seen.map((i) => Math.floor(i / side))
      const [left, top] = [xs.reduce((a, b) => Math.min(a, b)), ys[0]!]
      const [right, bottom] = [xs.reduce((a, b) => Math.max(a, b)) + 1, ys.at(-1)! + 1]
      return [left, top, right, bottom].map((px) => px / scale)
    }
    const [small, large] = [boxAt(0.3), boxAt(3)]
    // A pixel of the small one is three and a third units.
    small.forEach((edge, i) => expect(Math.abs(edge - large[i]!)).toBeLessThanOrEqual(1 / 0.3))
    expect(large[0]).toBeGreaterThan(100)
    expect(large[2]).toBeLessThanOrEqual(100 + set(text).width + 1)
  })

  test('that is struck has a line through it, in its own letters alone', async () => {
    const { draw, set } = await opened('12 34')
    const spans = [
      { text: '12', struck: true },
      { text: ' 34', struck: false },
    ]
    const struck: TextBlock = { ...block(''), spans }
    const ink = { colour: '#FF0000', opacity: 1 } as const
    const groupOf = (text: TextBlock) => ({
      matrix: [1, 0, 0, 0, 1, 0, 0, 0, 1] as const,
      drawn: [{ kind: 'text', block: text, x: 0, y: 0, ink } as const],
    })
    const size = { x: 0, y: 0, width: 300, height: 120 }
    const plain = draw(size, 1, [groupOf({ ...struck, spans: [{ text: '12 34', struck: false }] })])
    const lined = draw(size, 1, [groupOf(struck)])
    const differs = [...Array(300 * 120).keys()].filter(
      (i) => Math.abs(plain.data[i * 4 + 3]! - lined.data[i * 4 + 3]!) > 50,
    )
    expect(differs.length).toBeGreaterThan(50)
    const end = set(block('12')).width
    expect(differs.every((i) => i % 300 <= end)).toBe(true)
    const [r, g, b] = lined.data.subarray(differs[0]! * 4)
    expect([r, g, b]).toEqual([255, 0, 0])
  })
})

test('a font of one’s own is taken in by name; bytes that are none are refused', async () => {
  const typesetter = await open()
  expect(() => typesetter.addFont('broken', new Uint8Array([1, 2, 3, 4]))).toThrow(FontError)
  expect(typesetter.fontsFor('broken', false, 'a')).toEqual([])
})
