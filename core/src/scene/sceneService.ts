import { z } from 'zod'
import { SceneMatte } from './sceneMatte'

/** The longest side of a scene, in pixels. */
export const MAX_SCENE_PX = 4000

/** What a service that makes scenes is asked for. */
export const SceneOrder = z.strictObject({
  description: z.string().max(500),
  seed: z.number().int().min(0).max(0xffffffff),
  width: z.number().int().min(16).max(MAX_SCENE_PX),
  height: z.number().int().min(16).max(MAX_SCENE_PX),
  /** Where the light is to come from; as the description says where it is missing. */
  lightDeg: z.number().min(-180).max(180).optional(),
  /** Where floor and wall are to meet, as a share of the height from the top. */
  horizon01: z.number().min(0.1).max(0.9).optional(),
  /** The line that the product will stand on, as a share of the height from the top. */
  base01: z.number().min(0.2).max(1).optional(),
  /** Where the product will stand, in the picture that is ordered. */
  matte: SceneMatte.optional(),
})
export type SceneOrder = z.infer<typeof SceneOrder>

/** The light of a scene, by which a product is fitted into it. */
export const SceneLight = z.object({
  lightDeg: z.number(),
  warmth: z.number(),
  horizon01: z.number(),
})
export type SceneLight = z.infer<typeof SceneLight>

/** What the service says when it takes an order. */
export const SceneTicket = z.object({
  id: z.string(),
  /** Words of the description that mean nothing to it. */
  unknown: z.array(z.string()),
  /** What it charges, in its own credits. */
  cost: z.number(),
})
export type SceneTicket = z.infer<typeof SceneTicket>

/** How far an order is. */
export const SceneProgress = z.discriminatedUnion('state', [
  z.object({ state: z.literal('making'), done01: z.number().min(0).max(1) }),
  z.object({ state: z.literal('made'), light: SceneLight }),
  z.object({ state: z.literal('failed'), reason: z.string() }),
])
export type SceneProgress = z.infer<typeof SceneProgress>
