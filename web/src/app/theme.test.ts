import { describe, expect, test } from 'vitest'
import { hexToBytes, hexToLinear, luminance } from '@cloudbank/core/raster'
import { system } from './theme'

const LEVELS = { day: 'base', dusk: '_dusk', night: '_night' } as const

/** The value of one of our colours under one sky. */
function colourOf(name: string, sky: keyof typeof LEVELS): string {
  const token = system.tokens.getByName(`colors.${name}`)
  const conditions = (token?.extensions as { conditions?: Record<string, string> } | undefined)
    ?.conditions // the token's own record
  const value = conditions?.[LEVELS[sky]]
  if (!value) throw new Error(`No colour ${name} under a ${sky} sky`)
  return value
}

/** Contrast ratio of two colours (WCAG 2.2). */
function contrast(a: string, b: string): number {
  const [high, low] = [luminance(hexToLinear(a)), luminance(hexToLinear(b))].sort((x, y) => y - x)
  return (high! + 0.05) / (low! + 0.05)
}

describe.each(Object.keys(LEVELS) as (keyof typeof LEVELS)[])('under a %s sky', (sky) => {
  test('every colour but amber is an exact neutral', () => {
    for (const name of ['sky', 'paper', 'mat', 'ink', 'softInk', 'faint', 'hairline', 'edge']) {
      const [r, g, b] = hexToBytes(colourOf(name, sky))
      expect([g, b], name).toEqual([r, r])
    }
    const [r, g, b] = hexToBytes(colourOf('amber', sky))
    expect(r > g && g > b).toBe(true)
  })

  test.each(['sky', 'paper'])('text on %s has contrast AA', (ground) => {
    expect(contrast(colourOf('ink', sky), colourOf(ground, sky))).toBeGreaterThan(4.5)
    expect(contrast(colourOf('softInk', sky), colourOf(ground, sky))).toBeGreaterThan(4.5)
  })

  test.each(['sky', 'paper'])('what has to be seen to be used is seen on %s', (ground) => {
    expect(contrast(colourOf('edge', sky), colourOf(ground, sky))).toBeGreaterThan(3)
    // At dusk the mark has a rim of ink.
    const mark = sky === 'dusk' ? 'ink' : 'amber'
    expect(contrast(colourOf(mark, sky), colourOf(ground, sky))).toBeGreaterThan(3)
  })
})
