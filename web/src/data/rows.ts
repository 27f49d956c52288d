import { z } from 'zod'
import { Brief, migrateBrief, Touches, touchesSchema } from '@cloudbank/core/brief'
import { FILE_TYPES, MADE_FORMATS, type FileType, type Format } from '@cloudbank/core/codec'
import type { AnyFinding } from '@cloudbank/core/findings'
import { Outlet, type FinishedFile } from '@cloudbank/core/outlets'
import type { PackedMatte } from '@cloudbank/core/matte'
import { STEPS, type LightSettings } from '@cloudbank/core/steps'
import type { JobResults } from '@cloudbank/hosts/pool'
import {
  BriefId,
  FileHash,
  LightingId,
  OutletId,
  ProductId,
  RenditionId,
  RunId,
  ShootId,
  ShotId,
} from './ids'

const Time = z.number()
const BlobValue = z.instanceof(Blob)
const Box = z.object({ x: z.number(), y: z.number(), width: z.number(), height: z.number() })
const FindingValue: z.ZodType<AnyFinding> = z.looseObject({ code: z.string() })
const Type = z.enum(FILE_TYPES as [FileType, ...FileType[]]) // there are some
const MadeFormat = z.enum(MADE_FORMATS as [Format, ...Format[]]) // there are some

/** A brief of whichever version, brought up to date as it is read. */
const StoredBrief = z.preprocess(migrateBrief, Brief)

/** A body of photographs worked on together. */
export const Shoot = z.object({
  id: ShootId,
  name: z.string(),
  /** Day it is due, as YYYY-MM-DD. */
  dueOn: z.string().nullable(),
  createdAt: Time,
  briefId: BriefId,
  /** How file names lead to products, as `readName` has it; null until it is chosen. */
  namePattern: z.string().nullable(),
  /** Where its pictures go: each as it was when it was chosen, changed for this shoot alone. */
  outlets: z.array(Outlet).default([]),
  /** Whether the placements of its brief are made, beside those of the outlets. */
  ownFiles: z.boolean().default(true),
  /** Whether each product has a folder of its own in a delivery. */
  productFolders: z.boolean().default(false),
})
export type Shoot = z.infer<typeof Shoot>

/** One photograph in a shoot. */
export const Shot = z.object({
  id: ShotId,
  shootId: ShootId,
  fileName: z.string(),
  originalHash: FileHash,
  sku: z.string().nullable(),
  angle: z.string().nullable(),
  width: z.number(),
  height: z.number(),
  bytes: z.number(),
  type: Type,
  /** Place in the shoot. */
  order: z.number(),
  /** Place in the product's order, where the file name says it. */
  place: z.number().nullable(),
  /** What the last run found about the shot as a whole. */
  findings: z.array(FindingValue),
  /** Why the last run could not make its renditions; null when it could. */
  failure: z.string().nullable(),
  lightingId: LightingId.nullable(),
  /** Whether a lighting has been sought for it; a shot taken out of one is not put back. */
  sorted: z.boolean(),
  /** File name of an earlier shot that shows nearly the same. */
  twinOf: z.string().nullable(),
  touches: Touches,
  /** What it is called and how it is described where a person wrote that, in place of the patterns. */
  words: z
    .object({ file: z.string().nullable(), alt: z.string().nullable() })
    .default({ file: null, alt: null }),
  /** Outlets, by their ids, that it is kept from, or goes to before others of its product. */
  going: z.record(z.string(), z.enum(['in', 'out'])).default({}),
  /** Other products that its picture shows just as well, by SKU. */
  alsoFor: z.array(z.string()).default([]),
  /** What a person made of it, and `of` which state; of those that were given before, that is not known. */
  verdict: z
    .discriminatedUnion('kind', [
      z.object({ kind: z.literal('passed'), of: z.string().optional() }),
      z.object({ kind: z.literal('returned'), reason: z.string(), of: z.string().optional() }),
    ])
    .nullable(),
})
export type Shot = z.infer<typeof Shot>

/** A photograph's bytes, kept once however many shots use it. */
export const Original = z.object({ hash: FileHash, blob: BlobValue })
export type Original = z.infer<typeof Original>

export const Preview = z.object({
  hash: FileHash,
  blob: BlobValue,
  width: z.number(),
  height: z.number(),
})
export type Preview = z.infer<typeof Preview>

const Triple = z.tuple([z.number(), z.number(), z.number()])
const LightTouch = touchesSchema(STEPS.filter(({ id }) => id === 'light')).transform(
  ({ light }) => light ?? {},
)

