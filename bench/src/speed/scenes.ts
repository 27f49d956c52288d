import { performance } from 'node:perf_hooks'
import { MATERIALS, paintScene, SceneSpec, type Material } from '@cloudbank/core/scene'

const SIZE = { width: 2000, height: 2000 }

/** Seconds that a scene of 2000 by 2000 pixels takes on one core, by its material before a wall of plaster. */
export function sceneSeconds(): Readonly<Record<Material, number>> {
  const seconds = MATERIALS.map((floor) => {
    const began = performance.now()
    paintScene(SIZE, SceneSpec.parse({ floor, wall: 'plaster', wet01: 0.5 }))
    return [floor, (performance.now() - began) / 1000] as const
  })
  return Object.fromEntries(seconds) as Record<Material, number> // of all of them
}
