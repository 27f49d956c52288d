import { describe, expect, test } from 'vitest'
import type { AnyFinding } from '../findings'
import { badnessOf } from './badness'
import { shotRow } from './rows/rows.testing'

const cutLacking = (miss01: number): AnyFinding => ({ code: 'edge-unsure', miss01 })

describe('badness', () => {
  const ofFindings = (...findings: AnyFinding[]): number => badnessOf(shotRow('a'), findings)

  test('of a cut is the share of the product that may be wrong, in hundredths', () => {
    expect(ofFindings(cutLacking(0.12))).toBeCloseTo(12, 9)
    expect(ofFindings(cutLacking(0.12))).toBeGreaterThan(ofFindings(cutLacking(0.02)))
  })

  test('a cut that lacks a tenth is worse than a nearly perfect one with other findings', () => {
    const nearlyPerfect = [cutLacking(0.01), { code: 'holes' }, { code: 'not-neutral' }]
    expect(ofFindings(cutLacking(0.1))).toBeGreaterThan(ofFindings(...nearlyPerfect))
  })

  test('failed and returned shots come before all', () => {
    const failed = badnessOf({ ...shotRow('a'), failure: 'not a photograph' }, [])
    const returned = badnessOf(
      { ...shotRow('b'), verdict: { kind: 'returned', reason: 'edge' } },
      [],
    )
    expect(failed).toBeGreaterThan(returned)
    expect(returned).toBeGreaterThan(ofFindings(cutLacking(1)))
  })
})
