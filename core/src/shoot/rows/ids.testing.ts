import {
  AssetHash,
  BriefId,
  FileHash,
  LightingId,
  OriginalHash,
  RenditionId,
  RunId,
  ShootId,
  ShotId,
} from './ids'

// Short ids for tests.
export const shootId = (id: string): ShootId => ShootId.parse(id)
export const shotId = (id: string): ShotId => ShotId.parse(id)
export const briefId = (id: string): BriefId => BriefId.parse(id)
export const runId = (id: string): RunId => RunId.parse(id)
export const lightingId = (id: string): LightingId => LightingId.parse(id)
export const originalHash = (hash: string): OriginalHash => OriginalHash.parse(hash)
export const assetHash = (hash: string): AssetHash => AssetHash.parse(hash)
export const fileHash = (hash: string): FileHash => FileHash.parse(hash)
export const renditionRowId = (id: string): RenditionId => RenditionId.parse(id)
