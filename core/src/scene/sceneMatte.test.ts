import { describe, expect, test } from 'vitest'
import { planeU8 } from '../raster'
import { paintScene } from './paintScene'
import { coverageIn, footOf, sceneMatte, SceneMatte } from './sceneMatte'
import { SceneSpec } from './spec'
import { readScene } from './words'

/** A product over the middle of the lower half. */
const MATTE = sceneMatte(
  planeU8(
    { width: 8, height: 8 },
    Uint8Array.from({ length: 64 }, (_, i) => {
      const [x, y] = [i % 8, Math.floor(i / 8)]
      return x >= 2 && x < 6 && y >= 4 && y < 7 ? 255 : 0
    }),
  ),
)

describe('the matte of a scene', () => {
  test('is a digit for each cell, and read back as such', () => {
    const plane = planeU8({ width: 3, height: 1 }, Uint8Array.of(0, 136, 255))
    expect(sceneMatte(plane)).toEqual({ width: 3, height: 1, levels: '08f' })
    const at = coverageIn(sceneMatte(plane))
    expect([at(0.1, 0.5), at(0.5, 0.5), at(0.9, 0.5)]).toEqual([0, 8 / 15, 1])
    expect([at(-0.1, 0.5), at(1, 0.5), at(0.5, 1.2)]).toEqual([0, 0, 0])
    expect(coverageIn(null)(0.5, 0.5)).toBe(0)
  })

  test('of another length or other signs is none', () => {
    expect(SceneMatte.safeParse({ width: 2, height: 2, levels: '0f0' }).success).toBe(false)
    expect(SceneMatte.safeParse({ width: 2, height: 1, levels: 'xf' }).success).toBe(false)
    expect(SceneMatte.safeParse({ width: 65, height: 1, levels: '0'.repeat(65) }).success).toBe(
      false,
    )
  })

  test('says where the product stands, and so where the floor is sharp and what lies behind it', () => {
    expect(footOf(MATTE)).toBe(7 / 8)
    expect(footOf({ width: 1, height: 2, levels: '07' })).toBeNull()
    const low = readScene('low slate', {
      matte: { ...MATTE, levels: `${'0'.repeat(32)}${'f'.repeat(8)}${'0'.repeat(24)}` },
    })
    expect(low.spec.base01).toBe(5 / 8)
    expect(low.spec.horizon01).toBeCloseTo(5 / 8 - 0.12, 9)
    // What is said of the base line itself counts more.
    expect(readScene('slate', { matte: MATTE, base01: 0.9 }).spec.base01).toBe(0.9)
  })

  test('keeps drops away from the product, and changes nothing else', () => {
    const size = { width: 256, height: 256 }
    const wet = { floor: 'slate', wet01: 1, blur01: 0, horizon01: 0.3, seed: 5 } as const
    const [free, kept, dry] = [
      paintScene(size, SceneSpec.parse(wet)),
      paintScene(size, SceneSpec.parse({ ...wet, matte: MATTE })),
      paintScene(size, SceneSpec.parse({ ...wet, matte: { ...MATTE, levels: 'f'.repeat(64) } })),
    ] as const
    const at = coverageIn(MATTE)
    let changedInside = 0
    let changedFarOutside = 0
    let likeDry = 0
    let inside = 0
    for (let y = 0; y < 256; y++)
      for (let x = 0; x < 256; x++) {
        const i = (y * 256 + x) * 4
        const changed = free.data[i] !== kept.data[i]
        const [x01, y01] = [x / 256, y / 256]
        if (at(x01, y01) > 0) {
          inside++
          if (changed) changedInside++
          if (kept.data[i] === dry.data[i]) likeDry++
        } else if (changed && (x01 < 0.15 || x01 > 0.85 || y01 < 0.4)) changedFarOutside++
      }
    expect(changedInside / inside).toBeGreaterThan(0.05)
    // But for drops that lie before it and reach into it.
    expect(likeDry / inside).toBeGreaterThan(0.95)
    expect(changedFarOutside).toBe(0)
  })
})