/** A group of shots made under the same light. */
export const Lighting = z.object({
  id: LightingId,
  shootId: ShootId,
  name: z.string(),
  /** When its first shot was taken, as YYYY-MM-DDTHH:MM:SS; null where no file says. */
  takenAt: z.string().nullable(),
  /** The shot with a grey card or ball. */
  referenceShotId: ShotId.nullable(),
  /** The neutral that was read. */
  neutral: z
    .object({
      shotId: ShotId,
      spot: z.object({ x: z.number(), y: z.number(), radius: z.number() }),
      gains: Triple,
      lab: Triple,
      spread: z.number(),
      pixels: z.number(),
      readAt: Time,
    })
    .nullable(),
  /** Settings over the brief's for all of its shots. */
  light: z.preprocess((light) => ({ light }), LightTouch) as unknown as z.ZodType<
    Partial<LightSettings>
  >, // the registry's own settings of Light
})
export type Lighting = z.infer<typeof Lighting>

/** What was measured of an original, once. */
export const MeasureRow = z.object({
  hash: FileHash,
  result: z.custom<JobResults['measure']>(
    (value) => typeof value === 'object' && value !== null && 'measures' in value,
  ),
})
export type MeasureRow = z.infer<typeof MeasureRow>

/** The tables that a history covers. */
export const DEED_TABLES = [
  'shoots',
  'shots',
  'lightings',
  'products',
  'briefs',
  'renditions',
] as const
export type DeedTable = (typeof DEED_TABLES)[number]

/**
 * One value of one row before and after. The path leads to the value; an empty one is the row itself. A
 * value that is missing was or is not there.
 */
export const Patch = z.object({
  table: z.enum(DEED_TABLES),
  id: z.string(),
  path: z.array(z.string()),
  before: z.unknown().optional(),
  after: z.unknown().optional(),
  /** When it was taken back, by a counter; null while it stands. */
  undoneAs: z.number().nullable(),
})
export type Patch = z.infer<typeof Patch>

/** Something a person did, in words, and what it changed. */
export const Deed = z.object({
  id: z.number().optional(),
  shootId: ShootId,
  words: z.string(),
  patches: z.array(Patch),
  /** The rows that it changed, as `rowRef` has them: by these it is found. */
  rows: z.array(z.string()),
  /** 1 while any of it is taken back and could be done again. */
  redoable: z.union([z.literal(0), z.literal(1)]),
  at: Time,
  /** Deeds of one key in quick succession are one. */
  mergeKey: z.string().nullable(),
})
export type Deed = z.infer<typeof Deed>

/** A colour table that was brought in. */
export const CubeRow = z.object({ hash: FileHash, name: z.string(), text: z.string() })
export type CubeRow = z.infer<typeof CubeRow>

/** A picture that was brought in to stand behind products. */
export const GroundRow = z.object({ hash: FileHash, name: z.string(), blob: BlobValue })
export type GroundRow = z.infer<typeof GroundRow>

/** A cut-out of many that are saved together: still to be made, made, or failed with a reason. */
export const CutOutItem = z.object({
  /** `${jobId}/${order}`. */
  id: z.string(),
  jobId: z.string(),
  shootId: ShootId,
  shotId: ShotId,
  /** Its name in the zip. */
  path: z.string(),
  format: z.enum(['png', 'webp', 'tiff', 'layers']),
  outcome: z.discriminatedUnion('state', [
    z.object({ state: z.literal('waiting') }),
    z.object({ state: z.literal('made'), blob: BlobValue }),
    z.object({ state: z.literal('failed'), reason: z.string() }),
  ]),
})
export type CutOutItem = z.infer<typeof CutOutItem>

/** A file that was dropped and still has to be looked at. */
export const Arrival = z.object({
  id: z.number().optional(),
  shootId: ShootId,
  kind: z.enum(['photograph', 'zip', 'shoot']),
  fileName: z.string(),
  blob: BlobValue,
  order: z.number(),
  sku: z.string().nullable(),
  angle: z.string().nullable(),
  /** Entries of a zip that have been taken out. */
  opened: z.number(),
  /** How often a worker ended over it. */
  tries: z.number(),
  /** One that is held is not tried again by itself. */
  state: z.enum(['waiting', 'held']),
  /** Why it is held; empty while it is not. */
  heldFor: z.string(),
})
export type Arrival = z.infer<typeof Arrival>

/** A file that was not taken in, and why. */
export const Refusal = z.object({
  id: z.number().optional(),
  shootId: ShootId,
  fileName: z.string(),
  reason: z.string(),
  /**
   * `refused` wants a person; `known` was here already; `coming` is being kept by the tab that it was
   * dropped on, and would be lost with it.
   */
  kind: z.enum(['refused', 'known', 'coming']),
  tab: z.string().optional(),
})
export type Refusal = z.infer<typeof Refusal>

/** A table of products that was dropped and is still to be looked at. */
export const ProductTable = z.object({
  id: z.number().optional(),
  shootId: ShootId,
  fileName: z.string(),
  blob: BlobValue,
})
export type ProductTable = z.infer<typeof ProductTable>

