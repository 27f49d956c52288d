import { z } from 'zod'
import { MADE_FORMATS, type Format } from '../codec'
import { NamePattern } from '../names'

const MadeFormat = z.enum(MADE_FORMATS as [Format, ...Format[]]) // there are some

/**
 * What a placement asks of a rendition in place of what the brief says, step by step: an outlet that
 * wants 4:5 on grey beside one that wants 1:1 on white. Settings are checked by their steps.
 */
export const PlacementChanges = z.record(z.string(), z.record(z.string(), z.json()))
export type PlacementChanges = z.infer<typeof PlacementChanges>

/** One use of a picture: its size, the file that carries it, and what it asks differently. */
export const Placement = z.strictObject({
  // It may be used as a name in a file system: no dot begins it.
  id: z
    .string()
    .regex(/^[a-z0-9-][a-z0-9.-]{0,89}$/, 'small letters, digits and dashes, at most 90'),
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
      'File format; auto picks one for the kind of picture: photograph, flat graphic or transparent.',
    ),
  among: z.array(MadeFormat).default([]).describe('The formats auto picks from; any if empty.'),
  qualityPct: z
    .number()
    .int()
    .min(1)
    .max(100)
    .default(85)
    .describe('Quality to start from; lowered only as far as the size limit requires.'),
  leastQualityPct: z
    .number()
    .int()
    .min(1)
    .max(100)
    .default(50)
    .describe('Lowest acceptable quality.'),
  limitBytes: z
    .number()
    .int()
    .min(500)
    .max(50_000_000)
    .nullable()
    .default(null)
    .describe('Largest file, in bytes; no limit if empty.'),
  weighsAlike: z
    .boolean()
    .default(false)
    .describe(
      'Raises quality until each file is just under its limit, so the pictures of a set weigh about the same.',
    ),
  likeness: z
    .number()
    .min(0.8)
    .max(1)
    .nullable()
    .default(null)
    .describe(
      'The smallest file that looks the same: its structural similarity to the picture is at least this.',
    ),
  dpi: z
    .number()
    .int()
    .min(1)
    .max(2400)
    .nullable()
    .default(null)
    .describe('Pixels per inch written into the file; if empty, as the photograph says.'),
  fileNames: NamePattern.nullable()
    .default(null)
    .describe('Pattern for its file names; the outlet’s or the brief’s if empty.'),
  changes: PlacementChanges.default({}).describe('What it overrides in the brief, step by step.'),
})
export type Placement = z.infer<typeof Placement>
