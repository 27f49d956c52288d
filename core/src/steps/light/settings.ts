import { z } from 'zod'

const Gain = z.number().min(0.25).max(4)

/** Where the neutral comes from. */
export const Neutral = z.discriminatedUnion('from', [
  z.object({ from: z.literal('photograph') }),
  z.object({ from: z.literal('backdrop') }),
  z.object({ from: z.literal('gains'), red: Gain, green: Gain, blue: Gain }),
])
export type Neutral = z.infer<typeof Neutral>

/** Brightness and neutral of a photograph. */
export const LightSettings = z.object({
  exposureEv: z
    .number()
    .min(-4)
    .max(4)
    .default(0)
    .describe('Brightness in stops; +1 doubles the light.'),
  neutral: Neutral.default({ from: 'backdrop' }).describe(
    'Reads grey from the backdrop where it plausibly is grey, takes fixed gains, or keeps the photograph’s own.',
  ),
})
export type LightSettings = z.infer<typeof LightSettings>
