import { z } from 'zod'
import { MADE_FORMATS, type Format } from '../codec'

const MadeFormat = z.enum(MADE_FORMATS as [Format, ...Format[]]) // there are some

/**
 * What a placement asks of a rendition in place of what the brief says, step by step: an outlet that
 * wants 4:5 on grey beside one that wants 1:1 on white. Settings are checked by their steps.
 */
export const PlacementChanges = z.record(z.string(), z.record(z.string(), z.json()))
export type PlacementChanges = z.infer<typeof PlacementChanges>

/** One use of a picture: its size, the file that carries it, and what it asks differently. */
export const Placement = z.strictObject({
  id: z.string().regex(/^[a-z0-9.-]{1,90}$/, 'small letters, digits and dashes, at most 90'),
  name: z.string().trim().min(1).max(130),
  longSidePx: z
    .number()
    .int()
    .min(16)
    .max(10000)
    .describe('Longer side of the finished picture, in pixels.'),
  format: MadeFormat.or(z.literal('auto'))
    .default('jpeg')
    .describe(
      'File format; auto picks by what a picture is: a photograph, a flat graphic, or see-through.',
    ),
  among: z
    .array(MadeFormat)
    .default([])
    .describe('The formats that auto picks from; any where empty.'),
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
  weighsAlike: z
    .boolean()
    .default(false)
    .describe(
      'Quality is raised until a file nearly weighs its limit, so that the pictures of a set weigh about the same.',
    ),
  likeness: z
    .number()
    .min(0.8)
    .max(1)
    .nullable()
    .default(null)
    .describe(
      'As light as looks the same: the smallest file whose structural similarity to the picture is at least this.',
    ),
  dpi: z
    .number()
    .int()
    .min(1)
    .max(2400)
    .nullable()
    .default(null)
    .describe('Pixels an inch that the file says it has; nothing where empty.'),
  changes: PlacementChanges.default({}).describe(
    'What it asks in place of the brief, step by step.',
  ),
})
export type Placement = z.infer<typeof Placement>
