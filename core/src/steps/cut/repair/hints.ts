import {
  FINDER_SIDE_PX,
  knownLookAt,
  knownLookWith,
  lookAt,
  lookWith,
  type Finder,
} from '../../../networks'
import type { PlaneF32, Size } from '../../../raster'
import type { Source } from '../../../source'
import { boxOfStroke, brushHold, identityOf, strokeAt, wholePixels } from '../../../strokes'
import { eachOf } from './eachOf'
import { boxBetween } from './solveBox'
import type { Repair, RepairOf } from './repairs'

/** Half the width of a stroke as the network is shown it, as shares of the square's side: it was trained on these. */
const RADIUS = { least: 0.008, most: 0.022 } as const

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
export function placesOf(hint: Hint, size: Size): number[] {
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
