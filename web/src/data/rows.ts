import { z } from 'zod'
import { Brief, BriefSteps, Touches } from '@cloudbank/core/brief'
import { FILE_TYPES } from '@cloudbank/core/codec'
import { FINDING_CODES, type Finding } from '@cloudbank/core/findings'
import { FORMATS, LightTouch } from '@cloudbank/core/steps'
import type { JobResults } from '@cloudbank/hosts/pool'

const Id = z.string().min(1)
const Time = z.number()
const BlobValue = z.instanceof(Blob)
const Box = z.object({ x: z.number(), y: z.number(), width: z.number(), height: z.number() })
const FindingValue = z.custom<Finding>(
  (value) => FINDING_CODES.some((code) => code === (value as { code?: unknown } | null)?.code), // unknown data
)

/** A body of photographs worked on together. */
export const Shoot = z.object({
  id: Id,
  name: z.string(),
  /** Day it is due, as YYYY-MM-DD. */
  dueOn: z.string().nullable(),
  createdAt: Time,
  briefId: Id,
  /** How file names lead to products, as `readName` has it; null until it is chosen. */
  namePattern: z.string().nullable(),
})
export type Shoot = z.infer<typeof Shoot>

/** One photograph in a shoot. */
export const Shot = z.object({
  id: Id,
  shootId: Id,
  fileName: z.string(),
  /** SHA-256 of the original. */
  originalHash: z.string(),
  sku: z.string().nullable(),
  angle: z.string().nullable(),
  width: z.number(),
  height: z.number(),
  bytes: z.number(),
  type: z.enum(FILE_TYPES),
  /** Place in the shoot. */
  order: z.number(),
  /** Place in the product's order, where the file name says it. */
  place: z.number().nullable(),
  /** What the last run found about the shot as a whole. */
  findings: z.array(FindingValue),
  /** Why the last run could not make its renditions; null when it could. */
  failure: z.string().nullable(),
  lightingId: Id.nullable(),
  /** Whether a lighting has been sought for it; a shot taken out of one is not put back. */
  sorted: z.boolean(),
  /** File name of an earlier shot that shows nearly the same. */
  twinOf: z.string().nullable(),
  touches: Touches,
  verdict: z
    .discriminatedUnion('kind', [
      z.object({ kind: z.literal('passed') }),
      z.object({ kind: z.literal('returned'), reason: z.string() }),
    ])
    .nullable(),
})
export type Shot = z.infer<typeof Shot>

/** A photograph's bytes, kept once however many shots use it. */
export const Original = z.object({ hash: Id, blob: BlobValue })
export type Original = z.infer<typeof Original>

export const Preview = z.object({
  hash: Id,
  blob: BlobValue,
  width: z.number(),
  height: z.number(),
})
export type Preview = z.infer<typeof Preview>

const Triple = z.tuple([z.number(), z.number(), z.number()])

/** A group of shots made under the same light. */
export const Lighting = z.object({
  id: Id,
  shootId: Id,
  name: z.string(),
  /** When its first shot was taken, as YYYY-MM-DDTHH:MM:SS; null where no file says. */
  takenAt: z.string().nullable(),
  /** The shot with a grey card or ball. */
  referenceShotId: Id.nullable(),
  /** The neutral that was read. */
  neutral: z
    .object({
      shotId: Id,
      spot: z.object({ x: z.number(), y: z.number(), radius: z.number() }),
      gains: Triple,
      lab: Triple,
      spread: z.number(),
      pixels: z.number(),
      readAt: Time,
    })
    .nullable(),
  /** Settings over the brief's for all of its shots. */
  light: LightTouch,
})
export type Lighting = z.infer<typeof Lighting>

/** What was measured of an original, once. */
export const MeasureRow = z.object({
  hash: Id,
  result: z.custom<JobResults['measure']>(
    (value) => typeof value === 'object' && value !== null && 'measures' in value,
  ),
})
export type MeasureRow = z.infer<typeof MeasureRow>

/** One row before and after: the fields that changed; null where there was or is no row. */
export const RowChange = z.object({
  table: z.enum(['shoots', 'shots', 'lightings', 'products', 'briefs']),
  id: Id,
  before: z.record(z.string(), z.unknown()).nullable(),
  after: z.record(z.string(), z.unknown()).nullable(),
})
export type RowChange = z.infer<typeof RowChange>

/** Something a person did, in words, and what it changed. */
export const Deed = z.object({
  id: z.number().optional(),
  shootId: Id,
  /** The shots that it is about, for their own histories; none for a change to the brief. */
  shotIds: z.array(Id),
  words: z.string(),
  changes: z.array(RowChange),
  at: Time,
  undone: z.boolean(),
  /** Deeds of one key in quick succession are one. */
  mergeKey: z.string().nullable(),
})
export type Deed = z.infer<typeof Deed>

/** A colour table that was brought in. */
export const CubeRow = z.object({ hash: Id, name: z.string(), text: z.string() })
export type CubeRow = z.infer<typeof CubeRow>

/** A file that was dropped and still has to be looked at. */
export const Arrival = z.object({
  id: z.number().optional(),
  shootId: Id,
  fileName: z.string(),
  blob: BlobValue,
  order: z.number(),
  sku: z.string().nullable(),
  angle: z.string().nullable(),
})
export type Arrival = z.infer<typeof Arrival>

/** A file that was not taken in, and why. */
export const Refusal = z.object({
  id: z.number().optional(),
  shootId: Id,
  fileName: z.string(),
  reason: z.string(),
})
export type Refusal = z.infer<typeof Refusal>

export const Product = z.object({
  /** shootId/sku */
  id: Id,
  shootId: Id,
  sku: z.string(),
  name: z.string(),
  brand: z.string(),
  type: z.string(),
  variant: z.string(),
  colour: z.string(),
  barcode: z.string(),
  price: z.string(),
  /** Every other column, by its heading. */
  more: z.record(z.string(), z.string()),
})
export type Product = z.infer<typeof Product>

export const BriefRow = z.object({ id: Id, brief: Brief })
export type BriefRow = z.infer<typeof BriefRow>

export const Rendition = z.object({
  /** shotId/placementId */
  id: Id,
  shotId: Id,
  shootId: Id,
  placementId: z.string(),
  /** `renditionKey` of the plan it was made by: another key means it is out of date. */
  key: z.string(),
  bytes: z.number(),
  width: z.number(),
  height: z.number(),
  format: z.enum(FORMATS),
  qualityPct: z.number(),
  productBox: Box.nullable(),
  window: Box,
  findings: z.array(FindingValue),
  madeAt: Time,
})
export type Rendition = z.infer<typeof Rendition>

/** A rendition's bytes, apart from what is known about it, so that lists need not load them. */
export const RenditionFile = z.object({ id: Id, blob: BlobValue })
export type RenditionFile = z.infer<typeof RenditionFile>

export const RUN_STATES = ['running', 'paused', 'stopped', 'finished'] as const

/** One pass over many shots. */
export const Run = z.object({
  id: Id,
  shootId: Id,
  /** The brief as it was when the run began. */
  steps: BriefSteps,
  shotIds: z.array(Id),
  doneShotIds: z.array(Id),
  state: z.enum(RUN_STATES),
  startedAt: Time,
  endedAt: Time.nullable(),
  /** Time spent working, pauses left out, in ms. */
  workedMs: z.number(),
  made: z.number(),
  failed: z.number(),
})
export type Run = z.infer<typeof Run>
