import { z } from 'zod'

/** How a page shows one picture. */
export const PictureUse = z.strictObject({
  /** Where it is fetched from: an absolute address, or a path beside the page. */
  address: z.string(),
  /** Width it is shown at, in CSS pixels; null where the page doesn't say. */
  shownWidthPx: z.number().positive().nullable(),
  /** Height it is shown at, likewise. */
  shownHeightPx: z.number().positive().nullable(),
  /** How far down the page it begins, in CSS pixels; null where the page was not laid out. */
  topPx: z.number().nullable().default(null),
  /** Whether width and height are given, so that nothing moves when it arrives. */
  hasSize: z.boolean(),
  /** Its description; empty for a picture that only decorates, null where there is none. */
  alt: z.string().nullable(),
  lazy: z.boolean(),
  /** Whether the page offers other sizes or formats of it. */
  hasChoice: z.boolean(),
  /** Place among the pictures of the page, from 0. */
  order: z.number().int().nonnegative(),
})
export type PictureUse = z.infer<typeof PictureUse>
