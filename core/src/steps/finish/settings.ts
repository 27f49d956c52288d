import { z } from 'zod'

export const FORMATS = ['jpeg', 'webp', 'avif', 'png'] as const
export type Format = (typeof FORMATS)[number]

/** One use of a picture: its size and the file that carries it. */
export const Placement = z.object({
  id: z.string().regex(/^[a-z0-9-]{1,40}$/, 'small letters, digits and dashes, at most 40'),
  name: z.string().trim().min(1).max(60),
  longSidePx: z
    .number()
    .int()
    .min(16)
    .max(10000)
    .describe('Longer side of the finished picture, in pixels.'),
  format: z.enum(FORMATS).default('jpeg').describe('File format.'),
  qualityPct: z
    .number()
    .int()
    .min(1)
    .max(100)
    .default(85)
    .describe('Quality to start from; lowered only as far as the byte limit demands.'),
  leastQualityPct: z
    .number()
    .int()
    .min(1)
    .max(100)
    .default(50)
    .describe('Quality below which a picture is not acceptable.'),
  limitBytes: z
    .number()
    .int()
    .min(500)
    .max(50_000_000)
    .nullable()
    .default(null)
    .describe('Largest file, in bytes; none where empty.'),
})
export type Placement = z.infer<typeof Placement>

/** Which files are made of each shot. */
export const FinishSettings = z
  .object({
    placements: z
      .array(Placement)
      .min(1, 'at least one placement')
      .max(20)
      .refine(
        (placements) => new Set(placements.map(({ id }) => id)).size === placements.length,
        'each placement needs an id of its own',
      ),
  })
  .default({
    placements: [
      {
        id: 'page',
        name: 'page',
        longSidePx: 1200,
        format: 'jpeg',
        qualityPct: 85,
        leastQualityPct: 50,
        limitBytes: 200_000,
      },
      {
        id: 'card',
        name: 'card',
        longSidePx: 600,
        format: 'jpeg',
        qualityPct: 85,
        leastQualityPct: 50,
        limitBytes: 60_000,
      },
    ],
  })
export type FinishSettings = z.infer<typeof FinishSettings>
