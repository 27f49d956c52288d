import type { Point } from '../../strokes'
import { defineNote, type Note } from '../../memory'
import type { PxBox } from '../../raster'
import type { Patch, Source } from '../../source'
import { findSpecks, mendSpeck, type Speck, type Strength } from '../../specks'
import type { TidySettings } from './settings'

/** Dirt is seen from this contrast on once it is as small as it comes out, in code values. */
const SEEN = 4
/** A refusal is meant for what lies within this share of the longer side about it. */
const MEANT = 0.004

/** What is found on one photograph, and rebuilt once it is asked for. */
interface Dirt {
  readonly specks: readonly Speck[]
  readonly patches: (Patch[] | undefined)[]
}

const DIRT: Readonly<Record<Strength, Note<Dirt>>> = {
  gentle: defineNote('gentle dirt'),
  firm: defineNote('firm dirt'),
}

/** The dirt of a photograph: found once for as long as it is open. */
const dirtOf = (source: Source, strength: Strength): Dirt =>
  source.memory.of(source, DIRT[strength], () => {
    const specks = findSpecks(source, strength)
    return { specks, patches: Array<Patch[] | undefined>(specks.length) }
  })

/** A speck as it stands with these settings and refusals. */
export interface SpeckSeen {
  readonly window: PxBox
  readonly isRefused: boolean
}

type Asked = Pick<TidySettings, 'specks' | 'largestPct' | 'cleanAt'>
type Refused = Readonly<Record<string, Point>>

/** Specks that are not longer than is asked. */
function wanted(source: Source, strength: Strength, { largestPct }: Asked): [number, Speck][] {
  const { width, height } = source.size
  const longest = (largestPct / 100) * Math.max(width, height)
  return [...dirtOf(source, strength).specks.entries()].filter(
    ([, { window }]) => Math.max(window.width, window.height) <= longest,
  )
}

/** Whether a speck can still be seen where the photograph's longer side is so long, in pixels. */
export function isSeenAt(speck: Speck, source: Source, sidePx: number): boolean {
  const scale = Math.min(1, sidePx / Math.max(source.size.width, source.size.height))
  const long = Math.hypot(speck.window.width, speck.window.height)
  const own = speck.window.width / speck.width
  const area = speck.mask.reduce((sum, value) => sum + value, 0) * own * own
  // A pixel that is larger than it takes in what is beside it.
  const share = Math.min(1, (area / Math.max(1, long)) * scale) * Math.min(1, long * scale)
  return speck.contrast * share >= SEEN
}

const isRefused = (speck: Speck, source: Source, refused: Refused): boolean => {
  const { width, height } = source.size
  const reach = MEANT * Math.max(width, height)
  const { window } = speck
  return Object.values(refused).some(([x, y]) => {
    const [px, py] = [x * width, y * height]
    return (
      px >= window.x - reach &&
      px <= window.x + window.width + reach &&
      py >= window.y - reach &&
      py <= window.y + window.height + reach
    )
  })
}

/** All specks that settings ask about, those that were refused among them. */
export function specksSeen(source: Source, asked: Asked, refused: Refused): SpeckSeen[] {
  if (asked.specks === 'none') return []
  return wanted(source, asked.specks, asked).map(([, speck]) => ({
    window: speck.window,
    isRefused: isRefused(speck, source, refused),
  }))
}

/** Specks that are cleaned for a rendition in which the photograph's longer side is so long. */
function cleaned(source: Source, asked: Asked, refused: Refused, sidePx: number): number[] {
  const { specks, cleanAt } = asked
  if (specks === 'none') return []
  return wanted(source, specks, asked)
    .filter(
      ([, speck]) =>
        (cleanAt === 'photograph' || isSeenAt(speck, source, sidePx)) &&
        !isRefused(speck, source, refused),
    )
    .map(([index]) => index)
}

/** How many those are. */
export const countCleaned = (
  source: Source,
  asked: Asked,
  refused: Refused,
  sidePx: number,
): number => cleaned(source, asked, refused, sidePx).length

/**
 * What is laid over the photograph in their place.
 *
 * @param checkpoint called between specks; throws to stop.
 */
export function cleanedPatches(
  source: Source,
  asked: Asked,
  refused: Refused,
  sidePx: number,
  checkpoint: () => void,
): Patch[] {
  if (asked.specks === 'none') return []
  const { specks, patches } = dirtOf(source, asked.specks)
  return cleaned(source, asked, refused, sidePx).flatMap((index) => {
    const made = patches[index]
    if (made) return made
    checkpoint()
    return (patches[index] = mendSpeck(source, specks[index]!, specks))
  })
}
