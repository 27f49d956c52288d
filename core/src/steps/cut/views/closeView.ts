import { baseSide, MATTE, servedBy, unpackMatte, type PackedMatte } from '../../../matte'
import {
  hexToLinear,
  pixelsOf,
  srgbOfLinear,
  type Box01,
  type HexColour,
  type PlaneF32,
  type Size,
  type SrgbRgba8,
} from '../../../raster'
import { LIFT } from '../lift'
import { defineView, type ViewedPart, type ViewedShot } from '../../view'
import { warmRepairs } from '../repair'
import { cutFacts, type CutFacts } from './cutFacts'

/** What a cut-out is looked at on, or what of it. */
export const CUT_LOOKS = ['grey', 'white', 'black', 'checker', 'alpha', 'outline'] as const
export type CutLook = (typeof CUT_LOOKS)[number]

const GROUNDS = { grey: '#808080', white: '#FFFFFF', black: '#000000' } as const satisfies Partial<
  Record<CutLook, HexColour>
>
/** Cells of the checker, in pixels of the picture, and its two greys. */
const CELL_PX = 10
const CHECKER = [255, 205] as const
/** What lies outside of the outline is shown this bright. */
const OUTSIDE = 0.55
/** Alphas that differ by more than this are cut another way. */
const CHANGED = 0.2

export interface CutViewOptions {
  /** The part of the photograph that is shown. */
  readonly window: Box01
  readonly size: Size
  readonly look: CutLook
  /** Draws with alpha of the base level and by what is known, and tells what has changed since the quick drawing before. */
  readonly quick: boolean
}

export interface CutViewFacts {
  /** What is known of the cut; null where Cut is off. */
  readonly matte: CutFacts | null
  /** Pixels that are cut another way than in the quick drawing before, 1 each; null where none are. */
  readonly changed: Uint8Array | null
}

/** What the quick drawing before showed, and which part. */
interface Seen {
  readonly part: string
  readonly alpha: PlaneF32
}

/** A part of a cut, closely. */
export const closeView = defineView<CutViewOptions, CutViewFacts>({
  reads: ({ window, size, quick }, mattes) => ({
    until: 'cut',
    scales: false,
    patience: quick ? 'goes by what is known' : 'asks',
    sides: quick
      ? []
      : sideFor(Math.max(size.width / window.width, size.height / window.height), mattes),
  }),
  draw: (shot, { window, size, look, quick }, before) => {
    const part = { window: pixelsOf(window, shot.source.size), size }
    const matte = shot.facts.of(MATTE)
    const alpha = shot.alpha(part)
    const known = matte && cutFacts(matte)
    if (!quick) warm(shot)
    if (!alpha)
      return {
        picture: photograph(shot, part),
        facts: { matte: known, changed: null },
        seen: before,
      }
    const picture = looked(shot, part, look, alpha)
    if (!quick) return { picture, facts: { matte: known, changed: null }, seen: before }
    const seen: Seen = { part: JSON.stringify([window, size]), alpha }
    const earlier = before as Seen | undefined // this view's own
    const changed = earlier?.part === seen.part ? changedBetween(earlier.alpha, alpha) : null
    return { picture, facts: { matte: known, changed }, seen }
  },
})

/** The photograph as it lies, with the whole of its dirt cleaned. */
const photograph = (shot: ViewedShot, part: ViewedPart): SrgbRgba8 =>
  srgbOfLinear(shot.draw(part, Infinity))

/** A cut-out on a ground. */
export function cutOutOn(shot: ViewedShot, part: ViewedPart, ground: HexColour | null): SrgbRgba8 {
  const lift = shot.facts.of(LIFT)
  const drawn = shot.draw(part, Infinity, {
    behind: { kind: 'transparent' },
    passes: lift ? [lift] : [],
  })
  return srgbOfLinear(drawn, ground === null ? null : hexToLinear(ground))
}

function looked(shot: ViewedShot, part: ViewedPart, look: CutLook, alpha: PlaneF32): SrgbRgba8 {
  switch (look) {
    case 'alpha':
      return greyOf(alpha)
    case 'outline':
      return outlined(photograph(shot, part), alpha)
    case 'checker':
      return onChecker(cutOutOn(shot, part, null))
    case 'grey':
    case 'white':
    case 'black':
      return cutOutOn(shot, part, GROUNDS[look])
  }
}

/** Makes ready for strokes: the first one is as fast as the others. */
function warm({ source, mattes, memory }: ViewedShot): void {
  const base = [...mattes.values()].find(
    (matte) => matte.kind === 'cut' && matte.alpha.sidePx === baseSide(source.size),
  )
  if (base) warmRepairs(source, unpackMatte(base, [], memory))
}

/** What is wanted, as far as a level that was kept serves it: no level is cut anew to be looked at. */
function sideFor(wanted: number, mattes: ReadonlyMap<string, PackedMatte>): number[] {
  const kept = [...mattes.values()].flatMap((matte) =>
    matte.kind === 'cut' ? [servedBy(matte.alpha.sidePx)] : [],
  )
  if (kept.length === 0) return [wanted]
  kept.sort((a, b) => a - b)
  return [kept.find((served) => served >= wanted) ?? kept.at(-1)!]
}

function greyOf(alpha: PlaneF32): SrgbRgba8 {
  const { width, height } = alpha
  const data = new Uint8ClampedArray(width * height * 4)
  for (let i = 0, p = 0; i < alpha.data.length; i++, p += 4) {
    data[p] = data[p + 1] = data[p + 2] = 255 * alpha.data[i]!
    data[p + 3] = 255
  }
  return { format: 'rgba-u8-srgb', width, height, data }
}

/** Changes the picture: what is outside grows dim, and the ½ line is drawn in white beside black. */
function outlined(picture: SrgbRgba8, alpha: PlaneF32): SrgbRgba8 {
  const { width, height, data } = picture
  const inside = (x: number, y: number): boolean =>
    alpha.data[
      Math.min(height - 1, Math.max(0, y)) * width + Math.min(width - 1, Math.max(0, x))
    ]! > 0.5
  for (let y = 0, p = 0; y < height; y++)
    for (let x = 0; x < width; x++, p += 4) {
      const own = inside(x, y)
      const border =
        inside(x - 1, y) !== own ||
        inside(x + 1, y) !== own ||
        inside(x, y - 1) !== own ||
        inside(x, y + 1) !== own
      if (border) data[p] = data[p + 1] = data[p + 2] = own ? 255 : 0
      else if (!own) for (let c = 0; c < 3; c++) data[p + c]! *= OUTSIDE
    }
  return picture
}

/** Changes the picture: lays it on a checker. */
function onChecker(picture: SrgbRgba8): SrgbRgba8 {
  const { width, height, data } = picture
  for (let y = 0, p = 0; y < height; y++)
    for (let x = 0; x < width; x++, p += 4) {
      const a = data[p + 3]! / 255
      const cell = CHECKER[(Math.floor(x / CELL_PX) + Math.floor(y / CELL_PX)) % 2]!
      for (let c = 0; c < 3; c++) data[p + c] = data[p + c]! * a + cell * (1 - a)
      data[p + 3] = 255
    }
  return picture
}

/** Where two alphas of one size differ by more than a fifth: 1, else 0; null where they nowhere do. */
export function changedBetween(before: PlaneF32, after: PlaneF32): Uint8Array | null {
  const changed = Uint8Array.from(after.data, (a, i) =>
    Math.abs(a - before.data[i]!) > CHANGED ? 1 : 0,
  )
  return changed.includes(1) ? changed : null
}
