import { tidyTileKey } from '@cloudbank/core/engine'
import type { ShootView, Shot } from '../data'
import { lensTiles, type ShownTile } from './lensTiles'

/** A strained picture as it stands on the sheet, with the dirt in it. */
export type ShownDirt = ShownTile<'tidy-tile'>

/** The strained pictures of the sheet. */
export const {
  useTiles: useTidyTiles,
  keyOf: tidyKeyOf,
  useMaking: useTidying,
  setStopped: stopTidying,
} = lensTiles('tidy-tile', tidyTileKey, (name) => `${name} could not be looked over.`)

/** The dirtiest first. */
export const dirtiestFirst = (
  shots: readonly Shot[],
  view: ShootView,
  tiles: ReadonlyMap<string, ShownDirt>,
): Shot[] => {
  const dirt = (shot: Shot): number => tiles.get(tidyKeyOf(shot, view))?.specks.length ?? -1
  return [...shots].sort((a, b) => dirt(b) - dirt(a))
}
