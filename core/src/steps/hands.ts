import type { CarryPlace } from '../strokes'

/** One thing that a person did to a shot by hand; they stand in an order, and can be hidden. */
export interface HandDone {
  readonly kind: string
  readonly turn: number
  readonly hidden: boolean
}

/** What a step's hands do. */
export interface Hands {
  /** The field of what a shot has of its own that holds it, by ids. */
  readonly field: string
  /** One of it: “repair”. */
  readonly noun: string
  /** All of it: “Cut repairs”. */
  readonly title: string
  /** What each kind is called in the history and in lists. */
  readonly words: Readonly<Record<string, string>>
  /** One of it as it would have been done to another photograph. */
  carried(one: HandDone, from: CarryPlace, to: CarryPlace): HandDone
}

/** What was done by hand to a shot in one step, by ids. */
export const handDone = (
  hands: Hands,
  own: Readonly<Record<string, unknown>> | undefined,
): Readonly<Record<string, HandDone>> =>
  (own?.[hands.field] ?? {}) as Readonly<Record<string, HandDone>> // of the step's own schema
