import Papa from 'papaparse'
import { RULE_WORDS } from '@cloudbank/core/outlets'
import { wordsOf } from '@cloudbank/core/steps'
import type { Shoot } from '../../data'
import type { DeliveryFile } from './planDelivery'

/** What the zip holds, for people and programs. */
export function manifestOf(shoot: Shoot, files: readonly DeliveryFile[]): object {
  return {
    version: 2,
    shoot: shoot.name,
    files: files.map(({ path, shot, rendition, destination, altText, broken }) => ({
      path,
      outlet: destination.outlet?.name ?? null,
      placement: destination.placement.name,
      photograph: shot.fileName,
      originalSha256: shot.originalHash,
      sku: shot.sku,
      angle: shot.angle,
      alt: altText,
      format: rendition.format,
      width: rendition.width,
      height: rendition.height,
      bytes: rendition.bytes,
      sha256: rendition.fileHash,
      qualityPct: rendition.qualityPct,
      broken: (broken ?? []).map(({ rule, value, limit }) => ({
        rule: RULE_WORDS[rule].title,
        value,
        limit,
      })),
      findings: [...shot.findings, ...rendition.findings].map((finding) => wordsOf(finding).title),
    })),
  }
}

/** The same as a table, a row a file (RFC 4180). */
export const manifestTable = (files: readonly DeliveryFile[]): string =>
  Papa.unparse(
    {
      fields: ['file', 'outlet', 'sku', 'alt', 'width', 'height', 'bytes', 'sha256', 'photograph'],
      data: files.map(({ path, shot, rendition, destination, altText }) => [
        path,
        destination.outlet?.name ?? '',
        shot.sku ?? '',
        altText,
        rendition.width,
        rendition.height,
        rendition.bytes,
        rendition.fileHash,
        shot.fileName,
      ]),
    },
    // A cell that a spreadsheet would take for a formula is text.
    { escapeFormulae: true },
  )
