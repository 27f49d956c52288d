import {
  FINDER_SIDE_PX,
  knownLookAt,
  knownLookWith,
  lookAt,
  lookWith,
  type Finder,
} from '../../../networks'
import {
  boxAbove,
  components,
  LINEAR,
  planeF32,
  planeU8,
  resamplePlane,
  squaredDistance,
  wholeOf,
  type PlaneF32,
  type PlaneU8,
  type PxBox,
  type Size,
} from '../../../raster'
import type { Source } from '../../../source'
import { boxOfStroke, brushHold, identityOf, strokeAt, wholePixels } from '../../../strokes'
import { eachOf } from './eachOf'
import { boxBetween } from './solveBox'
import type { Repair, RepairOf } from './repairs'

/** Half the width of a stroke as the network is shown it, as shares of the square's side: it was trained on these. */
const RADIUS = { least: 0.008, most: 0.022 } as const
/** A piece in which the network says otherwise is thicker than twice this share of the longer side: it is no rim. */
const THICK = 4 / 800
/** A piece touches a stroke that passes it as near as this share of the longer side. */
const NEAR = 4 / 800
/** A probability that has moved by this much is a change of mind. */
const TURNED = 0.2

/** A repair that tells the network something. */
export type Hint = RepairOf<'keep' | 'drop' | 'box'>

/** What the network says of a photograph, having been told. */
export interface HintedLook {
  /** What it was told, as text. */
  readonly key: string
  readonly hints: readonly Hint[]
  /** The probability of product, 0…1, on its square: told, and without a hint. */
  readonly map: PlaneF32
  readonly untold: PlaneF32
}

/**
 * Those of the repairs that tell the network something. A thinner stroke than it was trained on mends a rim; shown
 * wider than it is, it would say what is not true.
 */
export const hintsOf = (repairs: readonly Repair[]): Hint[] =>
  repairs.filter(
    (repair): repair is Hint =>
      repair.kind === 'box' ||
      ((repair.kind === 'keep' || repair.kind === 'drop') && repair.radius >= RADIUS.least),
  )

/** Asks the network again, told by these hints; it is asked once for each source and set of hints. */
export async function hintedLook(
  source: Source,
  finder: Finder,
  hints: readonly Hint[],
): Promise<HintedLook> {
  const key = keyOf(hints)
  const { map: untold } = await lookAt(source, finder)
  const { map } = await lookWith(source, finder, key, () => planesOf(hints))
  return { key, hints, map, untold }
}

/** What the network has answered already: to most of these hints, the first of them. Null where to none. */
export function knownLook(source: Source, hints: readonly Hint[]): HintedLook | null {
  for (let count = hints.length; count > 0; count--) {
    const told = hints.slice(0, count)
    const known = knownLookWith(source, keyOf(told))
    const untold = knownLookAt(source)
    if (known && untold)
      return { key: keyOf(told), hints: told, map: known.map, untold: untold.map }
  }
  return null
}

const keyOf = (hints: readonly Hint[]): string => JSON.stringify(hints.map(identityOf))

/** Three planes of the network's square, each 0 or 1: product for sure, backdrop for sure, boxes about the product. */
export function planesOf(hints: readonly Hint[]): Float32Array {
  const square = { width: FINDER_SIDE_PX, height: FINDER_SIDE_PX }
  const pixels = square.width * square.height
  const planes = new Float32Array(3 * pixels)
  for (const hint of hints) {
    const plane = { keep: 0, drop: 1, box: 2 }[hint.kind]
    const shown =
      hint.kind === 'box' ? hint : { ...hint, radius: Math.min(RADIUS.most, hint.radius) }
    for (const i of placesOf(shown, square)) planes[plane * pixels + i] = 1
  }
  return planes
}

/** The pixels of a raster of the photograph that a hint covers. */
function placesOf(hint: Hint, size: Size): number[] {
  const places: number[] = []
  if (hint.kind === 'box') {
    const box = wholePixels(boxBetween(hint, size), size)
    if (!box) return places
    for (let y = box.y; y < box.y + box.height; y++)
      for (let x = box.x; x < box.x + box.width; x++) places.push(y * size.width + x)
    return places
  }
  const stroke = strokeAt({ ...hint, hardness: 1 }, size)
  const window = wholePixels(boxOfStroke(stroke, 1), size)
  if (!window) return places
  const hold = brushHold(stroke, window)
  eachOf(size, window, (i, k) => hold.data[k]! > 0.5 && places.push(i))
  return places
}

/**
 * A cut with that about which the hints have changed the network's mind: of the pieces in which it now says otherwise,
 * thicker than a rim, those that a stroke touches and whose kind it names, and those in a box. What it had said before
 * is left out: the cut knew that and went by the backdrop.
 *
 * @param labels 1 for product.
 */
export function withHints(labels: PlaneU8, { map, untold, hints }: HintedLook): PlaneU8 {
  const likely = resamplePlane(map, wholeOf(map), planeF32(labels), LINEAR)
  const likelyBefore = resamplePlane(untold, wholeOf(untold), planeF32(labels), LINEAR)
  const hasTurned = (i: number, says: 0 | 1): boolean => {
    const share = (says === 1 ? 1 : -1) * (likely.data[i]! - likelyBefore.data[i]!)
    return likely.data[i]! > 0.5 === (says === 1) && share > TURNED
  }
  const result = planeU8(labels, labels.data.slice())
  const side = Math.max(labels.width, labels.height)
  for (const says of [1, 0] as const) {
    const telling = hints.filter(({ kind }) => kind !== (says === 1 ? 'drop' : 'keep'))
    if (telling.length === 0) continue
    const otherwise = planeU8(labels)
    for (let i = 0; i < otherwise.data.length; i++)
      otherwise.data[i] = labels.data[i] !== says && hasTurned(i, says) ? 1 : 0
    const window = windowAbout(otherwise)
    if (!window) continue
    const part = planeU8(window)
    eachOf(labels, window, (i, k) => (part.data[k] = otherwise.data[i]!))
    const { labels: pieces, list } = components(thickOf(part, THICK * side), true)
    const pieceOf = new Map<number, number>()
    eachOf(labels, window, (i, k) => pieces[k] && pieceOf.set(i, pieces[k]! - 1))
    const isTouched = list.map(() => false)
    for (const hint of telling) {
      const near = hint.kind === 'box' ? hint : { ...hint, radius: hint.radius + NEAR }
      for (const i of placesOf(near, labels)) {
        const piece = pieceOf.get(i)
        if (piece !== undefined) isTouched[piece] = true
      }
    }
    for (const [i, piece] of pieceOf) if (isTouched[piece]) result.data[i] = says
  }
  return result
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
