import { z } from 'zod'

/** How the product is separated from its backdrop. */
export const CutSettings = z.strictObject({
  method: z
    .enum(['automatic', 'off'])
    .default('automatic')
    .describe('Automatic separates the product from its backdrop; off keeps the photograph whole.'),
})
export type CutSettings = z.infer<typeof CutSettings>
