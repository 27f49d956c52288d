export type { Measured } from './measured'
export {
  AssetHash,
  BriefId,
  FileHash,
  LightingId,
  OriginalHash,
  ProductId,
  productId,
  RenditionId,
  renditionId,
  RunId,
  ShootId,
  ShotId,
  slotOf,
  slotOfId,
  type Slot,
} from './ids'
export {
  BriefRow,
  Lighting,
  MadeFormat,
  Product,
  Rendition,
  Shoot,
  Shot,
  StoredBrief,
} from './rows'
export type { ShootRows } from './shootRows'
