import { z } from 'zod'
import { placementsOf, renditionKey, type Plan } from '@cloudbank/core/brief'
import { Rendition } from '@cloudbank/core/shoot'
import { HexColour } from '@cloudbank/core/raster'
import type { ErrorData } from '../pool'
import { sha256 } from '../pool/sha256'

/** A content's name in a store: the SHA-256 of its bytes, in hex. */
export const ContentHash = z.string().regex(/^[0-9a-f]{64}$/)

const isObject = (value: unknown): boolean => typeof value === 'object' && value !== null

/** What is to be made of one photograph, with everything large named by its hash. */
export const Order = z.object({
  /** What it makes: the same work has the same id, whoever orders it and however often. */
  id: ContentHash,
  /** What it is called where people look on. */
  name: z.string().max(500),
  /** Orders of one group take turns with those of the others. */
  group: z.string().max(200),
  /** Before all that is not urgent. */
  urgent: z.boolean(),
  plan: z.custom<Plan>(isObject),
  /** Ids of the placements to make. */
  only: z.array(z.string()),
  source: ContentHash,
  assets: z.array(ContentHash),
  mattes: z.array(ContentHash),
  look: ContentHash.nullable(),
})
export type Order = z.infer<typeof Order>

/** Everything that an order names. */
export const contentsOf = ({ source, assets, mattes, look }: Order): string[] => [
  ...new Set([source, ...assets, ...mattes, ...(look === null ? [] : [look])]),
]

/** One file of an order that is made; its bytes lie beside it, under its hash. */
const MadeFile = Rendition.pick({
  placementId: true,
  format: true,
  width: true,
  height: true,
  qualityPct: true,
  productBox: true,
  window: true,
  findings: true,
  finished: true,
}).extend({
  hash: ContentHash,
  ground: HexColour.nullable(),
  likeness: z.number().nullable(),
  finished: z.custom<NonNullable<Rendition['finished']>>(isObject),
})

/** What came of an order. */
export const MadeOrder = z.object({
  renditions: z.array(MadeFile),
  /** Mattes that were made anew, by hash. */
  mattes: z.array(ContentHash),
  findings: Rendition.shape.findings,
})
export type MadeOrder = z.infer<typeof MadeOrder>

/** How far an order is. */
export const OrderState = z.discriminatedUnion('kind', [
  /** Nobody here knows of it: it was never placed, or has been forgotten. */
  z.object({ kind: z.literal('unknown') }),
  z.object({ kind: z.literal('waiting') }),
  z.object({ kind: z.literal('working') }),
  z.object({ kind: z.literal('made') }),
  z.object({ kind: z.literal('failed'), error: z.custom<ErrorData>(isObject) }),
])
export type OrderState = z.infer<typeof OrderState>

/** What an order is answered with. */
export const PlacedOrder = z.object({
  /** Contents to be brought first; the order is placed once none is missing. */
  missing: z.array(ContentHash),
})
export type PlacedOrder = z.infer<typeof PlacedOrder>

/**
 * The id of what a plan makes: of its settings and of the keys of its renditions, which hold the engine's numbers, so
 * that another version of the engine makes it anew.
 */
export function orderIdOf(plan: Plan, only: readonly string[]): Promise<string> {
  const keys = placementsOf(plan)
    .filter(({ id }) => only.includes(id))
    .map((placement) => renditionKey(plan, placement))
  return sha256(new TextEncoder().encode(JSON.stringify({ plan, only, keys })))
}
