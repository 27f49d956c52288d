import { createNodePool } from '@cloudbank/hosts/node'
import { scoreRepair, STROKING } from '../score/scoreRepair'
import type { ShootFolder } from '../shootFolder'

/** Shots that strokes are timed on. */
const SHOTS = 4

/** Milliseconds that a stroke of repair takes to solve on one core: median of simulated ones. */
export async function strokeMs(folder: ShootFolder, tell: (line: string) => void): Promise<number> {
  const pool = createNodePool(1)
  const photos = folder.photos.filter((_, i) => i % 4 === 1).slice(0, SHOTS)
  const { strokeMs: median } = await scoreRepair(STROKING, { ...folder, photos }, pool, tell)
  pool.dispose()
  return median
}
