import { FORMATS } from '@cloudbank/core/codec'
import { formatSize, tableText } from '@cloudbank/core/words'
import { perform, put, type Rendition, type Run, type Shot } from '../../data'
import { strings } from '../strings'

/** One rendition that a run made, and the one that stood before it. */
export interface RunChange {
  readonly shot: Shot | undefined
  readonly after: Rendition
  /** Null where there was none, or it has been freed. */
  readonly before: Rendition | null
}

/**
 * What a run changed, rendition by rendition.
 *
 * @param versions all versions of the shoot's renditions.
 */
export function changesOf(
  runId: Run['id'],
  versions: readonly Rendition[],
  shots: readonly Shot[],
): RunChange[] {
  const shotOf = new Map(shots.map((shot) => [shot.id, shot]))
  const bySlot = new Map<string, Rendition[]>()
  const slotOf = ({ id }: Rendition): string => id.slice(0, id.lastIndexOf('/'))
  for (const row of versions) bySlot.set(slotOf(row), [...(bySlot.get(slotOf(row)) ?? []), row])
  return versions
    .filter((row) => row.runId === runId)
    .map((after) => {
      const [before] = bySlot
        .get(slotOf(after))!
        .filter(({ version }) => version < after.version)
        .sort((a, b) => b.version - a.version)
      return { shot: shotOf.get(after.shotId), after, before: before ?? null }
    })
}

/** Brings back what stood before a run, where its renditions still stand; it can be undone like any deed. */
export async function undoRun(run: Run, changes: readonly RunChange[]): Promise<void> {
  const standing = changes.filter(({ after }) => after.standing === 'current')
  await perform({
    shootId: run.shootId,
    words: strings.runOfUndone(standing.length),
    edits: standing.flatMap(({ after, before }) => [
      put('renditions', after.id, ['standing'], 'earlier'),
      ...(before
        ? [
            put('renditions', before.id, ['standing'], 'current'),
            // It was put back by hand: it is not out of date until something changes again.
            put('renditions', before.id, ['standsFor'], after.key),
          ]
        : []),
    ]),
  })
}

/** The changes as a table, a row a rendition (RFC 4180). */
export const changesTable = (changes: readonly RunChange[]): string =>
  tableText(
    [
      'photograph',
      'placement',
      strings.sizeBefore,
      strings.sizeAfter,
      strings.bytesBefore,
      strings.bytesAfter,
      'format',
      strings.qualityBefore,
      strings.qualityAfter,
    ],
    changes.map(({ shot, before, after }) => [
      shot?.fileName ?? '',
      after.placementId,
      before ? formatSize(before) : '',
      formatSize(after),
      before?.bytes ?? '',
      after.bytes,
      FORMATS[after.format].word,
      before?.qualityPct ?? '',
      after.qualityPct,
    ]),
  )
