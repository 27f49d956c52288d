import { linearToLab, type Rgb } from '../../raster'
import { isPlausibleGrey } from './neutralGains'

/** What tells under which light a shot was made. */
export interface LightingClue {
  readonly id: string
  /** Local time as YYYY-MM-DDTHH:MM:SS; null where the file has none. */
  readonly takenAt: string | null
  readonly camera: string | null
  /** The backdrop's colour in linear light. */
  readonly backdrop: Rgb
  /** Share of the border that has this colour. */
  readonly backdropShare01: number
}

/** A run of shots made under one light. */
export interface LightingGroup<Key> {
  /** The lighting that it is, or null for a new one. */
  readonly key: Key | null
  readonly members: readonly LightingClue[]
}

/** A longer pause than this is another lighting. */
const PAUSE_MINUTES = 60
/** A grey backdrop whose colour differs by more than this in a*b*, at equal lightness, is too. */
const OTHER_CAST = 7
const PLAIN_SHARE = 0.85

/**
 * Sorts shots into lightings: those of one camera without a long pause, whose grey backdrops have one
 * cast. Shots without a time go with the one before them in the order given, if their cast allows it. One
 * shot alone makes no lighting where others of its time are.
 *
 * @param existing lightings with the shots that they hold; newcomers join them where they fit.
 */
export function groupLightings<Key>(
  existing: readonly LightingGroup<Key>[],
  newcomers: readonly LightingClue[],
): LightingGroup<Key>[] {
  const groups: { key: Key | null; members: LightingClue[] }[] = existing.map((group) => ({
    key: group.key,
    members: [...group.members],
  }))
  let last: (typeof groups)[number] | null = null
  const timed = newcomers
    .filter(({ takenAt }) => takenAt !== null)
    .sort((a, b) => (a.takenAt! < b.takenAt! ? -1 : 1))
  const place = (clue: LightingClue, candidates: readonly (typeof groups)[number][]): void => {
    const home = candidates.find((group) => castFits(clue, group.members))
    if (home) home.members.push(clue)
    last = home ?? { key: null, members: [clue] }
    if (!home) groups.push(last)
  }
  for (const clue of timed)
    place(
      clue,
      groups.filter(({ members }) => timeFits(clue, members)),
    )
  newcomers.forEach((clue, i) => {
    if (clue.takenAt !== null) return
    const before = newcomers[i - 1]
    const neighbour = groups.find(({ members }) => before && members.includes(before))
    place(clue, neighbour ? [neighbour] : groups.slice(0, 1))
  })
  return withoutLoners(groups)
}

/** An odd shot among others of its time and camera is of their lighting, whatever its backdrop looks like. */
function withoutLoners<Key>(groups: readonly LightingGroup<Key>[]): LightingGroup<Key>[] {
  const kept = groups.map((group) => ({ key: group.key, members: [...group.members] }))
  for (const group of kept) {
    const [loner] = group.members
    if (group.key !== null || group.members.length !== 1 || !loner || loner.takenAt === null)
      continue
    const home = kept.find(
      (other) => other !== group && other.members.length > 1 && timeFits(loner, other.members),
    )
    if (!home) continue
    home.members.push(loner)
    group.members.pop()
  }
  return kept.filter(({ key, members }) => key !== null || members.length > 0)
}

const minutesBetween = (a: string, b: string): number => Math.abs(minutesOf(a) - minutesOf(b))

function timeFits(clue: LightingClue, members: readonly LightingClue[]): boolean {
  return members.some(
    ({ takenAt, camera }) =>
      takenAt !== null &&
      camera === clue.camera &&
      minutesBetween(takenAt, clue.takenAt!) <= PAUSE_MINUTES,
  )
}

/** Whether a shot's grey backdrop has the cast of the group's; coloured backdrops fit anywhere. */
function castFits(clue: LightingClue, members: readonly LightingClue[]): boolean {
  const own = castOf(clue)
  const theirs = members.map(castOf).filter((cast) => cast !== null)
  if (!own || theirs.length === 0) return true
  const nearest = Math.min(...theirs.map(([a, b]) => Math.hypot(a - own[0], b - own[1])))
  return nearest <= OTHER_CAST
}

function castOf({ backdrop, backdropShare01 }: LightingClue): readonly [number, number] | null {
  if (backdropShare01 < PLAIN_SHARE || !isPlausibleGrey(backdrop)) return null
  // At one lightness, so that white and dark paper under one light compare.
  const scale = 0.5 / Math.max(...backdrop)
  const [, a, b] = linearToLab([backdrop[0] * scale, backdrop[1] * scale, backdrop[2] * scale])
  return [a, b]
}

/**
 * Minutes from 0000-03-01 to a local time, YYYY-MM-DDTHH:MM:SS, by the Gregorian calendar (Richards 2013, Calendars,
 * in the Explanatory Supplement to the Astronomical Almanac).
 */
function minutesOf(time: string): number {
  const [year = 0, month = 1, day = 1, hour = 0, minute = 0, second = 0] = time
    .split(/[-T:]/)
    .map(Number)
  // Years are counted from March, so that a leap day ends one.
  const y = month > 2 ? year : year - 1
  const fromMarch = (month + 9) % 12
  const days =
    365 * y +
    Math.floor(y / 4) -
    Math.floor(y / 100) +
    Math.floor(y / 400) +
    Math.floor((153 * fromMarch + 2) / 5) +
    day
  return (days * 24 + hour) * 60 + minute + second / 60
}
