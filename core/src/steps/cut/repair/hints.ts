import {
  FINDER_SIDE_PX,
  knownLookAt,
  knownLookWith,
  lookAt,
  lookWith,
  type Finder,
} from '../../../networks'
import {
  components,
  LINEAR,
  planeF32,
  planeU8,
  resamplePlane,
  squaredDistance,
  wholeOf,
  type PlaneF32,
  type PlaneU8,
  type Size,
} from '../../../raster'
import type { Source } from '../../../source'
import { brushHold, identityOf, strokeAt, wholePixels } from '../../../strokes'
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
  const hold = brushHold(strokeAt({ ...hint, hardness: 1 }, size), wholeOf(size))
  for (let i = 0; i < hold.data.length; i++) if (hold.data[i]! > 0.5) places.push(i)
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
  for (const says of [1, 0] as const) {
    const otherwise = planeU8(
      labels,
      labels.data.map((label, i) => (label !== says && hasTurned(i, says) ? 1 : 0)),
    )
    const { labels: pieces, list } = components(thickOf(otherwise), true)
    const isTouched = list.map(() => false)
    for (const hint of hints) {
      if (hint.kind === (says === 1 ? 'drop' : 'keep')) continue
      const near = hint.kind === 'box' ? hint : { ...hint, radius: hint.radius + NEAR }
      for (const i of placesOf(near, labels)) if (pieces[i]) isTouched[pieces[i]! - 1] = true
    }
    for (let i = 0; i < pieces.length; i++)
      if (pieces[i] && isTouched[pieces[i]! - 1]) result.data[i] = says
  }
  return result
}

/** A mask without what is thin. */
function thickOf(mask: PlaneU8): PlaneU8 {
  const reach = THICK * Math.max(mask.width, mask.height)
  const depth = squaredDistance(
    planeU8(
      mask,
      mask.data.map((inside) => 1 - inside),
    ),
  )
  const core = planeU8(
    mask,
    Uint8Array.from(depth.data, (d) => (d > reach * reach ? 1 : 0)),
  )
  const away = squaredDistance(core)
  const limit = (reach + 1) ** 2
  return planeU8(
    mask,
    mask.data.map((inside, i) => (inside && away.data[i]! <= limit ? 1 : 0)),
  )
}
