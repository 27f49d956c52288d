import { FORMATS } from '@cloudbank/core/codec'
import { stemOf, uniqueStems } from '@cloudbank/core/names'
import { wordsOf } from '@cloudbank/core/steps'
import type { Rendition, Shoot, Shot } from '../../data'
import { groupBy } from '../groupBy'

/** One file of a delivery: where it lies in the zip, and what it is. */
export interface DeliveryFile {
  readonly path: string
  readonly shot: Shot
  readonly rendition: Rendition
}

/**
 * Names the files of a delivery: a folder a placement, each file named like its photograph. Where two
 * photographs have one name, the later ones get numbers.
 */
export function planDelivery(
  shots: readonly Shot[],
  renditions: readonly Rendition[],
): DeliveryFile[] {
  const byShot = groupBy(renditions, ({ shotId }) => shotId)
  const names = uniqueStems(shots.map(({ fileName }) => stemOf(fileName)))
  return shots.flatMap((shot, i) =>
    (byShot.get(shot.id) ?? []).map((rendition) => ({
      path: `${rendition.placementId}/${names[i]!}.${FORMATS[rendition.format].extension}`,
      shot,
      rendition,
    })),
  )
}

/** What the zip holds, for people and programs. */
export function manifestOf(shoot: Shoot, files: readonly DeliveryFile[]): object {
  return {
    version: 1,
    shoot: shoot.name,
    files: files.map(({ path, shot, rendition }) => ({
      path,
      photograph: shot.fileName,
      originalSha256: shot.originalHash,
      sku: shot.sku,
      angle: shot.angle,
      placement: rendition.placementId,
      format: rendition.format,
      width: rendition.width,
      height: rendition.height,
      bytes: rendition.bytes,
      qualityPct: rendition.qualityPct,
      findings: [...shot.findings, ...rendition.findings].map((finding) => wordsOf(finding).title),
    })),
  }
}
