import { z } from 'zod'

// Places are fractions of the upright photograph's sides, lengths shares of its longer side: what was drawn
// at one scale means the same at every other, and on another photograph.

const Share = z.number().min(-1).max(2)
const Point = z.tuple([Share, Share])
export type Point = z.output<typeof Point>

/** The path of a brush. */
const Stroke = {
  points: z.array(Point).min(1).max(4000),
  /** Half the width of the brush. */
  radius: z.number().min(0.0002).max(0.25),
  /** The share of the brush that counts fully; beyond it its hold fades to nothing at the rim. */
  hardness: z.number().min(0).max(1),
}

const Node = z.strictObject({
  at: Point,
  /** Ends of the handles that lead in and out; at the node itself where the outline has a corner. */
  in: Point,
  out: Point,
})
export type PathNode = z.output<typeof Node>

/** One closed outline of cubic Bézier curves. */
const Outline = z.array(Node).min(2).max(2000)
export type Outline = z.output<typeof Outline>

const Listed = {
  /** Its place in the order in which repairs are done. */
  turn: z.number(),
  /** Whether it is left out for now. */
  hidden: z.boolean().default(false),
}

/** One thing that a person did to a cut. */
export const Repair = z.discriminatedUnion('kind', [
  /** Product is here, or none: the cut is solved again near the stroke, along edges. */
  z.strictObject({ kind: z.literal('keep'), ...Listed, ...Stroke }),
  z.strictObject({ kind: z.literal('drop'), ...Listed, ...Stroke }),
  /** Alpha itself is painted. */
  z.strictObject({ kind: z.literal('paint'), ...Listed, ...Stroke }),
  z.strictObject({ kind: z.literal('erase'), ...Listed, ...Stroke }),
  /** What is meant lies in this box, given by two of its corners. */
  z.strictObject({ kind: z.literal('box'), ...Listed, from: Point, to: Point }),
  /** The piece or the gap here is the other way round. */
  z.strictObject({ kind: z.literal('flip'), ...Listed, at: Point }),
  /** A stretch of the edge is moved outwards (inwards where negative), and made softer. */
  z.strictObject({
    kind: z.literal('edge'),
    ...Listed,
    ...Stroke,
    shift: z.number().min(-0.02).max(0.02),
    soften: z.number().min(0).max(0.02),
  }),
  /** The outline by hand: inside of it, by the even-odd rule, is product, and nothing else is. */
  z.strictObject({
    kind: z.literal('path'),
    ...Listed,
    outlines: z.array(Outline).min(1).max(200),
  }),
])
export type Repair = z.output<typeof Repair>
export type RepairKind = Repair['kind']
export type RepairOf<K extends RepairKind> = Extract<Repair, { kind: K }>

/** Repairs by names of their own, so that each can be changed or taken back without the others. */
export type Repairs = Readonly<Record<string, Repair>>

/** What a shot has of its own in Cut. */
export const CutOwn = z.strictObject({
  repairs: z
    .record(z.string(), Repair)
    .default({})
    .describe('What was done to this shot’s cut by hand.'),
})
export type CutOwn = z.output<typeof CutOwn>

/** The repairs that count, in the order in which they are done. */
export const repairsDone = (repairs: Repairs): Repair[] =>
  Object.entries(repairs)
    .filter(([, { hidden }]) => !hidden)
    .sort(([idA, a], [idB, b]) => a.turn - b.turn || (idA < idB ? -1 : 1))
    .map(([, repair]) => repair)

/** What a repair says, wherever it stands in the order. */
export const saysOf = ({ turn: _turn, hidden: _hidden, ...rest }: Repair): object => rest
