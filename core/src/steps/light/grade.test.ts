import { describe, expect, test } from 'vitest'
import { linearToLab, linearToSrgb, luminance, srgbToLinear, type Rgb } from '../../raster'
import { seededRandom } from '../../raster/seeded.testing'
import { applyGrade } from './applyGrade'
import { NO_GRADE, planGrade } from './grade'
import { LOOKS, withLook } from './looks'
import { LightSettings, LOOK_IDS } from './settings'
import { monotoneCurve, toneCurve } from './toneCurve'

const settings = (touched: Partial<LightSettings> = {}): LightSettings => ({
  ...LightSettings.parse({}),
  ...touched,
})

function graded(colour: Rgb, touched: Partial<LightSettings>, gains: Rgb = [1, 1, 1]): Rgb {
  const data = Float32Array.of(...colour, 1)
  applyGrade(data, planGrade(settings(touched), gains))
  return [data[0]!, data[1]!, data[2]!]
}

const GREYS = [0.002, 0.02, 0.18, 0.4, 0.7]

describe('a grade', () => {
  test('of settings at rest changes no bit', () => {
    const random = seededRandom(5)
    const data = Float32Array.from({ length: 400 }, () => random() * 1.2 - 0.1)
    const before = data.slice()
    applyGrade(data, planGrade(settings(), [1, 1, 1]))
    expect(data).toEqual(before)
  })

  test('one stop doubles the light', () => {
    expect(graded([0.1, 0.2, 0.05], { exposureEv: 1 })).toEqual([
      expect.closeTo(0.2, 6),
      expect.closeTo(0.4, 6),
      expect.closeTo(0.1, 6),
    ])
  })

  test('works on the colour of half transparent pixels, not on their mixture', () => {
    const data = Float32Array.of(0.2, 0.1, 0.05, 0.5)
    applyGrade(data, planGrade(settings({ contrast: 60, warmth: 30 }), [1, 1, 1]))
    const opaque = graded([0.4, 0.2, 0.1], { contrast: 60, warmth: 30 })
    for (let c = 0; c < 3; c++) expect(data[c]).toBeCloseTo(opaque[c]! / 2, 5)
    expect(data[3]).toBe(0.5)
  })

  test.each([
    { contrast: 80 },
    { shadows: 70, highlights: -50 },
    { blackPoint: 40, whitePoint: -40 },
    { saturation: 60, vibrance: -80 },
    { curve: [{ x: 30, y: 55 }] },
  ])('greys stay grey: %o', (touched) => {
    for (const grey of GREYS) {
      const [r, g, b] = graded([grey, grey, grey], touched)
      expect(Math.max(r, g, b) - Math.min(r, g, b)).toBeLessThan(1e-5)
    }
  })

  test('tones keep the hue', () => {
    const hue = (colour: Rgb): number => {
      const [, a, b] = linearToLab(colour)
      return Math.atan2(b, a)
    }
    const brick: Rgb = [0.3, 0.12, 0.06]
    expect(hue(graded(brick, { contrast: 50, shadows: 30 }))).toBeCloseTo(hue(brick), 1)
  })

  test('saturation −100 leaves the luminance alone', () => {
    const colour: Rgb = [0.5, 0.1, 0.3]
    const [r, g, b] = graded(colour, { saturation: -100 })
    for (const value of [r, g, b]) expect(value).toBeCloseTo(luminance(colour), 5)
  })

  test('vibrance moves pale colours and spares vivid ones', () => {
    const grown = (colour: Rgb): number => {
      const chroma = ([, a, b]: Rgb): number => Math.hypot(a, b)
      return chroma(linearToLab(graded(colour, { vibrance: 80 }))) / chroma(linearToLab(colour))
    }
    expect(grown([0.32, 0.28, 0.26])).toBeGreaterThan(1.4)
    expect(grown([0.5, 0.02, 0.02])).toBeLessThan(1.01)
  })

  test('warmth goes along daylight, tint across it, and white keeps its brightness', () => {
    const [warmR, warmG, warmB] = graded([0.5, 0.5, 0.5], { warmth: 50 })
    expect(warmR).toBeGreaterThan(warmG)
    expect(warmG).toBeGreaterThan(warmB)
    expect(luminance([warmR, warmG, warmB])).toBeCloseTo(0.5, 3)
    const [tintR, tintG, tintB] = graded([0.5, 0.5, 0.5], { tint: 50 })
    expect(tintG).toBeLessThan(tintR)
    expect(tintG).toBeLessThan(tintB)
  })

  test('what exposure drives beyond the screen keeps its hue and ends at white', () => {
    const [r, g, b] = graded([0.8, 0.3, 0.3], { exposureEv: 1 })
    expect(r).toBeCloseTo(1, 5)
    expect(g).toBeCloseTo(b, 5)
    expect(g).toBeGreaterThan(0.6)
    expect(graded([0.8, 0.8, 0.8], { exposureEv: 2 })).toEqual([1, 1, 1])
  })
})

