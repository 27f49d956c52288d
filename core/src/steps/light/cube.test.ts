import { describe, expect, test } from 'vitest'
import { linearToSrgb, srgbToLinear } from '../../raster'
import { applyGrade } from './applyGrade'
import { applyCube, CubeError, formatCube, parseCube, sampleCube } from './cube'
import { planGrade } from './grade'
import { LightSettings } from './settings'

const warm = planGrade({ ...LightSettings.parse({}), warmth: 40, contrast: 20 }, [1, 1, 1])
const sampled = sampleCube('Warm "40"', 17, (data) => applyGrade(data, warm))

describe('a .cube table', () => {
  test('is the same after being written and read', () => {
    const again = parseCube(formatCube(sampled))
    expect(again.title).toBe("Warm '40'")
    expect(again.size).toBe(17)
    again.table.forEach((value, i) => expect(value).toBeCloseTo(sampled.table[i]!, 5))
  })

  test('does what the settings did that it was made of, within a byte and a half', () => {
    const colours = [
      [0.2, 0.5, 0.7],
      [0.9, 0.85, 0.8],
      [0.33, 0.1, 0.05],
    ]
    for (const srgb of colours) {
      const linear = srgb.map((v) => srgbToLinear(v))
      const bySettings = Float32Array.of(...linear, 1)
      applyGrade(bySettings, warm)
      const byTable = Float32Array.of(...linear, 1)
      applyCube(byTable, sampled, 1)
      for (let c = 0; c < 3; c++)
        expect(
          Math.abs(linearToSrgb(byTable[c]!) - linearToSrgb(bySettings[c]!)) * 255,
        ).toBeLessThan(1.5)
    }
  })

  test('an identity changes nothing, half strength goes half way', () => {
    const identity = sampleCube('', 2, () => undefined)
    const data = Float32Array.of(0.3, 0.5, 0.1, 1, 0.15, 0.25, 0.05, 0.5)
    applyCube(data, identity, 1)
    ;[0.3, 0.5, 0.1, 1, 0.15, 0.25, 0.05, 0.5].forEach((v, i) => expect(data[i]).toBeCloseTo(v, 5))
    const black = sampleCube('', 2, (pixels) => pixels.fill(0))
    const half = Float32Array.of(0.4, 0.2, 0.8, 1)
    applyCube(half, black, 0.5)
    ;[0.2, 0.1, 0.4, 1].forEach((v, i) => expect(half[i]).toBeCloseTo(v, 5))
  })

  test('reads red as the fastest axis, comments and blank lines aside', () => {
    const text =
      '# made by hand\nTITLE "swap"\n\nLUT_3D_SIZE 2\n' +
      '0 0 0\n0 0 1\n0 1 0\n0 1 1\n1 0 0\n1 0 1\n1 1 0\n1 1 1\n'
    const data = Float32Array.of(1, 0, 0, 1)
    applyCube(data, parseCube(text), 1)
    expect([...data]).toEqual([0, 0, 1, 1])
  })

  test.each([
    ['', 'LUT_3D_SIZE is missing'],
    ['LUT_3D_SIZE 2\n0 0 0', '8 colours are needed, it has 1'],
    ['LUT_3D_SIZE 99', 'line 1: a size from 2 to 65 is needed, not 99'],
    ['LUT_1D_SIZE 4', 'line 1: a one-dimensional table; a 3D one is needed'],
    ['LUT_3D_SIZE 2\n0 0 x', 'line 2: three numbers are needed'],
  ])('says what is wrong with %j', (text, message) => {
    expect(() => parseCube(text)).toThrow(new CubeError(message))
  })
})
