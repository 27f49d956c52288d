import { z } from 'zod'

const Gain = z.number().min(0.25).max(4)
const signed = (words: string): z.ZodDefault<z.ZodNumber> =>
  z.number().min(-100).max(100).default(0).describe(words)

/** Where the neutral comes from. */
export const Neutral = z.discriminatedUnion('from', [
  z.strictObject({ from: z.literal('photograph') }),
  z.strictObject({ from: z.literal('backdrop') }),
  z.strictObject({ from: z.literal('gains'), red: Gain, green: Gain, blue: Gain }),
])
export type Neutral = z.infer<typeof Neutral>

/** A point of the tone curve: tone in → tone out, both 0…100. */
export const CurvePoint = z.strictObject({
  x: z.number().min(0).max(100),
  y: z.number().min(0).max(100),
})
export type CurvePoint = z.infer<typeof CurvePoint>

/** The looks that come with the app; `looks.ts` says what each sets. */
export const LOOK_IDS = [
  'overcast',
  'kiln',
  'linen',
  'slate',
  'orchard',
  'harbour',
  'newsprint',
  'lantern',
] as const
export type LookId = (typeof LOOK_IDS)[number]

const Strength = z.number().min(0).max(100).default(100)

/** A look over the picture: one of ours, or a colour table read from a .cube file. */
export const Look = z.discriminatedUnion('from', [
  z.strictObject({ from: z.literal('none') }),
  z.strictObject({ from: z.literal('own'), id: z.enum(LOOK_IDS), strengthPct: Strength }),
  z.strictObject({
    from: z.literal('cube'),
    /** SHA-256 of the file, in hex. */
    hash: z.string().regex(/^[0-9a-f]{64}$/),
    name: z.string(),
    strengthPct: Strength,
  }),
])
export type Look = z.infer<typeof Look>

/** What evening out adds to one shot, worked out by `planEvenOut`. */
export const Even = z.strictObject({
  /** Brightness, in stops. */
  ev: z.number().min(-3).max(3),
  /** Lift of the middle tones, as a share of the tone scale. */
  mid: z.number().min(-0.15).max(0.15),
  /** Tone (0…1) of the backdrop, which the lift leaves where it is. */
  pivot: z.number().min(0.05).max(1),
})
export type Even = z.infer<typeof Even>

/** Brightness, colour and neutral of a photograph. */
export const LightSettings = z.strictObject({
  neutral: Neutral.default({ from: 'backdrop' }).describe(
    'Reads grey from the backdrop if it plausibly is grey, uses fixed gains, or keeps the photograph’s own white balance.',
  ),
  exposureEv: z
    .number()
    .min(-4)
    .max(4)
    .default(0)
    .describe('Brightness in stops; +1 doubles the light.'),
  autoTone: z
    .boolean()
    .default(false)
    .describe(
      'Sets the black and white points for each shot; a light backdrop keeps its brightness.',
    ),
  contrast: signed('Increases or reduces contrast around the middle tones.'),
  shadows: signed('Lightens or darkens the shadows; black stays black.'),
  highlights: signed('Lightens or darkens the highlights; white stays white.'),
  blackPoint: signed('Above 0, more of the shadows turn black; below 0, black turns grey.'),
  whitePoint: signed('Above 0, more of the highlights turn white; below 0, white turns grey.'),
  curve: z
    .array(CurvePoint)
    .max(8)
    .default([])
    .describe('Tone curve: the points it goes through; a straight line if there are none.'),
  warmth: signed('Warmer (above 0) or cooler (below 0).'),
  tint: signed('Towards magenta (above 0) or towards green (below 0).'),
  saturation: signed('Strengthens or weakens all colours; −100 is grey.'),
  vibrance: signed('Strengthens or weakens pale colours; vivid ones are left alone.'),
  look: Look.default({ from: 'none' }).describe('A set of adjustments on top of the others.'),
  even: Even.nullable().default(null).describe('What evening out has added to this shot.'),
  flattenPct: z
    .number()
    .min(0)
    .max(100)
    .default(0)
    .describe('Evens out the backdrop’s brightness; the product is left alone.'),
})
export type LightSettings = z.infer<typeof LightSettings>
