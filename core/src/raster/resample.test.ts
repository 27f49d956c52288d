import { describe, expect, test } from 'vitest'
import { CUBIC, LINEAR, POINT, resampleTable } from './resampleTable'
import { wholeOf, type PxBox } from './coordinates'
import { resampleLinear, resamplePlane, resampleSrgb } from './resample'
import {
  linearRaster,
  planeF32,
  srgbRaster,
  type LinearRgba,
  type Size,
  type SrgbRgba8,
} from './raster'
import { srgbOfLinear } from './encodeSrgb'
import { byteOfLinear, srgbToLinear } from './transfer'
import { randomBytes } from './seeded.testing'

/** The slow twin: every weight from the kernel itself, both axes at once, in doubles. */
function reference(
  src: SrgbRgba8,
  window: PxBox,
  size: Size,
  support: number,
  at: (d: number) => number,
) {
  const out = new Float64Array(size.width * size.height * 4)
  const clampTo = (v: number, n: number): number => Math.min(Math.max(v, 0), n - 1)
  const axis = (d: number, start: number, length: number, pixels: number) => {
    const scale = length / pixels
    const stretch = Math.max(1, scale)
    const centre = start + (d + 0.5) * scale - 0.5
    const taps: [number, number][] = []
    for (let s = Math.ceil(centre - support * stretch); s <= centre + support * stretch; s++)
      taps.push([s, at((s - centre) / stretch)])
    const sum = taps.reduce((total, [, w]) => total + w, 0)
    return taps.map(([s, w]) => [s, w / sum] as const)
  }
  for (let y = 0; y < size.height; y++)
    for (let x = 0; x < size.width; x++)
      for (const [sy, wy] of axis(y, window.y, window.height, size.height))
        for (const [sx, wx] of axis(x, window.x, window.width, size.width)) {
          const p = (clampTo(sy, src.height) * src.width + clampTo(sx, src.width)) * 4
          const alpha = src.data[p + 3]! / 255
          for (let c = 0; c < 3; c++)
            out[(y * size.width + x) * 4 + c]! +=
              wy * wx * srgbToLinear(src.data[p + c]! / 255) * alpha
          out[(y * size.width + x) * 4 + 3]! += wy * wx * alpha
        }
  return out
}

/** Means of blocks in linear light, the last pixels again where a block reaches over the border. */
function blocksOf(src: SrgbRgba8, side: number): LinearRgba {
  const size = { width: Math.ceil(src.width / side), height: Math.ceil(src.height / side) }
  const made = linearRaster(size)
  for (let y = 0; y < size.height; y++)
    for (let x = 0; x < size.width; x++)
      for (let i = 0; i < side * side; i++) {
        const sx = Math.min(src.width - 1, x * side + (i % side))
        const sy = Math.min(src.height - 1, y * side + Math.floor(i / side))
        const p = (sy * src.width + sx) * 4
        const alpha = src.data[p + 3]! / 255
        for (let c = 0; c < 4; c++)
          made.data[(y * size.width + x) * 4 + c]! +=
            ((c === 3 ? 1 : srgbToLinear(src.data[p + c]! / 255)) * alpha) / side ** 2
      }
  return made
}

const maxError = (a: ArrayLike<number>, b: ArrayLike<number>): number => {
  let most = 0
  for (let i = 0; i < a.length; i++) most = Math.max(most, Math.abs(a[i]! - b[i]!))
  return most
}

describe('resampleTable', () => {
  test.each([
    ['reducing', 97, 0, 97, 31],
    ['enlarging', 10, 0, 10, 37],
    ['a window over the border', 50, -20, 90, 45],
    ['one pixel', 1, 0, 1, 9],
  ])('weights sum to one: %s', (_name, src, start, length, dst) => {
    for (const kernel of [CUBIC, LINEAR, POINT]) {
      const { taps, weights } = resampleTable(src, start, length, dst, kernel)
      for (let d = 0; d < dst; d++) {
        const sum = weights.subarray(d * taps, (d + 1) * taps).reduce((a, b) => a + b, 0)
        expect(sum).toBeCloseTo(1, 5)
      }
    }
  })

  test('stays inside the source, however far the window reaches beyond it', () => {
    const { taps, starts } = resampleTable(20, -100, 300, 60, CUBIC)
    for (const start of starts) {
      expect(start).toBeGreaterThanOrEqual(0)
      expect(start + taps).toBeLessThanOrEqual(20)
    }
  })
})

