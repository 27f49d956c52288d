import { describe, expect, test } from 'vitest'
import {
  hexToBytes,
  linearRaster,
  planeF32,
  srgbRaster,
  srgbToLinear,
  type HexColour,
  type LinearRgba,
  type PlaneF32,
} from '../../raster'
import type { DrawnGroup, Typesetter } from '../../typeset'
import { playedTypesetter } from '../../typeset/played.testing'
import type { MarkFinding } from './findings'
import type { LaidMark, Part } from './lay/surface'
import { paintMark } from './paintMark'

/** A typesetter that fills what it is asked to draw with the ink of the first thing in it. */
const filling: Typesetter = {
  ...playedTypesetter(),
  draw: (area, _scale, [group]) => {
    const [one] = group!.drawn
    const ink = one && 'ink' in one ? one.ink : { colour: '#000000' as HexColour, opacity: 1 }
    const made = srgbRaster(area)
    for (let i = 0; i < area.width * area.height; i++)
      made.data.set([...hexToBytes(ink.colour), Math.round(ink.opacity * 255)], i * 4)
    return made
  },
}

const SIDE = 100
/** A picture of one colour. */
function paper(byte: number, alpha = 1): LinearRgba {
  const picture = linearRaster({ width: SIDE, height: SIDE })
  const level = srgbToLinear(byte / 255) * alpha
  for (let i = 0; i < SIDE * SIDE; i++) picture.data.set([level, level, level, alpha], i * 4)
  return picture
}

/** A part of one colour: from a tenth to three tenths of the frame, whose height is 1000 units. */
const part = (colour: string, opacity = 1): Part => {
  const ink = { colour: colour as HexColour, opacity }
  const groups: DrawnGroup[] = [
    { matrix: [1, 0, 0, 0, 1, 0, 0, 0, 1], drawn: [{ kind: 'fill', path: '', ink }] },
  ]
  return { groups, bounds: { x: 110, y: 110, width: 180, height: 180 } }
}
const laid = (change: Partial<LaidMark>): LaidMark => ({
  id: 'a',
  kind: 'label',
  name: 'New',
  box: { x: 110, y: 110, width: 180, height: 180 },
  turnDeg: 0,
  opacity: 1,
  lines: null,
  under: null,
  over: null,
  onLight: null,
  textColour: null,
  overProduct: false,
  findings: [],
  ...change,
})
const painted = (
  picture: LinearRgba,
  mark: Partial<LaidMark>,
  alpha: PlaneF32 | null = null,
): MarkFinding[] => paintMark(picture, laid(mark), filling, () => alpha)
const byteAt = ({ data }: LinearRgba, x: number, y: number): number => data[(y * SIDE + x) * 4]!

describe('a mark is laid over its picture', () => {
  test('in linear light, where it lies and nowhere else', () => {
    const picture = paper(255)
    painted(picture, { over: part('#000000', 0.5), opacity: 0.5 })
    // Half of 255 is a byte, 128: 0.502 of the mark, half of it.
    expect(byteAt(picture, 20, 20)).toBeCloseTo(1 - 128 / 255 / 2, 5)
    expect(byteAt(picture, 40, 20)).toBe(1)
    expect(byteAt(picture, 5, 20)).toBe(1)
  })

  test('over nothing it is itself', () => {
    const picture = paper(0, 0)
    painted(picture, { over: part('#FF0000', 1), opacity: 0.5 })
    expect([...picture.data.subarray((20 * SIDE + 20) * 4, (20 * SIDE + 20) * 4 + 4)]).toEqual([
      0.5, 0, 0, 0.5,
    ])
  })

  test.each([
    [255, '#000000'],
    [40, '#FFFFFF'],
  ])('on %d a watermark that stands out is %s', (ground, colour) => {
    const picture = paper(ground)
    painted(picture, { over: part('#FFFFFF'), onLight: part('#000000') })
    expect(byteAt(picture, 20, 20)).toBe(colour === '#000000' ? 0 : 1)
  })
})

describe('contrast is measured where letters lie', () => {
  test.each([
    // Black on white, the most there is; grey 119 on white, just too little (WCAG’s own example).
    ['#000000', 255, null],
    ['#777777', 255, 4.48],
    ['#767676', 255, null],
    ['#FFFFFF', 119, 4.48],
    ['#808080', 128, 1],
  ])('%s on %d', (textColour, ground, ratio) => {
    const found = painted(paper(ground), {
      over: part(textColour),
      textColour: textColour as HexColour,
    })
    if (ratio === null) expect(found).toEqual([])
    else
      expect(found).toEqual([
        { code: 'mark-contrast', mark: 'New', ratio: expect.closeTo(ratio, 2) as number },
      ])
  })

  test('over the plate that was laid under them, not the picture', () => {
    const text = { over: part('#FFFFFF'), textColour: '#FFFFFF' as HexColour }
    expect(painted(paper(255), { ...text, under: part('#1A1A1A') })).toEqual([])
    expect(painted(paper(255), text)).toHaveLength(1)
  })

  test('at their worst places: a tenth of them is enough', () => {
    const half = (columns: number): LinearRgba => {
      const picture = paper(255)
      for (let y = 0; y < SIDE; y++)
        for (let x = 10; x < 10 + columns; x++)
          picture.data.fill(0, (y * SIDE + x) * 4, (y * SIDE + x) * 4 + 3)
      return picture
    }
    const text = { over: part('#000000'), textColour: '#000000' as HexColour }
    expect(painted(half(4), text)).toHaveLength(1)
    expect(painted(half(1), text)).toEqual([])
  })

  test('where nothing lies behind them there is none', () => {
    const text = { over: part('#FFFFFF'), textColour: '#FFFFFF' as HexColour }
    expect(painted(paper(0, 0), text)).toEqual([])
  })
})

describe('what a mark covers of the product', () => {
  const product = planeF32({ width: SIDE, height: SIDE })
  for (let y = 0; y < SIDE; y++) for (let x = 25; x < SIDE; x++) product.data[y * SIDE + x] = 1

  test('is said as a share of what is drawn', () => {
    const [found] = painted(paper(255), { under: part('#1A1A1A') }, product)
    // Columns 10 to 29 are drawn; those from 25 on are product.
    expect(found).toMatchObject({ code: 'mark-over-product', mark: 'New' })
    expect(found).toHaveProperty('share01', 5 / 20)
  })

  test('is nothing for lines to it, and where it may', () => {
    expect(painted(paper(255), { lines: part('#1A1A1A') }, product)).toEqual([])
    const may = { under: part('#1A1A1A'), overProduct: true }
    expect(painted(paper(255), may, product)).toEqual([])
  })
})
