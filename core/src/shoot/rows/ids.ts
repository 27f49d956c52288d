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
export const RenditionId = id<'RenditionId'>()
export type RenditionId = z.infer<typeof RenditionId>
/** SHA-256 of the bytes of a photograph as it came in, in hex. */
export const OriginalHash = id<'OriginalHash'>()
export type OriginalHash = z.infer<typeof OriginalHash>
/** SHA-256 of the bytes of a finished file, in hex. */
export const FileHash = id<'FileHash'>()
export type FileHash = z.infer<typeof FileHash>
/** SHA-256 of the bytes of a table or picture of the user's own, in hex. */
export const AssetHash = id<'AssetHash'>()
export type AssetHash = z.infer<typeof AssetHash>

/** A product is known by its SKU within its shoot. */
export const productId = (shootId: ShootId, sku: string): ProductId =>
  ProductId.parse(`${shootId}/${sku}`)

/** What a rendition is a version of: one use of a shot's picture by one brief. */
export interface Slot {
  readonly shotId: ShotId
  readonly briefId: BriefId
  /** As it is planned: that of an outlet's placement begins with the outlet's own id. */
  readonly placementId: string
}

/** The name of a slot, the same for all of its versions. */
export const slotOf = ({ shotId, briefId, placementId }: Slot): string =>
  `${shotId}/${briefId}/own/${placementId}`

/** The slot of which a rendition is a version. */
export const slotOfId = (id: RenditionId): string => id.slice(0, id.lastIndexOf('/'))

/** The id of one version of a rendition. */
export const renditionId = (slot: Slot, version: number): RenditionId =>
  RenditionId.parse(`${slotOf(slot)}/${version}`)
