import { z } from 'zod'
import { Brief, migrateBrief, Touches, touchesSchema } from '../../brief'
import { FILE_TYPES, MADE_FORMATS, type FileType, type Format } from '../../codec'
import type { AnyFinding } from '../../findings'
import { Outlet, type FinishedFile } from '../../outlets'
import { STEPS, type LightSettings } from '../../steps'
import {
  BriefId,
  FileHash,
  LightingId,
  OriginalHash,
  ProductId,
  RenditionId,
  RunId,
  ShootId,
  ShotId,
} from './ids'

const Time = z.number()
const Box = z.object({ x: z.number(), y: z.number(), width: z.number(), height: z.number() })
const FindingValue: z.ZodType<AnyFinding> = z.looseObject({ code: z.string() })
const Type = z.enum(FILE_TYPES as [FileType, ...FileType[]]) // there are some
export const MadeFormat = z.enum(MADE_FORMATS as [Format, ...Format[]]) // there are some

/** A brief of whichever version, brought up to date as it is read. */
export const StoredBrief = z.preprocess(migrateBrief, Brief)

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
  /** Whether photographs that come in are made by themselves once they are measured. */
  makesArrivals: z.boolean().default(false),
})
export type Shoot = z.infer<typeof Shoot>

/** One photograph in a shoot. */
export const Shot = z.object({
  id: ShotId,
  shootId: ShootId,
  fileName: z.string(),
  originalHash: OriginalHash,
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

/**
 * One version of a finished picture: which file it is, and of what. The newest that stands is `current`;
 * those before it stay `earlier` until they are swept.
 */
export const Rendition = z.object({
  id: RenditionId,
  shotId: ShotId,
  shootId: ShootId,
  briefId: BriefId,
  placementId: z.string(),
  version: z.number().int().min(1),
  standing: z.enum(['current', 'earlier']),
  /** `renditionKey` of the plan it was made by: another key means it is out of date. */
  key: z.string(),
  /** The key of the rendition in whose place it was put back: for as long as that would be made, it stands for it. */
  standsFor: z.string().nullable().default(null),
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
