import { meanOf } from '../table'

/** The measures of one shot, or their means. */
export type Measures = Record<string, number>

/** One shot, one way of doing it beside the peer's. */
export interface Compared<Fields extends Measures> {
  readonly own: Fields
  readonly peer: Fields
}

/** A shot's measures beside its name and the peer's. */
export type ShotScore<Fields extends Measures> = Fields extends unknown
  ? { readonly file: string; readonly peer: Fields } & Fields
  : never

export interface GroupMeans<Fields extends Measures> {
  readonly shots: number
  readonly mean: Fields
  readonly peer: Fields
}

/** What every scorecard prints as JSON. */
export interface Scorecard<Fields extends Measures> {
  readonly kind: string
  readonly set: string
  readonly mean: Fields
  readonly peer: { readonly name: string; readonly mean: Fields }
  /** Means of parts of the set, with the peer's beside them. */
  readonly groups: Readonly<Record<string, GroupMeans<Fields>>>
  readonly shots: readonly ShotScore<Fields>[]
}

/** Means over part of the shots. */
export function groupMeans<Fields extends Measures>(
  shots: readonly Compared<Fields>[],
): GroupMeans<Fields> {
  return {
    shots: shots.length,
    mean: meanOf(shots.map(({ own }) => own)),
    peer: meanOf(shots.map(({ peer }) => peer)),
  }
}

/** Standard deviation. */
export function deviation(values: readonly number[]): number {
  const middle = values.reduce((sum, v) => sum + v, 0) / values.length
  return Math.sqrt(values.reduce((sum, v) => sum + (v - middle) ** 2, 0) / values.length)
}