describe('resampleSrgb', () => {
  test.each([
    [
      'reducing',
      { width: 23, height: 17 },
      { x: 0, y: 0, width: 23, height: 17 },
      { width: 7, height: 5 },
    ],
    [
      'enlarging',
      { width: 5, height: 4 },
      { x: 0, y: 0, width: 5, height: 4 },
      { width: 13, height: 11 },
    ],
    [
      'a part, off the pixel grid',
      { width: 31, height: 29 },
      { x: 3.3, y: 2.6, width: 17.2, height: 20.1 },
      { width: 9, height: 8 },
    ],
    [
      'beyond the border',
      { width: 12, height: 12 },
      { x: -5, y: -3, width: 22, height: 20 },
      { width: 11, height: 10 },
    ],
    [
      'a single pixel',
      { width: 1, height: 1 },
      { x: 0, y: 0, width: 1, height: 1 },
      { width: 3, height: 2 },
    ],
    [
      'a single row',
      { width: 9, height: 1 },
      { x: 0, y: 0, width: 9, height: 1 },
      { width: 4, height: 1 },
    ],
  ])('equals its slow twin: %s', (_name, srcSize, window, size) => {
    const src = srgbRaster(srcSize, randomBytes(srcSize.width * srcSize.height * 4, 7))
    const fast = resampleSrgb(src, window, linearRaster(size), CUBIC)
    expect(maxError(fast.data, reference(src, window, size, CUBIC.support, CUBIC.at))).toBeLessThan(
      2e-6,
    )
  })

  test.each([
    [
      { width: 83, height: 61 },
      { x: 0, y: 0, width: 83, height: 61 },
      { width: 19, height: 14 },
      2,
    ],
    [
      { width: 50, height: 40 },
      { x: -6, y: 3.5, width: 61, height: 30.5 },
      { width: 12, height: 6 },
      2,
    ],
    [
      { width: 97, height: 99 },
      { x: 0, y: 0, width: 97, height: 99 },
      { width: 11, height: 12 },
      4,
    ],
    [
      { width: 97, height: 99 },
      { x: 0, y: 0, width: 97, height: 99 },
      { width: 27, height: 27 },
      2,
    ],
  ])(
    '%o, %o to %o: blocks of %s are averaged, then filtered as the twin does',
    (srcSize, window, size, side) => {
      const bytes = randomBytes(srcSize.width * srcSize.height * 4, 9)
      const src = srgbRaster(srcSize, bytes)
      const fast = resampleSrgb(src, window, linearRaster(size), CUBIC)
      const small = blocksOf(src, side)
      const part = {
        x: window.x / side,
        y: window.y / side,
        width: window.width / side,
        height: window.height / side,
      }
      const twin = resampleLinear(small, part, linearRaster(size), CUBIC)
      expect(maxError(fast.data, twin.data)).toBeLessThan(2e-6)
    },
  )

  test('a picked pixel is the one that the point kernel weighs with 1', () => {
    const src = srgbRaster({ width: 41, height: 29 }, randomBytes(41 * 29 * 4, 3))
    const whole = resampleSrgb(src, wholeOf(src), linearRaster(src), LINEAR)
    for (const window of [wholeOf(src), { x: -3.2, y: 4.7, width: 50, height: 20.3 }])
      for (const size of [
        { width: 13, height: 7 },
        { width: 82, height: 58 },
      ]) {
        const picked = resampleSrgb(src, window, linearRaster(size), POINT)
        const weighed = resampleLinear(whole, window, linearRaster(size), POINT)
        expect(maxError(picked.data, weighed.data)).toBeLessThan(1e-6)
      }
  })

  test('averaging in blocks first keeps what a strong reduction keeps, to four code values', () => {
    // Waves up to half of the result's highest frequency, in both directions.
    const width = 512
    const src = srgbRaster({ width, height: 64 })
    for (let y = 0; y < 64; y++)
      for (let x = 0; x < width; x++) {
        const wave = Math.sin((Math.PI * x * x) / (width * 16)) * Math.cos((Math.PI * y) / 16)
        const byte = byteOfLinear(0.4 + 0.3 * wave)
        src.data.set([byte, byte, byte, 255], (y * width + x) * 4)
      }
    const size = { width: width / 8, height: 8 }
    const made = srgbOfLinear(resampleSrgb(src, wholeOf(src), linearRaster(size), CUBIC))
    const exact = srgbOfLinear(
      linearRaster(
        size,
        Float32Array.from(reference(src, wholeOf(src), size, CUBIC.support, CUBIC.at)),
      ),
    )
    expect(maxError(made.data, exact.data)).toBeLessThanOrEqual(4)
  })

  test('averages in linear light: black and white stripes become linear ½, sRGB 188', () => {
    const src = srgbRaster({ width: 64, height: 4 })
    for (let i = 0; i < 64 * 4; i++)
      src.data.set(i % 2 ? [255, 255, 255, 255] : [0, 0, 0, 255], i * 4)
    const small = resampleSrgb(src, wholeOf(src), linearRaster({ width: 8, height: 2 }), LINEAR)
    const middle = srgbOfLinear(small).data.subarray(4 * 4, 4 * 4 + 4)
    expect([...middle]).toEqual([188, 188, 188, 255])
  })

  test('leaves a flat picture flat, at every size and in every window', () => {
    const src = srgbRaster({ width: 40, height: 30 })
    for (let i = 0; i < 40 * 30; i++) src.data.set([12, 200, 97, 255], i * 4)
    for (const size of [
      { width: 7, height: 9 },
      { width: 61, height: 50 },
    ]) {
      const out = srgbOfLinear(
        resampleSrgb(src, { x: -8, y: 3.7, width: 41, height: 22 }, linearRaster(size)),
      )
      for (let i = 0; i < out.data.length; i += 4)
        expect([...out.data.subarray(i, i + 4)]).toEqual([12, 200, 97, 255])
    }
  })

  test('does not alias: a zone of 0.45 cycles a pixel vanishes when the picture is halved twice', () => {
    const width = 256
    const src = srgbRaster({ width, height: 1 })
    for (let x = 0; x < width; x++) {
      const byte = byteOfLinear(0.5 + 0.4 * Math.cos(2 * Math.PI * 0.45 * x))
      src.data.set([byte, byte, byte, 255], x * 4)
    }
    const out = resampleSrgb(src, wholeOf(src), linearRaster({ width: 64, height: 1 }))
    const inner = [...out.data].filter((_, i) => i % 4 === 0).slice(4, 60)
    expect(Math.max(...inner) - Math.min(...inner)).toBeLessThan(0.02)
  })

  test("rings at a hard edge no more than the kernel's own 7.5 %", () => {
    const src = srgbRaster({ width: 200, height: 1 })
    for (let x = 0; x < 200; x++)
      src.data.set(x < 100 ? [0, 0, 0, 255] : [188, 188, 188, 255], x * 4)
    const high = srgbToLinear(188 / 255)
    const out = resampleSrgb(src, wholeOf(src), linearRaster({ width: 67, height: 1 }))
    const reds = [...out.data].filter((_, i) => i % 4 === 0)
    expect(Math.max(...reds)).toBeLessThan(high * 1.075)
    expect(Math.min(...reds)).toBeGreaterThan(-high * 0.075)
  })

  test('keeps the colour of half-transparent pixels clean: no dark fringe', () => {
    const src = srgbRaster({ width: 8, height: 1 })
    for (let x = 0; x < 8; x++) src.data.set(x < 4 ? [255, 0, 0, 255] : [0, 0, 0, 0], x * 4)
    const out = srgbOfLinear(
      resampleSrgb(src, wholeOf(src), linearRaster({ width: 3, height: 1 }), LINEAR),
    )
    const [r, g, b, a] = out.data.subarray(4, 8)
    expect([r, g, b]).toEqual([255, 0, 0])
    expect(a).toBe(128)
  })
})

test('resampleLinear and resamplePlane agree with resampleSrgb', () => {
  const size = { width: 21, height: 13 }
  const src = srgbRaster(
    size,
    randomBytes(21 * 13 * 4, 5).map((v, i) => (i % 4 === 3 ? 255 : v)),
  )
  const same: LinearRgba = resampleSrgb(src, wholeOf(src), linearRaster(size))
  const window = { x: 2.5, y: -1, width: 15, height: 12 }
  const to = { width: 6, height: 7 }
  const direct = resampleSrgb(src, window, linearRaster(to))
  expect(maxError(resampleLinear(same, window, linearRaster(to)).data, direct.data)).toBeLessThan(
    1e-5,
  )
  const red = planeF32(
    size,
    same.data.filter((_, i) => i % 4 === 0),
  )
  const redOut = resamplePlane(red, window, planeF32(to))
  expect(
    maxError(
      redOut.data,
      direct.data.filter((_, i) => i % 4 === 0),
    ),
  ).toBeLessThan(1e-5)
})
