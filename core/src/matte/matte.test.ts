import { describe, expect, test } from 'vitest'
import { planeU8 } from '../raster'
import { alphaFor, baseSide, matteSide, type Alpha, type CutMatte } from './matte'
import { packMatte, unpackMatte } from './packMatte'
import { SURE_SIGNS } from './signs.testing'

test.each([
  [2400, 100, 800],
  [2400, 1000, 800],
  [2400, 1760, 1600],
  [1200, 3000, 1200],
  [9000, 9000, 3600],
])('a photograph of %i px, needed at %i, is cut at %i', (original, needed, side) => {
  expect(matteSide({ width: original, height: 600 }, needed)).toBe(side)
})

const area = { x: 0.1, y: 0.2, width: 0.5, height: 0.4 }

const level = (sidePx: number): Alpha => ({
  sidePx,
  area,
  plane: planeU8(
    { width: sidePx / 10, height: sidePx / 20 },
    Uint8Array.from({ length: (sidePx * sidePx) / 200 }, (_, i) => (i % 50 > 20 ? 255 : i % 7)),
  ),
})

const matte: CutMatte = {
  kind: 'cut',
  box: area,
  unsure: 0.1,
  signs: SURE_SIGNS,
  doubts: [],
  repairs: 0,
  atBorder: 'clear',
  holes: 2,
  alphas: [level(800), level(1600)],
}

describe('alpha for a rendition', () => {
  const photograph = { width: 2400, height: 1800 }

  test('is of the level that its own need asks for, whatever else has been made', () => {
    expect(alphaFor(matte, photograph, 700).sidePx).toBe(800)
    expect(alphaFor(matte, photograph, 1700).sidePx).toBe(1600)
    const finer = { ...matte, alphas: [...matte.alphas, level(2400)] } as CutMatte // base first
    expect(alphaFor(finer, photograph, 700).sidePx).toBe(800)
    expect(alphaFor(finer, photograph, 1700).sidePx).toBe(1600)
  })

  test('is the finest there is where its own has not been made', () => {
    expect(alphaFor(matte, photograph, 2300).sidePx).toBe(1600)
  })

  test('never goes beyond the photograph', () => {
    expect(baseSide({ width: 300, height: 500 })).toBe(500)
  })
})

test('a matte survives packing level by level, and shrinks', () => {
  const packed = matte.alphas.map((alpha) => packMatte(matte, alpha))
  expect(unpackMatte(packed[0]!, packed.slice(1))).toEqual(matte)
  const [base] = packed
  if (base?.kind !== 'cut') throw new Error('left uncut')
  expect(base.alpha.deflated.length).toBeLessThan(matte.alphas[0].plane.data.length / 20)
})
