import { z } from 'zod'

const Hash = z.string().regex(/^[0-9a-f]{64}$/)

/** A picture of a product, as a shop shows it. */
export const ShopPicture = z.object({
  /** The file's name in the shop. */
  name: z.string().min(1).max(300),
  /** SHA-256 of its bytes, in hex. */
  hash: Hash,
  bytes: z.number().int().min(1),
  alt: z.string().max(2000),
})
export type ShopPicture = z.infer<typeof ShopPicture>

/** What a product shows: its pictures in order, the cover first. */
export const ShopListing = z.object({
  title: z.string().max(500),
  pictures: z.array(ShopPicture).max(200),
})
export type ShopListing = z.infer<typeof ShopListing>

/** A product that is live. */
export const ShopProduct = ShopListing.extend({
  /** Its SKU. */
  id: z.string().min(1).max(200),
  /** Another one after every change: what is to be replaced is named by it. */
  version: z.string(),
})
export type ShopProduct = z.infer<typeof ShopProduct>

/** Why a shop doesn't take a product: its files first, by their hash, or pictures it won't show, by their name. */
export const ShopRefusal = z.discriminatedUnion('kind', [
  z.object({ kind: z.literal('missing'), hashes: z.array(Hash) }),
  z.object({
    kind: z.literal('refused'),
    pictures: z.array(z.object({ name: z.string(), reason: z.string() })),
  }),
  /** It is no longer as whoever sends it knew it. */
  z.object({ kind: z.literal('changed-meanwhile') }),
])
export type ShopRefusal = z.infer<typeof ShopRefusal>
