import { z } from 'zod'
import { LISTED, Point, STROKE } from '../../strokes'

/** A brush of so much strength. */
const BRUSHED = { ...LISTED, ...STROKE, strength: z.number().min(0).max(1) }
/** Where tone ends and grain begins, as a share of the photograph's longer side. */
const BAND = { band: z.number().min(0.0005).max(0.05) }

/** One thing that a person did to the photograph's surfaces. */
export const Retouch = z.discriminatedUnion('kind', [
  /** A flaw is rebuilt from around it. */
  z.strictObject({ kind: z.literal('mend'), ...LISTED, ...STROKE }),
  /** A clean area is laid over a flawed one. */
  z.strictObject({
    kind: z.literal('borrow'),
    ...LISTED,
    /** The outline of the clean area. */
    outline: z.array(Point).min(3).max(2000),
    /** Where the middle of its box comes to lie. */
    to: Point,
    turnDeg: z.number().min(-180).max(180),
    mirrored: z.boolean(),
    scale: z.number().min(0.1).max(10),
    /** Width of its soft rim, as a share of its smaller side. */
    soft: z.number().min(0).max(1),
    /** Whether it takes the tone of where it lies. */
    matched: z.boolean(),
    /** What was painted out of it afterwards, and in again: strokes at the place where it lies. */
    mask: z
      .array(z.strictObject({ ...STROKE, says: z.enum(['out', 'in']) }))
      .max(500)
      .default([]),
  }),
  /** Blotches and fine dirt go from a smooth surface; its edges and highlights stay. */
  z.strictObject({ kind: z.literal('calm'), ...BRUSHED }),
  /** Tone is smoothed, grain stays. */
  z.strictObject({ kind: z.literal('tone'), ...BRUSHED, ...BAND }),
  /** Grain is taken from beside, tone stays. */
  z.strictObject({ kind: z.literal('grain'), ...LISTED, ...STROKE, ...BAND }),
  /** The backdrop is swept here. */
  z.strictObject({ kind: z.literal('sweep'), ...BRUSHED }),
  z.strictObject({ kind: z.literal('blur'), ...BRUSHED }),
])
export type Retouch = z.output<typeof Retouch>
export type RetouchKind = Retouch['kind']
export type RetouchOf<K extends RetouchKind> = Extract<Retouch, { kind: K }>

/** What a shot has of its own in Tidy. */
export const TidyOwn = z.strictObject({
  works: z
    .record(z.string(), Retouch)
    .default({})
    .describe('What was retouched on this shot by hand.'),
  refused: z
    .record(z.string(), Point)
    .default({})
    .describe('Marks that were rejected as not being dirt.'),
  accepted: z
    .record(z.string(), Point)
    .default({})
    .describe('Marks that may be print, and were accepted as dirt.'),
})
export type TidyOwn = z.output<typeof TidyOwn>

export const isSweep = (work: Retouch): work is RetouchOf<'sweep'> => work.kind === 'sweep'
