import type { Point } from '../../strokes'
import { defineNote, type Note } from '../../memory'
import type { PxBox } from '../../raster'
import type { Patch, Source } from '../../source'
import { findSpecks, mendSpeck, type Speck, type Strength } from '../../specks'
import type { TidyOwn } from './retouches'
import type { TidySettings } from './settings'

/** Dirt is seen from this contrast on once it is as small as it comes out, in code values. */
const SEEN = 4
/** What was said about a mark is meant for what lies within this share of the longer side about it. */
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

/** What becomes of a mark: it is cleaned; it was rejected as dirt; or it may be print, and stays until it is accepted as dirt. */
export type MarkStanding = 'cleaned' | 'rejected' | 'asked'

/** A mark as it stands with these settings and what was said about it. */
export interface SpeckSeen {
  readonly window: PxBox
  readonly standing: MarkStanding
}

type Asked = Pick<TidySettings, 'specks' | 'largestPct' | 'cleanAt'>
/** What was said about marks by hand. */
type Said = Pick<TidyOwn, 'refused' | 'accepted'>

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

function standingOf(speck: Speck, source: Source, { refused, accepted }: Said): MarkStanding {
  if (isAmong(Object.values(refused), speck, source)) return 'rejected'
  if (!speck.mayBePrint || isAmong(Object.values(accepted), speck, source)) return 'cleaned'
  return 'asked'
}

/** Whether one of some places is meant for a speck. */
function isAmong(places: readonly Point[], { window }: Speck, { size }: Source): boolean {
  const reach = MEANT * Math.max(size.width, size.height)
  return places.some(([x, y]) => {
    const [px, py] = [x * size.width, y * size.height]
    return (
      px >= window.x - reach &&
      px <= window.x + window.width + reach &&
      py >= window.y - reach &&
      py <= window.y + window.height + reach
    )
  })
}

/** All specks that settings ask about, however they stand. */
export function specksSeen(source: Source, asked: Asked, said: Said): SpeckSeen[] {
  if (asked.specks === 'none') return []
  return wanted(source, asked.specks, asked).map(([, speck]) => ({
    window: speck.window,
    standing: standingOf(speck, source, said),
  }))
}

/** Specks of a standing that count for a rendition in which the photograph's longer side is so long. */
function standing(
  as: MarkStanding,
  source: Source,
  asked: Asked,
  said: Said,
  sidePx: number,
): number[] {
  const { specks, cleanAt } = asked
  if (specks === 'none') return []
  return wanted(source, specks, asked)
    .filter(
      ([, speck]) =>
        (cleanAt === 'photograph' || isSeenAt(speck, source, sidePx)) &&
        standingOf(speck, source, said) === as,
    )
    .map(([index]) => index)
}

/** How many those are. */
export const countStanding = (
  as: MarkStanding,
  source: Source,
  asked: Asked,
  said: Said,
  sidePx: number,
): number => standing(as, source, asked, said, sidePx).length

/**
 * What is laid over the photograph in their place.
 *
 * @param checkpoint called between specks; throws to stop.
 */
export function cleanedPatches(
  source: Source,
  asked: Asked,
  said: Said,
  sidePx: number,
  checkpoint: () => void,
): Patch[] {
  if (asked.specks === 'none') return []
  const { specks, patches } = dirtOf(source, asked.specks)
  return standing('cleaned', source, asked, said, sidePx).flatMap((index) => {
    const made = patches[index]
    if (made) return made
    checkpoint()
    return (patches[index] = mendSpeck(source, specks[index]!, specks))
  })
}
