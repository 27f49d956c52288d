import { z } from 'zod'
import { HexColour } from '../../raster'

/** What the product stands on. */
export const GroundSettings = z
  .discriminatedUnion('kind', [
    z.object({ kind: z.literal('colour'), colour: HexColour.default('#FFFFFF') }),
    z.object({ kind: z.literal('transparent') }),
    z.object({ kind: z.literal('original') }),
  ])
  .default({ kind: 'colour', colour: '#FFFFFF' })
  .describe('A plain colour, nothing (transparent), or the photographed backdrop.')
export type GroundSettings = z.infer<typeof GroundSettings>
