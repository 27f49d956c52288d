import type {
  AnyFinding,
  FindingTable,
  FindingWords,
  MeasuredPhotograph,
  Surroundings,
  Weight,
} from '../findings'
import type { Registry } from './defineRegistry'
import { examineOnArrival, GATHER_FINDINGS } from './gather'
import { STEPS } from './registry'

/** One kind of finding: its words, and the step that it belongs to; null for what came in that way. */
export interface FindingKind {
  readonly code: string
  readonly step: string | null
  readonly words: FindingWords
}

const RANK: Readonly<Record<Weight, number>> = { blocks: 0, look: 1, note: 2 }

/** Every kind of finding, worst first: by weight, then in the order of the steps. */
export function findingKinds(steps: Registry = STEPS): ReadonlyMap<string, FindingKind> {
  const kinds = [
    ...steps.flatMap(({ id, findings }) =>
      Object.entries(findings).map(([code, words]) => ({ code, step: id, words })),
    ),
    ...Object.entries(GATHER_FINDINGS).map(([code, words]) => ({ code, step: null, words })),
  ].sort((a, b) => RANK[a.words.weight] - RANK[b.words.weight])
  return new Map<string, FindingKind>(
    kinds.map((kind) => [kind.code, kind as FindingKind]), // its words are asked with its own findings
  )
}

/** What a finding of a kind that this version does not know says. */
const UNKNOWN: FindingWords = { title: 'Unknown finding', weight: 'note', remedy: '' }

/** The words of a finding. */
export function wordsOf({ code }: AnyFinding, steps: Registry = STEPS): FindingWords {
  const table = steps.find(({ findings }) => code in findings)?.findings ?? GATHER_FINDINGS
  return (table as FindingTable<AnyFinding>)[code] ?? UNKNOWN // its words are asked with its own findings
}

/** The step that a finding belongs to. */
export const stepOf = ({ code }: AnyFinding, steps: Registry = STEPS): string | null =>
  steps.find(({ findings }) => code in findings)?.id ?? null

/** The figures of a finding, as a sentence; nothing where its title says it all. */
export const describeFinding = (finding: AnyFinding, steps: Registry = STEPS): string =>
  wordsOf(finding, steps).figures?.(finding) ?? ''

/** Everything that is found about a photograph itself, by `THRESHOLDS`. */
export function examinePhotograph(
  photograph: MeasuredPhotograph,
  surroundings: Surroundings,
  steps: Registry = STEPS,
): AnyFinding[] {
  return [
    ...steps.flatMap((step) => step.examine?.(photograph, surroundings) ?? []),
    ...examineOnArrival(photograph, surroundings),
  ]
}
