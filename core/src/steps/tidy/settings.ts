import { z } from 'zod'

const Pct = z.number().min(0).max(100)

/** What is cleaned in a photograph. Lengths are shares of its longer side. */
export const TidySettings = z.strictObject({
  specks: z
    .enum(['none', 'gentle', 'firm'])
    .default('none')
    .describe('Finds dust, hairs, lint and scratches, and rebuilds what they hide.'),
  largestPct: z
    .number()
    .min(0.1)
    .max(20)
    .default(10)
    .describe('Dirt longer than this share of the photograph’s longer side is left.'),
  cleanAt: z
    .enum(['output', 'photograph'])
    .default('output')
    .describe(
      'How closely is cleaned: what can still be seen at the size that is made, or all that the photograph shows.',
    ),
  sweepPct: Pct.default(0).describe(
    'Cleans the photographed backdrop outside of the product; its slow changes of tone, its shadow and its grain stay.',
  ),
  sweepMarginPct: z
    .number()
    .min(0)
    .max(10)
    .default(1.5)
    .describe('How far from the product’s edge the sweep begins.'),
  blurPct: Pct.default(0).describe(
    'Blurs the photographed backdrop behind the product, as a longer lens would.',
  ),
})
export type TidySettings = z.output<typeof TidySettings>
