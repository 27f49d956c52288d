import { expect, test } from 'vitest'
import { HexColour, hexToBytes, hexToLinear } from './colour'
import { labOfLinear, labToLinear, lightnessOfLinear, linearToLab } from './lab'
import { linearRaster } from './raster'
import { byteOfLinear, LINEAR_OF_BYTE, linearToSrgb, srgbToLinear, tabledSrgb } from './transfer'
import { seededRandom } from './seeded.testing'

test('the sRGB curve has the values of IEC 61966-2-1', () => {
  expect(srgbToLinear(0.5)).toBeCloseTo(0.214041, 6)
  expect(srgbToLinear(0.04)).toBeCloseTo(0.04 / 12.92, 9)
  expect(linearToSrgb(0.18)).toBeCloseTo(0.461356, 6)
  expect(linearToSrgb(-1)).toBe(0)
  expect(linearToSrgb(2)).toBeCloseTo(1, 9)
})

test('every byte survives the way to linear light and back', () => {
  for (let byte = 0; byte < 256; byte++) expect(byteOfLinear(LINEAR_OF_BYTE[byte]!)).toBe(byte)
})

test.each([
  ['red', '#FF0000', [53.24, 80.09, 67.2]],
  ['green', '#00FF00', [87.73, -86.18, 83.18]],
  ['blue', '#0000FF', [32.3, 79.19, -107.86]],
  ['white', '#FFFFFF', [100, 0, 0]],
  ['mid grey', '#777777', [50.03, 0, 0]],
])('Lab of %s', (_name, hex, lab) => {
  const found = linearToLab(hexToLinear(hex))
  found.forEach((value, i) => expect(value).toBeCloseTo(lab[i]!, 1))
})

test('a byte is nowhere more than 0.57 from the exact curve', () => {
  for (let i = 0; i <= 20_000; i++) {
    const light = (i / 20_000) ** 3
    expect(Math.abs(byteOfLinear(light) - linearToSrgb(light) * 255)).toBeLessThan(0.57)
  }
})

test('Lab and back is the same light', () => {
  const random = seededRandom(11)
  for (let i = 0; i < 200; i++) {
    const rgb = [random(), random(), random()] as const
    labToLinear(linearToLab(rgb)).forEach((v, c) => expect(v).toBeCloseTo(rgb[c]!, 4))
  }
})

test('the table for whole pictures is within 0.05 Lab of the formula above L 2', () => {
  const random = seededRandom(2)
  const picture = linearRaster({ width: 500, height: 1 })
  for (let i = 0; i < 500; i++) picture.data.set([random(), random(), random(), 1], i * 4)
  const lab = labOfLinear(picture)
  const lightness = lightnessOfLinear(picture)
  lightness.data.forEach((l, i) => expect(l).toBe(lab.data[i * 3]))
  for (let i = 0; i < 500; i++) {
    const rgb = picture.data.subarray(i * 4, i * 4 + 3)
    const exact = linearToLab([rgb[0]!, rgb[1]!, rgb[2]!])
    if (exact[0] < 2) continue
    exact.forEach((v, c) => expect(Math.abs(v - lab.data[i * 3 + c]!)).toBeLessThan(0.05))
  }
})

test('a colour is six hex digits', () => {
  expect(HexColour.parse('#f2f2f0')).toBe('#F2F2F0')
  expect(hexToBytes('#F2F2F0')).toEqual([242, 242, 240])
  for (const wrong of ['F2F2F0', '#FFF', '#GGGGGG', '#FFFFFFFF'])
    expect(HexColour.safeParse(wrong).success).toBe(false)
})

test('the table of the curve is good to a millionth everywhere', () => {
  for (let i = -10; i <= 20_010; i++) {
    const linear = (i * Math.abs(i)) / 4e8
    expect(Math.abs(tabledSrgb(linear) - linearToSrgb(linear))).toBeLessThan(1e-6)
  }
})
