import { z } from 'zod'
import { HexColour } from '../../raster'

/** What the product stands on. */
export const GroundSettings = z.strictObject({
  behind: z
    .discriminatedUnion('kind', [
      z.strictObject({ kind: z.literal('colour'), colour: HexColour.default('#FFFFFF') }),
      z.strictObject({ kind: z.literal('transparent') }),
      z.strictObject({ kind: z.literal('original') }),
    ])
    .default({ kind: 'colour', colour: '#FFFFFF' })
    .describe('A plain colour, nothing (transparent), or the photographed backdrop.'),
})
export type GroundSettings = z.infer<typeof GroundSettings>
