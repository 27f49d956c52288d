import { describe, expect, test } from 'vitest'
import { lookAt, type Finder } from '../../networks'
import { placeFinder } from '../../networks/finder.testing'
import {
  LINEAR_OF_BYTE,
  linearToSrgb,
  luminance,
  srgbRaster,
  WHOLE_01,
  wholeOf,
} from '../../raster'
import { photographSource, type Source } from '../../source'
import { planAutoTone, withAutoTone } from './autoTone'
import { planEvenOut, type EvenInput } from './evenOut'
import { applyFlatten, planFlatten } from './flatten'
import { describeLight } from './describeLight'
import { proposeNeutral } from './proposeNeutral'
import { readNeutral } from './readNeutral'
import { LightSettings } from './settings'

function painted(
  width: number,
  height: number,
  at: (x: number, y: number) => readonly [number, number, number],
): Source {
  const picture = srgbRaster({ width, height })
  for (let y = 0, p = 0; y < height; y++)
    for (let x = 0; x < width; x++, p += 4) picture.data.set([...at(x, y), 255], p)
  return photographSource(picture)
}

const middle = { x: 0.5, y: 0.5, radius: 0.1 }

describe('reading a neutral', () => {
  test('averages in linear light, not in sRGB', () => {
    const checks = painted(100, 100, (x, y) => ((x + y) % 2 ? [255, 255, 255] : [0, 0, 0]))
    const reading = readNeutral(checks, middle)
    expect(reading.linear[1]).toBeCloseTo(0.5, 1)
    expect(reading.srgb[1]).toBeGreaterThan(180)
    expect(reading.pixels).toBeGreaterThan(290)
    expect(reading.pixels).toBeLessThan(340)
  })

  test('its gains make the spot grey at its own luminance', () => {
    const { linear, gains, doubts } = readNeutral(
      painted(50, 50, () => [178, 160, 138]),
      middle,
    )
    const after = linear.map((v, c) => v * gains[c]!)
    expect(after[0]).toBeCloseTo(after[1]!, 9)
    expect(after[2]).toBeCloseTo(after[1]!, 9)
    expect(after[1]).toBeCloseTo(luminance(linear), 9)
    expect(doubts).toEqual([])
  })

  test.each([
    ['coloured', [200, 60, 50], [200, 60, 50]],
    ['clipped', [255, 254, 253], [255, 254, 253]],
    ['too-dark', [24, 24, 24], [24, 24, 24]],
    ['uneven', [120, 120, 120], [180, 180, 180]],
  ] as const)('a spot that is %s is doubted', (doubt, left, right) => {
    expect(
      readNeutral(
        painted(100, 100, (x) => (x < 50 ? left : right)),
        middle,
      ).doubts,
    ).toEqual([doubt])
  })

  test.each([
    ['a lamp of 2800 K', [255, 190, 118]],
    ['daylight', [200, 198, 196]],
    ['the shade of a blue sky', [150, 170, 205]],
  ] as const)('a grey card under %s is no coloured spot', (_light, colour) => {
    expect(
      readNeutral(
        painted(60, 60, () => colour.map((v) => v * 0.8) as never),
        middle,
      ).doubts,
    ).toEqual([])
  })

  test.each([
    ['leaf green', [90, 150, 70]],
    ['pink', [220, 120, 190]],
    ['teal', [40, 130, 130]],
  ] as const)('%s is one', (_name, colour) => {
    expect(
      readNeutral(
        painted(60, 60, () => [...colour]),
        middle,
      ).doubts,
    ).toEqual(['coloured'])
  })

  test('a spot beyond the corner reads the nearest pixel', () => {
    const reading = readNeutral(
      painted(10, 10, () => [99, 99, 99]),
      { x: 1.4, y: -2, radius: 0 },
    )
    expect(reading.srgb).toEqual([99, 99, 99])
    expect(reading.pixels).toBe(1)
  })
})

