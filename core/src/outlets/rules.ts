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
  leastShorterPx: Px.describe('Shorter side at least, in pixels.'),
  mostLongerPx: Px.describe('Longer side at most, in pixels.'),
  ratio: z
    .strictObject({ width: Side, height: Side })
    .nullable()
    .default(null)
    .describe('Width to height.'),
  formats: z.array(MadeFormat).default([]).describe('File formats; any where none is named.'),
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
    .describe('What the border of a product’s first picture must be, where that differs.'),
  leastFillPct: Pct.describe('Product at least this much of its tighter side, in per cent.'),
  mostFillPct: Pct.describe('Product at most this much of its tighter side, in per cent.'),
  mostPictures: z
    .number()
    .int()
    .min(1)
    .max(200)
    .nullable()
    .default(null)
    .describe('Pictures of a product, at most.'),
  needsProfile: z.boolean().default(true).describe('The file must say which colours it means.'),
  fileWords: z
    .enum(['any', 'none', 'credit'])
    .default('any')
    .describe(
      'What files may say of themselves: anything, nothing, or at least who made them and holds the rights.',
    ),
  needsAltText: z.boolean().default(false).describe('Every picture needs a description.'),
})
export type OutletRules = z.infer<typeof OutletRules>
