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
    .describe('The files made from each shot.'),
  sharpenPct: z
    .number()
    .min(0)
    .max(100)
    .default(0)
    .describe('Sharpens for the output size; cut-out edges and grounds are left alone.'),
  fileNames: NamePattern.default('{sku}-{angle}').describe(
    'How files are named, with product data columns in braces; if empty, like the photograph.',
  ),
  altTexts: NamePattern.default('{name}, {colour}, {angle}').describe(
    'Alt text for people who can’t see the pictures, with product data columns in braces.',
  ),
  writes: z
    .enum(['nothing', 'credit', 'words'])
    .default('nothing')
    .describe(
      'What is written into delivered files: nothing, the credit, or the credit and description below. The location is never written.',
    ),
  creator: NamePattern.default('').describe(
    'Who made the picture; if empty, whoever the photograph names.',
  ),
  rights: NamePattern.default('').describe('Copyright notice; if empty, the photograph’s own.'),
  description: NamePattern.default('{name}').describe('What the picture shows.'),
})
export type FinishSettings = z.infer<typeof FinishSettings>
