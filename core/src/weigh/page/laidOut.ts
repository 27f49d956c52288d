import type { PictureUse } from './pictureUse'

/** Where a browser laid a picture out, in CSS pixels. */
export interface LaidOut {
  readonly address: string
  readonly widthPx: number
  readonly heightPx: number
  /** From the top of the page. */
  readonly topPx: number
  /** Whether it lies behind something, put there by a style sheet. */
  readonly isBackground: boolean
}

/**
 * What a page's HTML says of its pictures, put right by how it was laid out: the largest place that each was shown at,
 * the first place down the page. Backgrounds that its style sheets name are added; what takes no room stays as it was.
 */
export function withLayout(
  uses: readonly PictureUse[],
  laidOut: readonly LaidOut[],
): readonly PictureUse[] {
  const placed = new Map<string, LaidOut>()
  for (const one of laidOut.filter(({ widthPx, heightPx }) => widthPx > 0 && heightPx > 0)) {
    const before = placed.get(one.address)
    placed.set(one.address, before ? largerPlace(before, one) : one)
  }
  const known = new Set(uses.map(({ address }) => address))
  const added = [...placed.values()].filter(
    ({ address, isBackground }) => isBackground && !known.has(address),
  )
  return [
    ...uses.map((use) => placedAs(use, placed.get(use.address))),
    ...added.map((one, i) => placedAs(backgroundUse(one.address, uses.length + i), one)),
  ]
}

const largerPlace = (one: LaidOut, other: LaidOut): LaidOut => ({
  ...one,
  widthPx: Math.max(one.widthPx, other.widthPx),
  heightPx: Math.max(one.heightPx, other.heightPx),
  topPx: Math.min(one.topPx, other.topPx),
})

const placedAs = (use: PictureUse, place: LaidOut | undefined): PictureUse =>
  place
    ? { ...use, shownWidthPx: place.widthPx, shownHeightPx: place.heightPx, topPx: place.topPx }
    : use

/** A background decorates whatever it lies behind: it has no description to miss, and moves nothing. */
const backgroundUse = (address: string, order: number): PictureUse => ({
  address,
  shownWidthPx: null,
  shownHeightPx: null,
  topPx: null,
  hasSize: true,
  alt: '',
  lazy: false,
  hasChoice: false,
  order,
})
