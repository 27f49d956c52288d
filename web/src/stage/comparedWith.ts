import type { ShootRows } from '@cloudbank/core/shoot'
import type { Shot } from '../data'

/** Shots that one is compared with at most: a middle of these is as good as one of thousands. */
const MAX_COMPARED = 24

/** The other shots with which one is compared: of its lighting, its product's first; of its product where it has none. */
export function comparedWith(shot: Shot, { shots }: Pick<ShootRows, 'shots'>): readonly Shot[] {
  const others = shots.filter(({ id }) => id !== shot.id)
  const ofProduct = others.filter(({ sku }) => shot.sku !== null && sku === shot.sku)
  if (shot.lightingId === null) return ofProduct.slice(0, MAX_COMPARED)
  const inLighting = others.filter(({ lightingId }) => lightingId === shot.lightingId)
  if (inLighting.length <= MAX_COMPARED) return inLighting
  const near = ofProduct.filter(({ lightingId }) => lightingId === shot.lightingId)
  const rest = inLighting.filter((other) => !near.includes(other))
  const step = Math.ceil(rest.length / Math.max(1, MAX_COMPARED - near.length))
  return [...near, ...rest.filter((_, i) => i % step === 0)].slice(0, MAX_COMPARED)
}