describe('automatic tone', () => {
  test('lifts a dark photograph, and leaves a light one’s exposure alone', () => {
    const dark = painted(200, 200, (x) => (x < 60 ? [30, 30, 30] : [110, 110, 110]))
    const light = painted(200, 200, (x) => (x < 60 ? [30, 30, 30] : [225, 225, 225]))
    expect(planAutoTone(dark, [1, 1, 1], 110 / 255).exposureEv).toBeGreaterThan(1)
    expect(planAutoTone(light, [1, 1, 1], 225 / 255)).toEqual({
      exposureEv: 0,
      blackPoint: expect.closeTo(60, 0) as number,
      whitePoint: 0,
    })
  })

  test('adds to what is set by hand, within range', () => {
    const settings = { ...LightSettings.parse({}), exposureEv: 3.5, blackPoint: 80 }
    const auto = { exposureEv: 1, blackPoint: 60, whitePoint: 0 }
    expect(withAutoTone(settings, auto)).toMatchObject({ exposureEv: 4, blackPoint: 100 })
  })
})

describe('evening out', () => {
  const shot = (id: string, backdropLight: number | null, product = id): EvenInput => ({
    id,
    backdropLight,
    productTone: 0.4,
    product,
    variant: id,
  })

  test('brings shots on one backdrop to the median of their light', () => {
    const { evens, left } = planEvenOut([
      shot('a', 0.6),
      shot('b', 0.66),
      shot('c', 0.72),
      shot('velvet', 0.01),
      shot('table', null),
    ])
    expect(0.6 * 2 ** evens.get('a')!.ev).toBeCloseTo(0.66, 3)
    expect(evens.get('b')!.ev).toBe(0)
    expect(0.72 * 2 ** evens.get('c')!.ev).toBeCloseTo(0.66, 3)
    expect(left).toEqual(['velvet', 'table'])
  })

  test('keeps white paper and grey paper apart', () => {
    const { evens } = planEvenOut([
      shot('w1', 0.7),
      shot('w2', 0.68),
      shot('g1', 0.36),
      shot('g2', 0.35),
    ])
    for (const { ev } of evens.values()) expect(Math.abs(ev)).toBeLessThan(0.03)
  })

  test('takes the odd shot of a product for wrongly exposed, not for another paper', () => {
    const { evens } = planEvenOut([
      shot('ochre', 0.7, 'flask'),
      shot('teal', 0.7, 'flask'),
      shot('slate', 0.4, 'flask'),
      shot('mug', 0.38),
    ])
    expect(evens.get('slate')!.ev).toBeCloseTo(Math.log2(0.7 / 0.4), 2)
    expect(evens.has('mug')).toBe(false)
  })

  test('lifts the shot that is 0.7 stops darker than its two siblings, which stay', () => {
    const { evens } = planEvenOut([
      shot('front', 0.6, 'kettle'),
      shot('back', 0.6, 'kettle'),
      shot('spout', 0.6 * 2 ** -0.7, 'kettle'),
    ])
    const stops = (id: string): number => evens.get(id)!.ev
    expect([stops('front'), stops('back'), stops('spout')]).toEqual([0, 0, 0.7])
  })

  test('bends one variant’s shots to one middle tone, and only those', () => {
    const dark = { ...shot('a', 0.6, 'pot'), productTone: 0.3, variant: 'pot-red' }
    const light = { ...shot('b', 0.6, 'pot'), productTone: 0.36, variant: 'pot-red' }
    const blue = { ...shot('c', 0.6, 'pot'), productTone: 0.6, variant: 'pot-blue' }
    const { evens } = planEvenOut([dark, light, blue])
    expect(evens.get('a')!.mid).toBeGreaterThan(0.02)
    expect(evens.get('b')!.mid).toBeLessThan(-0.02)
    expect(evens.get('c')!.mid).toBe(0)
  })
})

