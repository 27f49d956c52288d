import { z } from 'zod'
import { NamePattern } from '../../names'
import { Placement } from '../../outlets'

/** Placements that a brief may have. */
export const MAX_PLACEMENTS = 100

/** Which files are made of each shot. */
export const FinishSettings = z.strictObject({
  placements: z
    .array(Placement)
    .min(1, 'at least one placement')
    .max(MAX_PLACEMENTS)
    .refine(
      (placements) => new Set(placements.map(({ id }) => id)).size === placements.length,
      'each placement needs an id of its own',
    )
    .default(
      [
        { id: 'page', name: 'page', longSidePx: 1200, limitBytes: 200_000 },
        { id: 'card', name: 'card', longSidePx: 600, limitBytes: 60_000 },
      ].map((placement) => Placement.parse(placement)),
    )
    .describe('The files that are made of each shot.'),
  sharpenPct: z
    .number()
    .min(0)
    .max(100)
    .default(0)
    .describe('Sharpens for the size that is made; rims of cut-outs and grounds stay as they are.'),
  fileNames: NamePattern.default('{sku}-{angle}').describe(
    'How files are named, with columns of the product data in braces; without any of them, like the photograph.',
  ),
  altTexts: NamePattern.default('{name}, {colour}, {angle}').describe(
    'How pictures are described to those who cannot see them, with columns of the product data in braces.',
  ),
  writes: z
    .enum(['nothing', 'credit', 'words'])
    .default('nothing')
    .describe(
      'What is written into files as they leave: nothing, who made the photograph and holds its rights, or the words below. Where it was taken is never in them.',
    ),
  creator: NamePattern.default('').describe(
    'Who made the picture; where empty, whom the photograph names.',
  ),
  rights: NamePattern.default('').describe(
    'Who holds the rights, as it is to be printed; where empty, what the photograph says.',
  ),
  description: NamePattern.default('{name}').describe('What the picture shows.'),
})
export type FinishSettings = z.infer<typeof FinishSettings>
