import {
  boxAbove,
  components,
  LINEAR,
  planeF32,
  planeU8,
  resamplePlane,
  squaredDistance,
  wholeOf,
  type PlaneU8,
  type PxBox,
  type Size,
} from '../../../raster'
import { wholePixels } from '../../../strokes'
import { eachOf } from './eachOf'
import { placesOf, type HintedLook } from './hints'

/** A piece in which the network says otherwise is thicker than twice this share of the longer side: it is no rim. */
const THICK = 4 / 800
/** A piece touches a stroke that passes it as near as this share of the longer side. */
const NEAR = 4 / 800
/** A probability that has moved by this much is a change of mind. */
const TURNED = 0.2

/**
 * A cut with what the network says where the hints name it, in pieces that are thicker than a rim. Where it has changed
 * its mind, a piece counts that a stroke touches, or that lies in a box. Where it had said so before, the cut knew that
 * and went by the backdrop: there a piece counts only if a stroke that keeps lies in it, for then the backdrop was
 * wrong. Not so of a stroke that drops: the network often misses a part that the backdrop shows.
 *
 * @param labels 1 for product.
 */
export function withHints(labels: PlaneU8, { map, untold, hints }: HintedLook): PlaneU8 {
  const likely = resamplePlane(map, wholeOf(map), planeF32(labels), LINEAR)
  const likelyBefore = resamplePlane(untold, wholeOf(untold), planeF32(labels), LINEAR)
  const result = planeU8(labels, labels.data.slice())
  for (const says of [1, 0] as const) {
    const telling = hints.filter(({ kind }) => kind !== (says === 1 ? 'drop' : 'keep'))
    if (telling.length === 0) continue
    const isOtherwise = (i: number): boolean =>
      labels.data[i] !== says && likely.data[i]! > 0.5 === (says === 1)
    const hasTurned = (i: number): boolean =>
      (says === 1 ? 1 : -1) * (likely.data[i]! - likelyBefore.data[i]!) > TURNED
    const turned = piecesWhere(labels, (i) => isOtherwise(i) && hasTurned(i))
    const touched = telling.flatMap((hint) => {
      const near = hint.kind === 'box' ? hint : { ...hint, radius: hint.radius + NEAR }
      return placesOf(near, labels).map((i) => turned[i]!)
    })
    setPieces(result, turned, new Set(touched), says)
    const keeping = telling.filter(({ kind }) => kind === 'keep')
    if (keeping.length === 0) continue
    const said = piecesWhere(labels, isOtherwise)
    const meant = keeping.map((hint) => pieceUnder(placesOf(hint, labels), said))
    setPieces(result, said, new Set(meant), says)
  }
  return result
}

/** The number of the piece in which each pixel is; 0 in none. */
type Pieces = Int32Array

function setPieces(
  labels: PlaneU8,
  pieces: Pieces,
  chosen: ReadonlySet<number>,
  says: 0 | 1,
): void {
  for (let i = 0; i < pieces.length; i++)
    if (pieces[i] && chosen.has(pieces[i]!)) labels.data[i] = says
}

/** The piece in which more than half of a hint lies; 0 where it lies in none. */
function pieceUnder(places: readonly number[], pieces: Pieces): number {
  const counts = new Map<number, number>()
  for (const i of places) counts.set(pieces[i]!, (counts.get(pieces[i]!) ?? 0) + 1)
  return [...counts].find(([, count]) => 2 * count > places.length)?.[0] ?? 0
}

/** The pieces of a mask that are thicker than a rim. */
function piecesWhere(size: Size, isIn: (i: number) => boolean): Pieces {
  const mask = planeU8(size)
  for (let i = 0; i < mask.data.length; i++) mask.data[i] = isIn(i) ? 1 : 0
  const pieces = new Int32Array(mask.data.length)
  const window = windowAbout(mask)
  if (!window) return pieces
  const part = planeU8(window)
  eachOf(size, window, (i, k) => (part.data[k] = mask.data[i]!))
  const thick = thickOf(part, THICK * Math.max(size.width, size.height))
  const { labels } = components(thick, true)
  eachOf(size, window, (i, k) => (pieces[i] = labels[k]!))
  return pieces
}

/** The part of a mask that holds all of it, with a pixel of what it isn't about it; null of none. */
function windowAbout(mask: PlaneU8): PxBox | null {
  const box = boxAbove(mask, 0)
  return (
    box &&
    wholePixels({ x: box.x - 1, y: box.y - 1, width: box.width + 2, height: box.height + 2 }, mask)
  )
}

/** A mask without what is thinner than twice the reach, in pixels. */
function thickOf(mask: PlaneU8, reach: number): PlaneU8 {
  const outside = planeU8(mask)
  for (let i = 0; i < outside.data.length; i++) outside.data[i] = 1 - mask.data[i]!
  const depth = squaredDistance(outside)
  const core = planeU8(mask)
  for (let i = 0; i < core.data.length; i++) core.data[i] = depth.data[i]! > reach * reach ? 1 : 0
  const away = squaredDistance(core)
  const limit = (reach + 1) ** 2
  const thick = planeU8(mask)
  for (let i = 0; i < thick.data.length; i++)
    thick.data[i] = mask.data[i] && away.data[i]! <= limit ? 1 : 0
  return thick
}
