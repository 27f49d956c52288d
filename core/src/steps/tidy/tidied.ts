import { digest } from '../../memory'
import type { PxBox, Size } from '../../raster'
import { Sheet, withPatches, withSheet, type Patch, type Source } from '../../source'
import { boxOfStroke, doneOf, identityOf, strokeAt, type Point } from '../../strokes'
import { cleanedPatches } from './dirt'
import type { TidySettings } from './settings'
import { patchesOf } from './tools'
import type { TidyOwn, Retouch } from './retouches'
import { workedOutOf } from './workedOut'

/** A work looks at what lies within so many times its radius, and so many pixels, about it: where it takes surface from. */
const LOOKS = { radii: 9, px: 100 } as const

/**
 * A photograph as it was tidied: what was cleaned, then what was done by hand, in its order. What has been worked out
 * before is remembered for as long as the photograph is open: one stroke more costs one stroke, one that is taken back
 * costs those that lay over it.
 *
 * @param onRetouch told how many have been worked out, of how many that had to be.
 */
export function tidiedAt(
  source: Source,
  settings: TidySettings,
  { works, ...said }: TidyOwn,
  sidePx: number,
  checkpoint: () => void,
  onRetouch?: (done: number, total: number) => void,
): Source {
  const done = doneOf(works)
  const clean = (side: number): Patch[] => cleanedPatches(source, settings, said, side, checkpoint)
  const known = workedOutOf(source)
  const keys = keysOf(done, source.size, settings, said)
  const begun = known.begunWith(keys)
  const sheet = begun?.sheet.fork() ?? new Sheet()
  const first = begun?.keys.length ?? 0
  if (first < keys.length) {
    // Works go by all that was cleaned, whatever is made of the photograph.
    const whole = withPatches(source, clean(Infinity))
    for (let at = first; at < keys.length; at++) {
      const make = (): Patch[] => {
        checkpoint()
        return patchesOf(withSheet(whole, sheet), done[at]!)
      }
      sheet.lay(known.patchesOf(keys[at]!, make))
      onRetouch?.(at - first + 1, keys.length - first)
    }
    known.keep({ keys, sheet })
  }
  return withSheet(withPatches(source, clean(sidePx)), sheet)
}

/**
 * Names of works by what their patches depend on: the work itself, what was cleaned, and the works before it that it can
 * see, which are named in the same way.
 */
function keysOf(
  done: readonly Retouch[],
  size: Size,
  { specks, largestPct }: TidySettings,
  { refused, accepted }: Omit<TidyOwn, 'works'>,
): string[] {
  const said = [Object.values(refused), Object.values(accepted)]
  const cleaned = specks === 'none' ? [] : [specks, largestPct, ...said]
  const boxes = done.map((work) => boxesOf(work, size))
  const keys: string[] = []
  done.forEach((work, at) => {
    const own = boxes[at]!
    const seen = keys.filter((_, k) =>
      boxes[k]!.some((earlier) => own.some((box) => overlaps(earlier, box))),
    )
    keys.push(digest(JSON.stringify([cleaned, identityOf(work), seen])))
  })
  return keys
}

/** What a work looks at and changes, in pixels. */
function boxesOf(work: Retouch, size: Size): PxBox[] {
  if (work.kind !== 'borrow') {
    const stroke = strokeAt(work, size)
    const band = 'band' in work ? 10 * work.band * Math.max(size.width, size.height) : 0
    return [boxOfStroke(stroke, LOOKS.radii * stroke.radius + band + LOOKS.px)]
  }
  const box = boxOfPoints(work.outline, size)
  const half = (work.scale * Math.hypot(box.width, box.height)) / 2 + 2
  const [x, y] = [work.to[0] * size.width, work.to[1] * size.height]
  return [box, { x: x - half, y: y - half, width: 2 * half, height: 2 * half }]
}

function boxOfPoints(points: readonly Point[], size: Size): PxBox {
  const at = points.map(([x, y]): Point => [x * size.width, y * size.height])
  return boxOfStroke({ points: at, radius: 2, hardness: 1 })
}

const overlaps = (a: PxBox, b: PxBox): boolean =>
  a.x < b.x + b.width && b.x < a.x + a.width && a.y < b.y + b.height && b.y < a.y + a.height