describe('the neutral', () => {
  const gains: Rgb = [0.8, 1, 1.39]

  test('makes the grey it was read from grey, at its own light', () => {
    const grey = 0.3
    const [r, g, b] = graded([grey / gains[0], grey / gains[1], grey / gains[2]], {}, gains)
    for (const value of [r, g, b]) expect(value).toBeCloseTo(grey, 6)
  })

  test('keeps clipped highlights neutral', () => {
    const [r, g, b] = graded([1, 1, 1], {}, gains)
    expect([r, g, b]).toEqual([1, 1, 1])
    const [nearR, , nearB] = graded([1, 0.99, 0.93], {}, gains)
    expect(Math.abs(nearR - nearB)).toBeLessThan(0.02)
  })

  test('leaves a clipped but vivid colour its hue', () => {
    const [r, g, b] = graded([1, 0.1, 0.02], {}, gains)
    expect(g / r).toBeLessThan(0.2)
    expect(b / r).toBeLessThan(0.1)
  })

  test('clips nothing that was not clipped', () => {
    const random = seededRandom(9)
    const limit = srgbToLinear(254.5 / 255)
    let clipped = 0
    for (let i = 0; i < 5000; i++) {
      const colour: Rgb = [random() * 0.97, random() * 0.97, random() * 0.97]
      if (Math.max(...graded(colour, {}, gains)) > limit) clipped++
    }
    expect(clipped / 5000).toBeLessThan(0.001)
  })

  test('brightness stays in order where it is pressed together', () => {
    let last = 0
    for (let v = 0.5; v < 0.95; v += 0.01) {
      const [, , b] = graded([v, v, v], {}, gains)
      expect(b).toBeGreaterThan(last)
      last = b
    }
  })
})

describe('tone', () => {
  test.each([
    settings({ contrast: 100, shadows: -100, highlights: 100 }),
    settings({ contrast: -100, shadows: 100, highlights: -100 }),
    settings({ blackPoint: 100, whitePoint: 100 }),
    settings({ even: { ev: 0, mid: -0.15, pivot: 0.7 } }),
  ])('never turns back (%#)', (extreme) => {
    const curve = toneCurve(extreme)
    let last = -1
    for (let v = 0; v <= 1.0001; v += 0.005) {
      expect(curve(v)).toBeGreaterThanOrEqual(last)
      last = curve(v)
    }
  })

  test('shadows and highlights leave black, white and the other end alone', () => {
    const curve = toneCurve(settings({ shadows: 100 }))
    expect(curve(0)).toBe(0)
    expect(curve(1)).toBe(1)
    expect(curve(0.2) - 0.2).toBeGreaterThan(0.07)
    expect(Math.abs(curve(0.85) - 0.85)).toBeLessThan(0.01)
  })

  test('evening out bends below the backdrop and leaves it where it is', () => {
    const curve = toneCurve(settings({ even: { ev: 0, mid: 0.1, pivot: 0.8 } }))
    expect(curve(0.4)).toBeCloseTo(0.5, 6)
    expect(curve(0.8)).toBeCloseTo(0.8, 6)
    expect(curve(0.9)).toBeCloseTo(0.9, 6)
  })

  test('the drawn curve goes through its points and never beyond them', () => {
    const curve = monotoneCurve([
      { x: 20, y: 10 },
      { x: 60, y: 80 },
    ])
    expect(curve(0.2)).toBeCloseTo(0.1, 9)
    expect(curve(0.6)).toBeCloseTo(0.8, 9)
    expect(curve(0)).toBe(0)
    expect(curve(1)).toBe(1)
    for (let v = 0.2; v < 0.6; v += 0.01) {
      expect(curve(v)).toBeGreaterThanOrEqual(0.1 - 1e-9)
      expect(curve(v)).toBeLessThanOrEqual(0.8 + 1e-9)
    }
  })
})

describe('looks', () => {
  test('opening one up gives the same picture as the look itself', () => {
    for (const id of LOOK_IDS) {
      const worn = settings({ warmth: 10, look: { from: 'own', id, strengthPct: 60 } })
      const opened = withLook(worn)
      expect(opened.look).toEqual({ from: 'none' })
      expect(opened.warmth).toBeCloseTo(10 + (LOOKS[id].settings.warmth ?? 0) * 0.6, 9)
      const colour: Rgb = [0.3, 0.2, 0.1]
      expect(graded(colour, opened)).toEqual(graded(colour, worn))
    }
  })

  test('strength 0 is no look', () => {
    const none = planGrade(
      settings({ look: { from: 'own', id: 'kiln', strengthPct: 0 } }),
      [1, 1, 1],
    )
    expect(none).toEqual(NO_GRADE)
  })
})

test('the tone table is finer than a byte', () => {
  for (const byte of [1, 5, 40, 128, 250]) {
    const v = srgbToLinear(byte / 255)
    const [r] = graded([v, v, v], { curve: [{ x: 50, y: 50 }] })
    expect(Math.abs(linearToSrgb(r) * 255 - byte)).toBeLessThan(0.3)
  }
})
