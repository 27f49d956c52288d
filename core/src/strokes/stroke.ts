import { z } from 'zod'

// Places are fractions of the upright photograph's sides, lengths shares of its longer side: what was drawn
// at one scale means the same at every other, and on another photograph.

const Share = z.number().min(-1).max(2)
export const Point = z.tuple([Share, Share])
export type Point = z.output<typeof Point>

/** Half the width of a brush. */
export const BRUSH_RADIUS = { least: 0.0002, most: 0.25 } as const

/** The fields of a path of a brush. */
export const STROKE = {
  points: z.array(Point).min(1).max(4000),
  /** Half the width of the brush. */
  radius: z.number().min(BRUSH_RADIUS.least).max(BRUSH_RADIUS.most),
  /** The share of the brush that counts fully; beyond it its hold fades to nothing at the rim. */
  hardness: z.number().min(0).max(1),
}

/** The fields of whatever a person does one after the other, and may leave out for a while. */
export const LISTED = {
  /** Its place in the order in which things are done. */
  turn: z.number(),
  /** Whether it is left out for now. */
  hidden: z.boolean().default(false),
}

interface Listed {
  readonly turn: number
  readonly hidden: boolean
}

/** Those that count, in the order in which they are done. */
export const doneOf = <One extends Listed>(all: Readonly<Record<string, One>>): One[] =>
  Object.entries(all)
    .filter(([, { hidden }]) => !hidden)
    .sort(([idA, a], [idB, b]) => a.turn - b.turn || (idA < idB ? -1 : 1))
    .map(([, one]) => one)

/** What one says, wherever it stands in the order. */
export function identityOf<One extends Listed>(one: One): Omit<One, 'turn' | 'hidden'> {
  const { turn: _turn, hidden: _hidden, ...rest } = one
  return rest
}
