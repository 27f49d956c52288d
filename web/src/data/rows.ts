import { z } from 'zod'
import { Touches } from '@cloudbank/core/brief'
import type { PackedMatte } from '@cloudbank/core/matte'
import { ShopPicture, ShopProduct } from '@cloudbank/core/live'
import { Outlet } from '@cloudbank/core/outlets'
import {
  AssetHash,
  BriefId,
  FileHash,
  MadeFormat,
  OriginalHash,
  RunId,
  ShootId,
  ShotId,
  StoredBrief,
  type Measured,
} from '@cloudbank/core/shoot'
import { WeighedPicture, WeighOptions } from '@cloudbank/core/weigh'

const Time = z.number()
const BlobValue = z.instanceof(Blob)
const FileWordsValue = z.object({
  creator: z.string(),
  rights: z.string(),
  description: z.string(),
  alt: z.string(),
})

/** A photograph's bytes, kept once however many shots use it. */
export const Original = z.object({ hash: OriginalHash, blob: BlobValue })
export type Original = z.infer<typeof Original>

export const Preview = z.object({
  hash: OriginalHash,
  blob: BlobValue,
  width: z.number(),
  height: z.number(),
})
export type Preview = z.infer<typeof Preview>

/** What was measured of an original, once. */
export const MeasureRow = z.object({
  hash: OriginalHash,
  result: z.custom<Measured>(
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

/** A table or picture of the user's own that settings name: its file, by its hash. */
export const AssetRow = z.object({
  hash: AssetHash,
  /** What it is to the step that names it: “look”, “ground”. */
  role: z.string(),
  name: z.string(),
  blob: BlobValue,
})
export type AssetRow = z.infer<typeof AssetRow>

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
  /** What its shot has of its own from the beginning. */
  touches: Touches.optional(),
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
    hash: OriginalHash,
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
export const Hold = z.object({ id: z.enum(['measuring', 'intake', 'weighing']), held: z.boolean() })
export type Hold = z.infer<typeof Hold>

/** Room that is kept back for what must be written when the browser gives no more. */
export const Reserve = z.object({ id: z.literal('room'), blob: BlobValue })
export type Reserve = z.infer<typeof Reserve>

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
      words: FileWordsValue.nullable().default(null),
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

/** What the finder said of an original: it only saves time, and can be dropped. */
export const LookRow = z.object({ hash: OriginalHash, blob: BlobValue })
export type LookRow = z.infer<typeof LookRow>

/** What was worked out of an original by hand at one of its sizes: it only saves time, and can be dropped. */
export const WorkedOutRow = z.object({
  /** `${hash}/${width}×${height}`. */
  id: z.string(),
  blob: BlobValue,
  bytes: z.number(),
  at: Time,
})
export type WorkedOutRow = z.infer<typeof WorkedOutRow>

/** What pictures of a page, a folder or a shoot weighed on a day. */
export const WeighIn = z.object({
  id: z.string(),
  name: z.string(),
  at: Time,
  source: z.discriminatedUnion('kind', [
    /** Addresses of pages and pictures, to be fetched again when it is weighed again. */
    z.object({ kind: z.literal('addresses'), addresses: z.array(z.string()) }),
    z.object({ kind: z.literal('files') }),
    z.object({ kind: z.literal('shoot'), shootId: ShootId }),
  ]),
  options: WeighOptions,
  /** What the page is made of besides pictures, in bytes; null where that is not known. */
  otherBytes: z.number().nullable(),
  /** Milliseconds of work that weighing took. */
  workedMs: z.number(),
  /** The weigh-in of the same that came before; null for a first one. */
  beforeId: z.string().nullable(),
})
export type WeighIn = z.infer<typeof WeighIn>

/** One picture of a weigh-in. */
export const WeighedRow = WeighedPicture.extend({
  /** The weigh-in's id and the place in it. */
  id: z.string(),
  weighInId: z.string(),
  state: z.enum(['waiting', 'weighed', 'failed']),
  /** Where it is fetched from; null for a file that was given. */
  address: z.string().nullable(),
  /** The file as it came; null where there is none, or not yet. */
  blob: BlobValue.nullable(),
})
export type WeighedRow = z.infer<typeof WeighedRow>

/** The file of a picture rewritten, by the weigh-in's id and the hash of its bytes. */
export const WeighedFile = z.object({ id: z.string(), weighInId: z.string(), blob: BlobValue })
export type WeighedFile = z.infer<typeof WeighedFile>

/** A folder on the disk, of which a shoot takes in whatever arrives there. */
export const WatchedFolder = z.object({
  shootId: ShootId,
  handle: z.custom<FileSystemDirectoryHandle>((value) => typeof value === 'object'),
  /** Files that were taken in, by path, size and time. */
  taken: z.array(z.string()),
  standing: z.enum(['watching', 'asks', 'gone']),
})
export type WatchedFolder = z.infer<typeof WatchedFolder>

/** A shop that pictures are put live in, and who puts them there. */
export const ShopLink = z.object({
  id: z.literal('shop'),
  address: z.string(),
  key: z.string(),
  /** Who signs for what is put live. */
  by: z.string(),
})
export type ShopLink = z.infer<typeof ShopLink>

/** Products that were put live together, or that were taken back. */
export const GoLive = z.object({
  id: z.string(),
  shootId: ShootId,
  at: Time,
  by: z.string(),
  shop: ShopLink.pick({ address: true, key: true }),
  /** What the placement is called whose pictures went. */
  placement: z.string(),
  kind: z.enum(['put', 'take-back']),
  /** What is taken back; null for what is put live. */
  of: z.string().nullable(),
  state: z.enum(['running', 'paused', 'finished']),
})
export type GoLive = z.infer<typeof GoLive>

/** A picture on its way to a shop. */
export const LivePicture = ShopPicture.extend({
  shotId: ShotId.nullable(),
  /** The file it is made of as it leaves; null for one that is kept under its own hash. */
  from: z
    .object({ fileHash: FileHash, format: MadeFormat, words: FileWordsValue.nullable() })
    .nullable(),
})
export type LivePicture = z.infer<typeof LivePicture>

/** One product of a `GoLive`: what the shop is to show, and what it showed before. */
export const LiveItem = z.object({
  id: z.string(),
  goLiveId: z.string(),
  shootId: ShootId,
  product: z.string(),
  /** Null for a product that is taken down. */
  next: z.object({ title: z.string(), pictures: z.array(LivePicture) }).nullable(),
  before: ShopProduct.nullable(),
  state: z.enum(['waiting', 'done', 'refused', 'failed']),
  /** Why not, by the name of a picture; an empty name for the product as a whole. */
  reasons: z.array(z.object({ name: z.string(), reason: z.string() })),
  /** The product's version in the shop once it is done; null where it is not there. */
  version: z.string().nullable(),
})
export type LiveItem = z.infer<typeof LiveItem>

/** A row that could not be read, kept as it is. */
export const SetAside = z.object({
  id: z.number().optional(),
  table: z.string(),
  row: z.unknown(),
  problem: z.string(),
  at: Time,
})
export type SetAside = z.infer<typeof SetAside>