describe('flattening a backdrop', () => {
  const side = 192
  const onProduct = (x: number, y: number): boolean =>
    Math.abs(x - side / 2) < 30 && Math.abs(y - side / 2) < 30
  /** Made anew for each test, for a surface is fitted to a photograph once. */
  const shaded = () =>
    painted(side, side, (x, y) => {
      if (onProduct(x, y)) return [90, 40, 30]
      const v = Math.round(230 - 50 * (x / side) - 20 * (y / side) ** 2)
      return [v, v, v]
    })
  const finder = placeFinder((x, y) => (onProduct(x * side, y * side) ? 1 : 0))

  test('makes it even and leaves the product as it was', async () => {
    const photograph = shaded()
    const flatten = await planFlatten(photograph, 1, finder)
    const picture = photograph.sample(wholeOf(photograph.size), photograph.size)
    const before = picture.data.slice()
    applyFlatten(picture, flatten!, WHOLE_01, null)
    const tones: number[] = []
    for (let y = 4; y < side - 4; y++)
      for (let x = 4; x < side - 4; x++) {
        const p = (y * side + x) * 4
        if (onProduct(x, y) && onProduct(x - 3, y - 3) && onProduct(x + 3, y + 3))
          expect(picture.data[p]).toBe(before[p])
        else if (
          !onProduct(x - 4, y) &&
          !onProduct(x + 4, y) &&
          !onProduct(x, y - 4) &&
          !onProduct(x, y + 4)
        )
          tones.push(linearToSrgb(picture.data[p + 1]!) * 255)
      }
    expect(Math.max(...tones) - Math.min(...tones)).toBeLessThan(6)
  })

  test('is left undone where there is no backdrop', async () => {
    expect(
      await planFlatten(
        shaded(),
        1,
        placeFinder(() => 1),
      ),
    ).toBeNull()
  })

  test('asks the finder once for a photograph, whatever the strength', async () => {
    let asked = 0
    const counting: Finder = (question) => {
      asked++
      return finder(question)
    }
    const photograph = shaded()
    const strengths = await Promise.all(
      [0.2, 0.7].map((strength) => planFlatten(photograph, strength, counting)),
    )
    expect([asked, ...strengths.map((flatten) => flatten?.strength01)]).toEqual([1, 0.2, 0.7])
  })
})

describe('a grey ball', () => {
  const size = { width: 520, height: 390 }
  /** A grey ball in warm light from above, at (140, 230); a dark product beside it, or not. */
  const scene = (withProduct: boolean): Source =>
    painted(size.width, size.height, (x, y) => {
      const u = (x - 140) / 46
      const v = (y - 230) / 46
      if (u * u + v * v < 1) {
        const w = Math.sqrt(1 - u * u - v * v)
        const light = 0.35 + 0.65 * Math.max(0, 0.6 * w - 0.7 * v - 0.2 * u)
        return [150, 138, 118].map((channel) =>
          Math.round(255 * linearToSrgb(LINEAR_OF_BYTE[channel]! * light)),
        ) as [number, number, number]
      }
      if (withProduct && x > 260 && x < 430 && y > 110 && y < 300) return [40, 60, 120]
      return [232, 220, 196]
    })
  const finder = (withProduct: boolean): Finder =>
    placeFinder((x01, y01) => {
      const [x, y] = [x01 * size.width, y01 * size.height]
      const ball = Math.hypot(x - 140, y - 230) < 46
      return ball || (withProduct && x > 260 && x < 430 && y > 110 && y < 300) ? 1 : 0
    })

  const proposed = async (withProduct: boolean) => {
    const source = scene(withProduct)
    const { map } = await lookAt(source, finder(withProduct))
    return proposeNeutral(source, map)
  }

  test('beside a product is found, and its gains are those of the light', async () => {
    const proposal = await proposed(true)
    expect(proposal?.spot.x).toBeCloseTo(140 / 520, 1)
    expect(proposal?.spot.y).toBeCloseTo(230 / 390, 1)
    const [r, g, b] = proposal!.reading.gains
    expect(r / g).toBeCloseTo(LINEAR_OF_BYTE[138]! / LINEAR_OF_BYTE[150]!, 1)
    expect(b / g).toBeCloseTo(LINEAR_OF_BYTE[138]! / LINEAR_OF_BYTE[118]!, 1)
  })

  test('by itself is the product', async () => {
    expect(await proposed(false)).toBeNull()
  })
})

test('Light says in words what is set', () => {
  const settings = LightSettings.parse({
    neutral: { from: 'photograph' },
    exposureEv: -0.5,
    vibrance: 20,
    look: { from: 'own', id: 'kiln', strengthPct: 40 },
  })
  expect(describeLight(settings)).toBe(
    'neutral as photographed, −0.50 EV, vibrance +20, look Kiln 40 %',
  )
})
