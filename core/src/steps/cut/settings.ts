import { z } from 'zod'

/** How the product is separated from its backdrop. Lengths are pixels at 1000 px of the longer side. */
export const CutSettings = z.strictObject({
  method: z
    .enum(['automatic', 'off'])
    .default('automatic')
    .describe(
      'Automatic separates the product from its backdrop; off leaves the photograph uncut.',
    ),
  edgeShift: z
    .number()
    .min(-10)
    .max(10)
    .default(0)
    .describe('Moves the whole edge outwards, or inwards where negative; pixels at 1000 px.'),
  edgeSoften: z
    .number()
    .min(0)
    .max(10)
    .default(0)
    .describe('Makes the whole edge softer; pixels at 1000 px.'),
  edgeTightenPct: z
    .number()
    .min(0)
    .max(100)
    .default(0)
    .describe('Makes the edge harder: half-transparent pixels go one way or the other.'),
  fringePct: z
    .number()
    .min(0)
    .max(100)
    .default(100)
    .describe('How much of the old backdrop’s colour is removed from the edge.'),
  speck: z
    .number()
    .min(0)
    .max(60)
    .default(0)
    .describe('Loose pieces smaller than this across are left out; pixels at 1000 px.'),
})
export type CutSettings = z.infer<typeof CutSettings>
