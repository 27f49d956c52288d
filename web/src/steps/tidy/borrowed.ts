import type { Retouch, RetouchOf } from '@cloudbank/core/steps'

/** An area that was placed. */
export interface Placed {
  readonly id: string
  readonly work: RetouchOf<'borrow'>
}

export interface Borrowed {
  /** In the order in which they were placed. */
  readonly all: readonly Placed[]
  /** The one that is worked on: the one asked for, else the last. */
  readonly chosen: Placed | null
}

/** The areas that were borrowed on a shot. */
export function borrowedOf(
  works: Readonly<Record<string, Retouch>>,
  asked: string | null,
): Borrowed {
  const all = Object.entries(works)
    .flatMap(([id, work]) => (work.kind === 'borrow' ? [{ id, work }] : []))
    .sort((a, b) => a.work.turn - b.work.turn)
  return { all, chosen: all.find(({ id }) => id === asked) ?? all.at(-1) ?? null }
}
