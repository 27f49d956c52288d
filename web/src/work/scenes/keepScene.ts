import type { SceneLight, SceneOrder } from '@cloudbank/core/scene'
import { database, type Database } from '../../data'
import { bringInPicture } from '../assets'
import type { MadeScene, SceneMaker } from './sceneMaker'

/** Longer side of a scene that is used, in pixels: more than a ground is drawn from nobody sees. */
const USED_PX = 2000

/** A scene as a ground names it, and its light. */
export interface KeptScene {
  readonly hash: string
  readonly name: string
  readonly light: SceneLight
}

/** Whole sides of a shape, the longer one so long. */
export const sizeOf = (ratio: number, longer: number): { width: number; height: number } => ({
  width: Math.max(16, Math.round(ratio >= 1 ? longer : longer * ratio)),
  height: Math.max(16, Math.round(ratio >= 1 ? longer / ratio : longer)),
})

/** Makes a scene that was chosen at its full size, and keeps it among the pictures for grounds. */
export async function keepSceneOf(
  make: SceneMaker,
  order: SceneOrder,
  db: Database = database,
): Promise<KeptScene> {
  const size = sizeOf(order.width / order.height, USED_PX)
  const made: MadeScene = await make({ ...order, ...size }, new AbortController().signal)
  const name = `${order.description.trim()} ${order.seed}`
  const file = new File([made.picture], `${name.replace(/[./\\]/g, ' ')}.png`, {
    type: 'image/png',
  })
  const { hash } = await bringInPicture(file, 'ground', db)
  await db.assets.update(hash, { name })
  return { hash, name, light: made.light }
}
