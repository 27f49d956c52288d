import { RULE_WORDS } from '../../outlets'
import { wordsOf } from '../../steps'
import { tableText } from '../../words'
import type { Shoot } from '../rows'
import type { LeftFile } from './leaving'

/** What was sent, for people and programs. */
export function manifestOf(shoot: Shoot, left: readonly LeftFile[]): object {
  return {
    version: 3,
    shoot: shoot.name,
    files: left.map(({ file, bytes, sha256, words }) => {
      const { path, shot, rendition, destination, altText, broken } = file
      return {
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
        bytes,
        sha256,
        words,
        qualityPct: rendition.qualityPct,
        broken: (broken ?? []).map(({ rule, value, limit }) => ({
          rule: RULE_WORDS[rule].title,
          value,
          limit,
        })),
        findings: [...shot.findings, ...rendition.findings].map(
          (finding) => wordsOf(finding).title,
        ),
      }
    }),
  }
}

/** The same as a table, a row a file (RFC 4180). */
export const manifestTable = (left: readonly LeftFile[]): string =>
  tableText(
    ['file', 'outlet', 'sku', 'alt', 'width', 'height', 'bytes', 'sha256', 'photograph'],
    left.map(({ file: { path, shot, rendition, destination, altText }, bytes, sha256 }) => [
      path,
      destination.outlet?.name ?? '',
      shot.sku ?? '',
      altText,
      rendition.width,
      rendition.height,
      bytes,
      sha256,
      shot.fileName,
    ]),
  )
