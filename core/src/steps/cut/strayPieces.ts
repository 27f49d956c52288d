import { components, type PlaneF32, type PlaneU8 } from '../../raster'

/** A piece smaller than this share of the largest one goes, unless the finder is sure of it. */
const SMALL_PIECE = 0.12
const SURE = 0.75
/** However sure, a piece below this share of the largest is a speck. */
const SPECK = 0.004

/** Drops specks and stray pieces. Changes `labels`. */
export function dropStrayPieces(labels: PlaneU8, probability: PlaneF32): void {
  const { labels: pieces, list } = components(labels, true)
  const largest = list.reduce((most, { area }) => Math.max(most, area), 0)
  const trust = new Float64Array(list.length)
  for (let i = 0; i < pieces.length; i++)
    if (pieces[i]) trust[pieces[i]! - 1]! += probability.data[i]!
  const kept = list.map(
    ({ area }, k) =>
      area >= SMALL_PIECE * largest || (area > SPECK * largest && trust[k]! > SURE * area),
  )
  for (let i = 0; i < pieces.length; i++) if (pieces[i] && !kept[pieces[i]! - 1]) labels.data[i] = 0
}
