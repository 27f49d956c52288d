import { cutTileKey } from '@cloudbank/core/engine'
import type { ShootView, Shot } from '../data'
import { lensTiles, type ShownTile } from './lensTiles'

/** A cut-out as it stands on the sheet. */
export type ShownCut = ShownTile<'cut-tile'>

/** The cut-outs of the sheet. */
export const {
  useTiles: useCutTiles,
  keyOf: cutKeyOf,
  useMaking: useCutting,
  setStopped: stopCutting,
} = lensTiles('cut-tile', cutTileKey, (name) => `${name} could not be cut.`)

/** The least sure first; those that were repaired or left whole come last. */
export const leastSureFirst = (
  shots: readonly Shot[],
  view: ShootView,
  tiles: ReadonlyMap<string, ShownCut>,
): Shot[] => {
  const sureness = (shot: Shot): number => tiles.get(cutKeyOf(shot, view))?.confidence01 ?? 2
  return [...shots].sort((a, b) => sureness(a) - sureness(b))
}
