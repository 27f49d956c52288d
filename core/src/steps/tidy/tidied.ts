import { defineNote } from '../../memory'
import type { PxBox, Size } from '../../raster'
import { withPatches, type Patch, type Source } from '../../source'
import { boxOfStroke, doneOf, identityOf, strokeAt, type Point } from '../../strokes'
import { cleanedPatches } from './dirt'
import type { TidySettings } from './settings'
import { patchesOf } from './tools'
import type { TidyOwn, Retouch } from './retouches'

/** Pixels of works that are remembered of one photograph, in bytes; what is further back is done again. */
const KEPT_BYTES = 256e6
/** A work looks at what lies within so many times its radius, and so many pixels, about it: where it takes surface from. */
const LOOKS = { radii: 9, px: 100 } as const

const WORKED_OUT = defineNote<Map<string, Patch[]>>('retouches worked out')

/**
 * A photograph as it was tidied: what was cleaned, then what was done by hand, in its order. What has been worked out
 * before is remembered for as long as the photograph is open: one stroke more costs one stroke, one that is taken back
 * costs those that lay over it.
 */
export function tidiedAt(
  source: Source,
  settings: TidySettings,
  { works, refused }: TidyOwn,
  sidePx: number,
  checkpoint: () => void,
): Source {
  const done = doneOf(works)
  const clean = (side: number): Patch[] =>
    cleanedPatches(source, settings, refused, side, checkpoint)
  // Works go by all that was cleaned, whatever is made of the photograph.
  const whole = done.length === 0 ? source : withPatches(source, clean(Infinity))
  const patches: Patch[] = []
  done.forEach((work, at) => {
    const key = keyOf(done, at, source.size, settings, refused)
    patches.push(
      ...remembered(source, key, () => {
        checkpoint()
        return patchesOf(withPatches(whole, patches), work)
      }),
    )
  })
  return withPatches(source, [...clean(sidePx), ...patches])
}

function remembered(source: Source, key: string, make: () => Patch[]): Patch[] {
  const ofSource = source.memory.of(source, WORKED_OUT, () => new Map<string, Patch[]>())
  const patches = ofSource.get(key) ?? make()
  // The newest used stand last.
  ofSource.delete(key)
  ofSource.set(key, patches)
  let bytes = [...ofSource.values()].reduce((sum, kept) => sum + bytesOf(kept), 0)
  for (const [oldest, kept] of ofSource) {
    if (bytes <= KEPT_BYTES || oldest === key) break
    ofSource.delete(oldest)
    bytes -= bytesOf(kept)
  }
  return patches
}

const bytesOf = (patches: readonly Patch[]): number =>
  patches.reduce((sum, { picture }) => sum + picture.data.byteLength, 0)

/** What a work's patches depend on: itself, what was cleaned, and the works before it that it can see. */
function keyOf(
  done: readonly Retouch[],
  at: number,
  size: Size,
  { specks, largestPct }: TidySettings,
  refused: TidyOwn['refused'],
): string {
  const own = done[at]!
  const seen: Retouch[] = []
  let boxes = boxesOf(own, size)
  for (let k = at - 1; k >= 0; k--) {
    const earlier = boxesOf(done[k]!, size)
    if (!earlier.some((one) => boxes.some((box) => overlaps(one, box)))) continue
    seen.push(done[k]!)
    boxes = [...boxes, ...earlier]
  }
  const cleaned = specks === 'none' ? [] : [specks, largestPct, Object.values(refused)]
  return JSON.stringify([cleaned, identityOf(own), ...seen.map((work) => identityOf(work))])
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
