import { z } from 'zod'
import { SceneMatte } from './sceneMatte'

/** What floors and walls are made of. */
export const MATERIALS = [
  'slate',
  'stone',
  'linen',
  'felt',
  'boards',
  'sand',
  'water',
  'moss',
  'plaster',
  'terrazzo',
  'metal',
  'paper',
] as const
export type Material = (typeof MATERIALS)[number]

/** Everything that decides the pixels of a made scene; the same gives the same. */
export const SceneSpec = z.strictObject({
  floor: z.enum(MATERIALS).default('plaster'),
  /** What stands behind; null where the floor runs up endlessly. */
  wall: z.enum(MATERIALS).nullable().default(null),
  /** A colour word's share of it, as linear factors of red, green and blue. */
  tint: z.tuple([z.number(), z.number(), z.number()]).default([1, 1, 1]),
  /** How bright, in stops. */
  lightEv: z.number().min(-3).max(3).default(0),
  /** Where the light comes from: 0 from the right, 90 from behind, 180 from the left, −90 from the camera. */
  lightDeg: z.number().min(-180).max(180).default(135),
  /** −1 cold to 1 warm. */
  warmth: z.number().min(-1).max(1).default(0),
  /** Where floor and wall meet, as a share of the height from the top. */
  horizon01: z.number().min(0.1).max(0.9).default(0.52),
  /** The line that a product stands on, likewise: the scene is sharp there. Null where it isn't known. */
  base01: z.number().min(0.2).max(1).nullable().default(null),
  /** Where the product stands in it: no drop lies there. Null where it isn't known. */
  matte: SceneMatte.nullable().default(null),
  /** How blurred what lies far is, as a share of the height. */
  blur01: z.number().min(0).max(0.05).default(0.006),
  /** How wet it is: drops, and light mirrored in the floor. */
  wet01: z.number().min(0).max(1).default(0),
  /** How strong shadows of leaves are that fall over it. */
  leaves01: z.number().min(0).max(1).default(0),
  seed: z.number().int().min(0).max(0xffffffff).default(1),
})
export type SceneSpec = z.infer<typeof SceneSpec>