/** Something to be measured or sorted; gone when it has been. */
export const MeasureTask = z.discriminatedUnion('kind', [
  z.object({
    /** The shot's id. */
    id: z.string(),
    kind: z.literal('measure'),
    shootId: ShootId,
    hash: FileHash,
    fileName: z.string(),
  }),
  z.object({
    /** `sort/` and the shoot's id. */
    id: z.string(),
    kind: z.literal('sort'),
    shootId: ShootId,
  }),
])
export type MeasureTask = z.infer<typeof MeasureTask>

/** Work of the whole app that a person may hold; kept, so that every tab and every start honours it. */
export const Hold = z.object({ id: z.enum(['measuring', 'intake']), held: z.boolean() })
export type Hold = z.infer<typeof Hold>

export const Product = z.object({
  id: ProductId,
  shootId: ShootId,
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

export const BriefRow = z.object({ id: BriefId, brief: StoredBrief })
export type BriefRow = z.infer<typeof BriefRow>

/** What has left a shoot: its files as they were, and what was said of it by whoever received it. */
export const Delivery = z.object({
  id: z.string(),
  shootId: ShootId,
  at: Time,
  files: z.array(
    z.object({
      path: z.string(),
      shotId: ShotId,
      fileHash: FileHash,
      bytes: z.number(),
      outlet: z.string().nullable(),
      altText: z.string(),
      format: MadeFormat.nullable().default(null),
      /** What was written into it as it left. */
      words: z
        .object({
          creator: z.string(),
          rights: z.string(),
          description: z.string(),
          alt: z.string(),
        })
        .nullable()
        .default(null),
    }),
  ),
  verdict: z
    .discriminatedUnion('kind', [
      z.object({ kind: z.literal('accepted') }),
      z.object({ kind: z.literal('came-back'), note: z.string(), shotIds: z.array(ShotId) }),
    ])
    .nullable(),
})
export type Delivery = z.infer<typeof Delivery>

/** A brief that is kept to be used again, in any shoot. */
export const SavedBrief = z.object({ id: z.string(), brief: StoredBrief, savedAt: Time })
export type SavedBrief = z.infer<typeof SavedBrief>

/** An outlet of the person's own, to be chosen in any shoot. */
export const OutletRow = z.object({ id: z.string(), outlet: Outlet, savedAt: Time })
export type OutletRow = z.infer<typeof OutletRow>

/** A matte of one level, by the key of what made it, so that a changed Finish never cuts again. */
export const MatteRow = z.object({ key: z.string(), matte: z.custom<PackedMatte>() })
export type MatteRow = z.infer<typeof MatteRow>

/**
 * One version of a finished picture: which file it is, and of what. The newest that stands is `current`;
 * those before it stay `earlier` until they are swept.
 */
export const Rendition = z.object({
  id: RenditionId,
  shotId: ShotId,
  shootId: ShootId,
  briefId: BriefId,
  outletId: OutletId.nullable(),
  placementId: z.string(),
  version: z.number().int().min(1),
  standing: z.enum(['current', 'earlier']),
  /** `renditionKey` of the plan it was made by: another key means it is out of date. */
  key: z.string(),
  fileHash: FileHash,
  runId: RunId.nullable(),
  bytes: z.number(),
  width: z.number(),
  height: z.number(),
  format: MadeFormat,
  qualityPct: z.number(),
  productBox: Box.nullable(),
  window: Box,
  findings: z.array(FindingValue),
  /** What the file is, read from its bytes; null of those that were made before that was done. */
  finished: z.custom<FinishedFile>().nullable().default(null),
  madeAt: Time,
})
export type Rendition = z.infer<typeof Rendition>

/** A finished file, by its content: two renditions of the same bytes are one file. */
export const FileRow = z.object({ hash: FileHash, blob: BlobValue })
export type FileRow = z.infer<typeof FileRow>

export const RUN_STATES = ['running', 'paused', 'stopped', 'finished'] as const

/** One pass over many shots. Its shots are `RunItem`s. */
export const Run = z.object({
  id: RunId,
  shootId: ShootId,
  /** The brief as it was when the run began. */
  brief: StoredBrief,
  briefId: BriefId,
  state: z.enum(RUN_STATES),
  /** Why it was held by itself, in words; null when a person held it, or it is not held. */
  heldFor: z.string().nullable(),
  total: z.number(),
  done: z.number(),
  failed: z.number(),
  /** Renditions that were made. */
  made: z.number(),
  startedAt: Time,
  endedAt: Time.nullable(),
  /** Time spent working, pauses left out, in ms. */
  workedMs: z.number(),
})
export type Run = z.infer<typeof Run>

/** One shot of a run. */
export const RunItem = z.object({
  /** The run's id and the place in it. */
  id: z.string(),
  runId: RunId,
  shotId: ShotId,
  state: z.enum(['waiting', 'done', 'failed']),
})
export type RunItem = z.infer<typeof RunItem>

/** A row that could not be read, kept as it is. */
export const SetAside = z.object({
  id: z.number().optional(),
  table: z.string(),
  row: z.unknown(),
  problem: z.string(),
  at: Time,
})
export type SetAside = z.infer<typeof SetAside>
