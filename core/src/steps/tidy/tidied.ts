import { defineNote, digest } from '../../memory'
import type { PxBox, Size } from '../../raster'
import { Sheet, withPatches, withSheet, type Patch, type Source } from '../../source'
import { boxOfStroke, doneOf, identityOf, strokeAt, type Point } from '../../strokes'
import { cleanedPatches } from './dirt'
import type { TidySettings } from './settings'
import { patchesOf } from './tools'
import type { TidyOwn, Retouch } from './retouches'

/** Pixels of works that are remembered of one photograph, in bytes; what is further back is done again. */
const KEPT_BYTES = 256e6
/** Sheets that are remembered of one photograph: they share the tiles that are alike. */
const KEPT_SHEETS = 4
/** A work looks at what lies within so many times its radius, and so many pixels, about it: where it takes surface from. */
const LOOKS = { radii: 9, px: 100 } as const

/** What has been worked out of a photograph: works by their names, and what some of them in a row came to. */
interface WorkedOut {
  readonly patches: Map<string, Patch[]>
  bytes: number
  /** The newest last. */
  readonly sheets: { readonly keys: readonly string[]; readonly sheet: Sheet }[]
}

const WORKED_OUT = defineNote<WorkedOut>('retouches worked out')

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
  { works, refused }: TidyOwn,
  sidePx: number,
  checkpoint: () => void,
  onRetouch?: (done: number, total: number) => void,
): Source {
  const done = doneOf(works)
  const clean = (side: number): Patch[] =>
    cleanedPatches(source, settings, refused, side, checkpoint)
  const known = source.memory.of<WorkedOut>(source, WORKED_OUT, () => ({
    patches: new Map(),
    bytes: 0,
    sheets: [],
  }))
  const keys = keysOf(done, source.size, settings, refused)
  const begun = begunWith(known, keys)
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
      sheet.lay(remembered(known, keys[at]!, make))
      onRetouch?.(at - first + 1, keys.length - first)
    }
    known.sheets.push({ keys, sheet })
    if (known.sheets.length > KEPT_SHEETS) known.sheets.shift()
  }
  return withSheet(withPatches(source, clean(sidePx)), sheet)
}

/** The sheet that holds most of some works, and nothing else. */
function begunWith(
  { sheets }: WorkedOut,
  keys: readonly string[],
): WorkedOut['sheets'][number] | null {
  const holding = sheets.filter(
    (kept) => kept.keys.length <= keys.length && kept.keys.every((key, i) => key === keys[i]),
  )
  return holding.sort((a, b) => b.keys.length - a.keys.length)[0] ?? null
}

function remembered(known: WorkedOut, key: string, make: () => Patch[]): Patch[] {
  const there = known.patches.get(key)
  const patches = there ?? make()
  // The newest used stand last.
  known.patches.delete(key)
  known.patches.set(key, patches)
  if (!there) known.bytes += bytesOf(patches)
  for (const [oldest, kept] of known.patches) {
    if (known.bytes <= KEPT_BYTES || oldest === key) break
    known.patches.delete(oldest)
    known.bytes -= bytesOf(kept)
  }
  return patches
}

const bytesOf = (patches: readonly Patch[]): number =>
  patches.reduce((sum, { picture }) => sum + picture.data.byteLength, 0)

/**
 * Names of works by what their patches depend on: the work itself, what was cleaned, and the works before it that it can
 * see, which are named in the same way.
 */
function keysOf(
  done: readonly Retouch[],
  size: Size,
  { specks, largestPct }: TidySettings,
  refused: TidyOwn['refused'],
): string[] {
  const cleaned = specks === 'none' ? [] : [specks, largestPct, Object.values(refused)]
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
