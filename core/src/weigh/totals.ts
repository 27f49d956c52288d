import type { PictureFacts } from './file/describePicture'
import { possibleBytes, type Rewritten } from './ways'

/** A picture that was weighed; what it could weigh is known once it was rewritten. */
export interface Weighed {
  readonly facts: PictureFacts | null
  readonly made: readonly Rewritten[] | null
}

export interface Totals {
  readonly pictures: number
  readonly nowBytes: number
  /** Rewritten sizes where they were made, guesses where not yet. */
  readonly possibleBytes: number
  /** Pictures of which it is only guessed. */
  readonly guessed: number
  /** Share of the page that its pictures are, 0…1; null where the rest is not known. */
  readonly ofPage01: number | null
  /** Share of the page that can go, 0…1; of its pictures where the rest is not known. */
  readonly gone01: number
}

/**
 * What a list of pictures weighs together, and could weigh.
 *
 * @param otherBytes what the page is made of besides pictures; null where that is not known.
 */
export function totalsOf(pictures: readonly Weighed[], otherBytes: number | null): Totals {
  const known = pictures.filter(({ facts }) => facts !== null)
  const share = guessedShare(pictures)
  let [now, possible, guessed] = [0, 0, 0]
  for (const { facts, made } of known) {
    now += facts!.bytes
    if (made) possible += possibleBytes(facts!, made)
    else {
      possible += facts!.bytes * share
      guessed += 1
    }
  }
  const page = now + (otherBytes ?? 0)
  return {
    pictures: known.length,
    nowBytes: now,
    possibleBytes: Math.round(possible),
    guessed,
    ofPage01: otherBytes === null || page === 0 ? null : now / page,
    gone01: page === 0 ? 0 : (now - possible) / page,
  }
}

/** What a shoot made of its photographs. */
export interface ShootTotals {
  /** Photographs that files were made of, and what they weigh. */
  readonly photographs: number
  readonly photographBytes: number
  /** Finished files, and what they weigh. */
  readonly files: number
  readonly fileBytes: number
  /** Time that runs worked on a photograph, in ms; null where no run did. */
  readonly eachMs: number | null
}

/** What a shoot's finished files weigh beside the photographs that they were made of. */
export function shootTotals(
  shots: readonly { readonly id: string; readonly bytes: number }[],
  files: readonly { readonly shotId: string; readonly bytes: number }[],
  runs: readonly { readonly done: number; readonly workedMs: number }[],
): ShootTotals {
  const made = new Set(files.map(({ shotId }) => shotId))
  const photographs = shots.filter(({ id }) => made.has(id))
  const sum = (sizes: readonly { readonly bytes: number }[]): number =>
    sizes.reduce((all, { bytes }) => all + bytes, 0)
  const done = runs.reduce((all, run) => all + run.done, 0)
  const worked = runs.reduce((all, run) => all + run.workedMs, 0)
  return {
    photographs: photographs.length,
    photographBytes: sum(photographs),
    files: files.length,
    fileBytes: sum(files),
    eachMs: done === 0 ? null : worked / done,
  }
}

/** What of a file is left by rewriting, where nothing says better: what photographs on pages usually come to. */
const USUAL_SHARE = 0.5

/** What is left of a file, guessed by those of the list that were rewritten. */
export function guessedShare(pictures: readonly Weighed[]): number {
  const made = pictures.filter(({ facts, made: ways }) => facts !== null && ways !== null)
  const before = made.reduce((sum, { facts }) => sum + facts!.bytes, 0)
  const after = made.reduce((sum, { facts, made: ways }) => sum + possibleBytes(facts!, ways!), 0)
  return before === 0 ? USUAL_SHARE : after / before
}

/** Seconds that so many bytes take over a line: its rate alone, without waiting for servers. */
export const secondsOver = (bytes: number, { bitsPerSecond }: { readonly bitsPerSecond: number }) =>
  (bytes * 8) / bitsPerSecond
