import { describe, expect, test } from 'vitest'
import { readScene, SCENE_WORDS } from './words'

describe('a description of a scene', () => {
  test('names floor, light, weather and warmth', () => {
    const { spec, unknown } = readScene('wet slate, drops, light from behind at dusk', { seed: 7 })
    expect(spec).toMatchObject({ floor: 'slate', wall: null, wet01: 0.8, lightDeg: 90, seed: 7 })
    expect(spec.warmth).toBeGreaterThan(0.5)
    expect(spec.lightEv).toBeLessThan(-0.5)
    expect(unknown).toEqual([])
  })

  test.each([
    ['oak table and a plaster wall', 'boards', 'plaster'],
    ['plaster wall, boards', 'boards', 'plaster'],
    ['linen', 'linen', null],
    ['moss, stone', 'moss', 'stone'],
    ['sand, endless', 'sand', null],
    ['', 'plaster', null],
  ])('%j has the floor %s and the wall %s', (text, floor, wall) => {
    expect(readScene(text).spec).toMatchObject({ floor, wall })
  })

  test('says back each word that means nothing here, once', () => {
    expect(readScene('a velvet floor with unicorns, velvet').unknown).toEqual([
      'velvet',
      'unicorns',
    ])
    expect(readScene('constructor toString').unknown).toEqual(['constructor', 'tostring'])
  })

  test('adds up what is said of brightness, within bounds', () => {
    expect(readScene('dark dark dark dark dusk').spec.lightEv).toBe(-3)
    expect(readScene('bright dark').spec.lightEv).toBeCloseTo(-0.4, 5)
  })

  test('is overruled by what is set beside it', () => {
    expect(
      readScene('slate, light from the left', { lightDeg: 20, wall: 'felt' }).spec,
    ).toMatchObject({
      lightDeg: 20,
      wall: 'felt',
    })
  })

  test('has floor behind the line that a product stands on', () => {
    const horizonOf = (base01?: number) => readScene('slate, felt wall', { base01 }).spec.horizon01
    expect(horizonOf()).toBe(0.52)
    expect(horizonOf(0.92)).toBe(0.52)
    expect(horizonOf(0.5)).toBeCloseTo(0.38, 9)
  })

  test('may have any of the words that are offered', () => {
    expect(readScene(SCENE_WORDS.join(' ')).unknown).toEqual([])
  })
})
