import { z } from 'zod'

const id = <Name extends string>() => z.string().min(1).brand<Name>()

export const ShootId = id<'ShootId'>()
export type ShootId = z.infer<typeof ShootId>
export const ShotId = id<'ShotId'>()
export type ShotId = z.infer<typeof ShotId>
export const BriefId = id<'BriefId'>()
export type BriefId = z.infer<typeof BriefId>
export const LightingId = id<'LightingId'>()
export type LightingId = z.infer<typeof LightingId>
export const ProductId = id<'ProductId'>()
export type ProductId = z.infer<typeof ProductId>
export const RunId = id<'RunId'>()
export type RunId = z.infer<typeof RunId>
export const OutletId = id<'OutletId'>()
export type OutletId = z.infer<typeof OutletId>
export const RenditionId = id<'RenditionId'>()
export type RenditionId = z.infer<typeof RenditionId>
/** SHA-256 of a file's bytes, in hex. */
export const FileHash = id<'FileHash'>()
export type FileHash = z.infer<typeof FileHash>

const unique = (): string => crypto.randomUUID()

// Ids are made here and nowhere else; what comes from elsewhere is parsed.
export const newShootId = (): ShootId => ShootId.parse(unique())
export const newShotId = (): ShotId => ShotId.parse(unique())
export const newBriefId = (): BriefId => BriefId.parse(unique())
export const newLightingId = (): LightingId => LightingId.parse(unique())
export const newRunId = (): RunId => RunId.parse(unique())

/** A product is known by its SKU within its shoot. */
export const productId = (shootId: ShootId, sku: string): ProductId =>
  ProductId.parse(`${shootId}/${sku}`)

/** What a rendition is a version of: one use of a shot's picture by one brief. */
export interface Slot {
  readonly shotId: ShotId
  readonly briefId: BriefId
  /** Null for placements of the brief's own. */
  readonly outletId: OutletId | null
  readonly placementId: string
}

/** The name of a slot, the same for all of its versions. */
export const slotOf = ({ shotId, briefId, outletId, placementId }: Slot): string =>
  `${shotId}/${briefId}/${outletId ?? 'own'}/${placementId}`

/** The id of one version of a rendition. */
export const renditionId = (slot: Slot, version: number): RenditionId =>
  RenditionId.parse(`${slotOf(slot)}/${version}`)
