import { z } from 'zod'

const Side = z.number().int().min(1).max(2000)

/** How the product sits in the picture. */
export const FrameSettings = z.strictObject({
  ratio: z
    .strictObject({ width: Side, height: Side })
    .default({ width: 1, height: 1 })
    .describe('Width to height of the picture.'),
  fillPct: z
    .number()
    .min(10)
    .max(100)
    .default(85)
    .describe('Share of the frame that the product’s longer side takes, in per cent.'),
  enlarge: z
    .boolean()
    .default(false)
    .describe('Allows more pixels than the photograph has. Off, small ones stay small.'),
})
export type FrameSettings = z.infer<typeof FrameSettings>
