import { performance } from 'node:perf_hooks'
import { MATERIALS, paintScene, SceneSpec, type Material } from '@cloudbank/core/scene'

const SIZE = { width: 2000, height: 2000 }
const ROUNDS = 3

/** Seconds that a scene of 2000 by 2000 pixels takes on one core, by its material before a wall of plaster: the median. */
export function sceneSeconds(): Readonly<Record<Material, number>> {
  const seconds = MATERIALS.map((floor) => {
    const spec = SceneSpec.parse({ floor, wall: 'plaster', wet01: 0.5 })
    const rounds = Array.from({ length: ROUNDS }, () => {
      const began = performance.now()
      paintScene(SIZE, spec)
      return (performance.now() - began) / 1000
    })
    return [floor, rounds.sort((a, b) => a - b)[1]!] as const
  })
  return Object.fromEntries(seconds) as Record<Material, number>
}
