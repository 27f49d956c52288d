import { z } from 'zod'
import { MADE_FORMATS, type Format } from '../codec'
import { HexColour } from '../raster'

const MadeFormat = z.enum(MADE_FORMATS as [Format, ...Format[]]) // there are some
const Px = z.number().int().min(1).max(20_000).nullable().default(null)
const Pct = z.number().min(1).max(100).nullable().default(null)
const Side = z.number().int().min(1).max(2000)

const Backdrop = z.discriminatedUnion('kind', [
  z.strictObject({
    kind: z.literal('colour'),
    colour: HexColour,
    /** CIEDE2000 that the border may be off. */
    tolerance: z.number().min(0).max(20).default(1),
  }),
  z.strictObject({ kind: z.literal('transparent') }),
])

/** What an outlet takes. Each rule stands by itself; one that is null, or an empty list, asks nothing. */
export const OutletRules = z.strictObject({
  leastShorterPx: Px.describe('Minimum shorter side, in pixels.'),
  mostLongerPx: Px.describe('Maximum longer side, in pixels.'),
  ratio: z
    .strictObject({ width: Side, height: Side })
    .nullable()
    .default(null)
    .describe('Width to height.'),
  formats: z.array(MadeFormat).default([]).describe('File formats; any if none is chosen.'),
  limitBytes: z
    .number()
    .int()
    .min(500)
    .max(50_000_000)
    .nullable()
    .default(null)
    .describe('Largest file, in bytes.'),
  backdrop: Backdrop.nullable().default(null).describe('What the border of the picture must be.'),
  coverBackdrop: Backdrop.nullable()
    .default(null)
    .describe('What the border of a product’s cover must be, if different.'),
  leastFillPct: Pct.describe('Product fills at least this much of its tighter side, in per cent.'),
  mostFillPct: Pct.describe('Product fills at most this much of its tighter side, in per cent.'),
  mostPictures: z
    .number()
    .int()
    .min(1)
    .max(200)
    .nullable()
    .default(null)
    .describe('Maximum number of pictures per product.'),
  needsProfile: z.boolean().default(true).describe('The file must have a colour profile.'),
  fileWords: z
    .enum(['any', 'none', 'credit'])
    .default('any')
    .describe('What may be written into files: anything, nothing, or at least a credit.'),
  marks: z
    .enum(['allowed', 'not-on-covers', 'none'])
    .default('allowed')
    .describe('Whether pictures may have words and shapes drawn over them.'),
  needsAltText: z.boolean().default(false).describe('Every picture needs a description.'),
})
export type OutletRules = z.infer<typeof OutletRules>
