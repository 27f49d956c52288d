import { BriefId, LightingId, RunId, ShootId, ShotId } from '@cloudbank/core/shoot'

const unique = (): string => crypto.randomUUID()

// Ids are made here and nowhere else; what comes from elsewhere is parsed.
export const newShootId = (): ShootId => ShootId.parse(unique())
export const newShotId = (): ShotId => ShotId.parse(unique())
export const newBriefId = (): BriefId => BriefId.parse(unique())
export const newLightingId = (): LightingId => LightingId.parse(unique())
export const newRunId = (): RunId => RunId.parse(unique())
