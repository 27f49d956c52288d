import { z } from 'zod'
import { LISTED, Point, STROKE } from '../../../strokes'

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

/** One thing that a person did to a cut. */
export const Repair = z.discriminatedUnion('kind', [
  /** Product is here, or none: the cut is solved again near the stroke, along edges. */
  z.strictObject({ kind: z.literal('keep'), ...LISTED, ...STROKE }),
  z.strictObject({ kind: z.literal('drop'), ...LISTED, ...STROKE }),
  /** Alpha itself is painted. */
  z.strictObject({ kind: z.literal('paint'), ...LISTED, ...STROKE }),
  z.strictObject({ kind: z.literal('erase'), ...LISTED, ...STROKE }),
  /** Backdrop is seen through the product: alpha is the least that explains what is there. */
  z.strictObject({ kind: z.literal('seeThrough'), ...LISTED, ...STROKE }),
  /** What is meant lies in this box, given by two of its corners. */
  z.strictObject({ kind: z.literal('box'), ...LISTED, from: Point, to: Point }),
  /** The piece or the gap here is the other way round. */
  z.strictObject({ kind: z.literal('flip'), ...LISTED, at: Point }),
  /** A stretch of the edge is moved outwards (inwards where negative), and made softer. */
  z.strictObject({
    kind: z.literal('edge'),
    ...LISTED,
    ...STROKE,
    shift: z.number().min(-0.02).max(0.02),
    soften: z.number().min(0).max(0.02),
  }),
  /** The outline by hand: inside of it, by the even-odd rule, is product, and nothing else is. */
  z.strictObject({
    kind: z.literal('path'),
    ...LISTED,
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
