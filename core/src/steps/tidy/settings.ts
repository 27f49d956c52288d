import { z } from 'zod'

const Pct = z.number().min(0).max(100)

/** What is cleaned in a photograph. Lengths are shares of its longer side. */
export const TidySettings = z.strictObject({
  specks: z
    .enum(['none', 'gentle', 'firm'])
    .default('none')
    .describe('Finds dust, hairs, lint and scratches, and repairs them.'),
  largestPct: z
    .number()
    .min(0.1)
    .max(20)
    .default(10)
    .describe('Dirt longer than this share of the photograph’s longer side is left alone.'),
  cleanAt: z
    .enum(['output', 'photograph'])
    .default('output')
    .describe(
      'How thoroughly to clean: what is visible at the output size, or everything in the photograph.',
    ),
  sweepPct: Pct.default(0).describe(
    'Cleans the photographed backdrop around the product; gradual changes of tone, the shadow and the grain stay.',
  ),
  sweepMarginPct: z
    .number()
    .min(0)
    .max(10)
    .default(1.5)
    .describe('How far from the product’s edge sweeping starts.'),
  blurPct: Pct.default(0).describe('Blurs the photographed backdrop, as a longer lens would.'),
})
export type TidySettings = z.output<typeof TidySettings>
