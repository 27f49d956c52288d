import { lightingRow, measured, shootView, shotRow } from '@cloudbank/core/shoot/testing'
import { describe, expect, test } from 'vitest'
import { LightSettings } from '@cloudbank/core/steps'
import { comparedWith } from '../../stage/comparedWith'
import { exposureFor, litReading, siblingReadings, toneOfL } from './litReadings'

const grey = (value: number) =>
  measured({
    backdrop: { linear: [value, value, value], lightness: 70, share01: 0.95, spreadL: 2 },
  } as never)
const shots = [
  shotRow('a', { sku: 'M-1', lightingId: lightingRow('l').id }),
  shotRow('b', { sku: 'M-1', lightingId: lightingRow('l').id }),
  shotRow('c', {
    sku: 'K-2',
    lightingId: lightingRow('l').id,
    touches: { light: { exposureEv: 1 } },
  }),
  shotRow('d', { sku: 'M-1' }),
]
const view = shootView({
  shots,
  lightings: new Map([['l', lightingRow('l')]]),
  measures: new Map([
    ['a', grey(0.2)],
    ['b', grey(0.4)],
    ['c', grey(0.2)],
  ]),
})
const rest = LightSettings.parse({ neutral: { from: 'photograph' } })

describe('a photograph under settings of Light', () => {
  test('has the lightness that its light comes to', () => {
    // Y = 0.2 is L* 51.8; a stop more, Y = 0.4, is L* 69.5.
    expect(litReading(shots[0]!, view, rest)!.backdropL).toBeCloseTo(51.84, 1)
    expect(litReading(shots[0]!, view, { ...rest, exposureEv: 1 })!.backdropL).toBeCloseTo(69.47, 1)
    expect(litReading(shots[3]!, view, rest)).toBeNull()
  })

  test('is matched by the exposure that brings it there', () => {
    const lightnessAt = (ev: number): number | null =>
      litReading(shots[0]!, view, { ...rest, exposureEv: ev })!.backdropL
    expect(exposureFor(69.47, lightnessAt)).toBeCloseTo(1, 2)
    expect(exposureFor(51.84, lightnessAt)).toBeCloseTo(0, 2)
    expect(exposureFor(50, () => null)).toBeNull()
  })

  test('is compared with its lighting, each under its own settings; products with their like', () => {
    expect(comparedWith(shots[0]!, view).map(({ id }) => id)).toEqual(['b', 'c'])
    const [b, c] = siblingReadings(shots[0]!, view)
    expect(b!.backdropL).toBeCloseTo(69.47, 1)
    expect(c!.backdropL).toBeCloseTo(69.47, 1)
    expect(c!.productL).toBeNull()
    // One without a lighting is compared with its product.
    expect(comparedWith(shots[3]!, view).map(({ id }) => id)).toEqual(['a', 'b'])
  })
})

test('of thousands a few are compared, its own product’s among them, from all over the lighting', () => {
  const lightingId = lightingRow('l').id
  const many = Array.from({ length: 3000 }, (_, i) =>
    shotRow(`s${i}`, { lightingId, sku: i % 1000 === 7 ? 'M-1' : `P-${i}` }),
  )
  const compared = comparedWith(many[7]!, { shots: many }).map(({ id }) => id)
  expect(compared).toHaveLength(24)
  expect(compared.slice(0, 2)).toEqual(['s1007', 's2007'])
  const last = compared.map((id) => Number(id.slice(1))).sort((a, b) => b - a)[0]!
  expect(last).toBeGreaterThan(2700)
})

test('a lightness lies at its tone on the ramp', () => {
  expect(toneOfL(100)).toBeCloseTo(1, 5)
  expect(toneOfL(0)).toBeCloseTo(0, 5)
  // L* 53.585 is the grey of byte 128.
  expect(toneOfL(53.585)).toBeCloseTo(128 / 255, 3)
})
