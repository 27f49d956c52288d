import { z } from 'zod'
import { HexColour } from '../../raster'

const Pct = z.number().min(0).max(100)

/** What lies behind the product. */
export const Behind = z.discriminatedUnion('kind', [
  z.strictObject({ kind: z.literal('colour'), colour: HexColour.default('#FFFFFF') }),
  z.strictObject({ kind: z.literal('transparent') }),
  z.strictObject({ kind: z.literal('original') }),
  /** Two colours that run into each other: along a line, or from the middle outwards. */
  z.strictObject({
    kind: z.literal('gradient'),
    shape: z.enum(['linear', 'radial']).default('linear'),
    from: HexColour.default('#FFFFFF'),
    to: HexColour.default('#D8D8D8'),
    /** Direction of the line, clockwise from downwards. */
    angleDeg: z.number().min(-180).max(180).default(0),
  }),
  /** The photographed backdrop's own colour, without dirt and shade, at a lightness (L*). */
  z.strictObject({
    kind: z.literal('cleaned'),
    lightness: z.number().min(20).max(100).default(95),
  }),
  /** A picture of the user's own, by the hash of its file. */
  z.strictObject({
    kind: z.literal('picture'),
    hash: z.string().regex(/^[0-9a-f]{64}$/),
    name: z.string(),
    fit: z.enum(['fill', 'whole', 'repeat']).default('fill'),
    /** Width of a tile that is repeated, as a share of the frame's. */
    sizePct: z.number().min(2).max(100).default(25),
    blurPct: Pct.default(0),
    /** Lighter or darker, in stops. */
    lightEv: z.number().min(-3).max(3).default(0),
  }),
])
export type Behind = z.infer<typeof Behind>

/** What the product stands on. Lengths are shares of the product, so that a set has one look. */
export const GroundSettings = z.strictObject({
  behind: Behind.default({ kind: 'colour', colour: '#FFFFFF' }).describe(
    'A plain colour, a gradient, the backdrop’s own colour cleaned up, a picture, transparent, or the photographed backdrop.',
  ),
  shadow: z
    .enum(['none', 'kept', 'made'])
    .default('none')
    .describe('No shadow, the photograph’s own, or one drawn from the outline.'),
  shadowPct: Pct.default(60).describe(
    'How dark the shadow is; for the photograph’s own, how much of it is kept.',
  ),
  shadowAngleDeg: z
    .number()
    .min(-180)
    .max(180)
    .default(-25)
    .describe(
      'Direction of a drawn shadow: 0 to the right, 90 away from the camera, −90 towards it.',
    ),
  shadowLengthPct: Pct.default(35).describe(
    'Length of a drawn shadow relative to the product’s height.',
  ),
  shadowSoftPct: Pct.default(45).describe('How soft a drawn shadow gets with distance.'),
  contactPct: Pct.default(60).describe('How dark the contact shadow is.'),
  touchPct: Pct.default(0).describe(
    'How much of the light and colour of a picture or gradient behind it falls on the product.',
  ),
  reflectionPct: Pct.default(0).describe('How strongly the ground reflects the product.'),
  reflectionFadePct: z
    .number()
    .min(5)
    .max(100)
    .default(30)
    .describe('How far down the reflection goes, relative to the product’s height.'),
  reflectionBlurPct: Pct.default(15).describe('How blurred the reflection is.'),
})
export type GroundSettings = z.infer<typeof GroundSettings>
