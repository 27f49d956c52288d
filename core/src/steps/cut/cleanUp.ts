import { CLASS } from './evidence'
import {
  components,
  planeU8,
  squaredDistance,
  type Component,
  type PlaneF32,
  type PlaneU8,
} from '../../raster'

/** A piece smaller than this share of the largest one goes, unless the finder is sure of it. */
const SMALL_PIECE = 0.12
const SURE = 0.75
/** However sure, a piece below this share of the largest is a speck. */
const SPECK = 0.004
/** Holes that lie deeper in the product than this share of the longer side … */
const DEEP = 0.05
/** … and are smaller than this share of the product are print or glints: filled. */
const SMALL_HOLE = 0.0012

/** Drops specks, stray pieces and what is left of a card's holder, and fills holes that are print or glints. Changes `labels`. */
export function cleanUp(labels: PlaneU8, probability: PlaneF32, classes: PlaneU8): void {
  dropPieces(labels, probability, classes)
  fillHoles(labels)
}

function dropPieces(labels: PlaneU8, probability: PlaneF32, classes: PlaneU8): void {
  const { labels: pieces, list } = components(labels, true)
  const largest = list.reduce((most, { area }) => Math.max(most, area), 0)
  const trust = new Float64Array(list.length)
  const beside = new Float64Array(list.length)
  for (let i = 0; i < pieces.length; i++) {
    const k = pieces[i]! - 1
    if (k < 0) continue
    trust[k]! += probability.data[i]!
    if (classes.data[i] === CLASS.beside) beside[k]!++
  }
  const kept = list.map(
    ({ area }, k) =>
      beside[k]! <= area / 2 &&
      (area >= SMALL_PIECE * largest || (area > SPECK * largest && trust[k]! > SURE * area)),
  )
  for (let i = 0; i < pieces.length; i++) if (pieces[i] && !kept[pieces[i]! - 1]) labels.data[i] = 0
}

function fillHoles(labels: PlaneU8): void {
  const outside = planeU8(labels)
  let product = 0
  for (let i = 0; i < outside.data.length; i++) {
    outside.data[i] = labels.data[i] ? 0 : 1
    product += labels.data[i]!
  }
  const { labels: holes, list } = components(outside)
  const isSmall = ({ area, touchesBorder }: Component): boolean =>
    !touchesBorder && area < SMALL_HOLE * product
  if (!list.some(isSmall)) return
  const open = planeU8(labels)
  for (let i = 0; i < holes.length; i++)
    open.data[i] = holes[i] && list[holes[i]! - 1]!.touchesBorder ? 1 : 0
  const away = squaredDistance(open)
  const nearest = list.map(() => Infinity)
  for (let i = 0; i < holes.length; i++)
    if (holes[i]) nearest[holes[i]! - 1] = Math.min(nearest[holes[i]! - 1]!, away.data[i]!)
  const deep = (DEEP * Math.max(labels.width, labels.height)) ** 2
  const filled = list.map((hole, k) => isSmall(hole) && (nearest[k]! > deep || hole.area < 8))
  for (let i = 0; i < holes.length; i++) if (holes[i] && filled[holes[i]! - 1]) labels.data[i] = 1
}
