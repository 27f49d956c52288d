import { distance } from 'fastest-levenshtein'
import { z } from 'zod'
import { STEPS, type Registry, type StepId } from '../steps'
import { BRIEF_VERSION, migrateBrief } from './migrations'
import { BriefSteps, type AnySettings } from './settings'

/** A reusable set of instructions: what finished pictures must look like. */
export const Brief = z.strictObject({
  version: z.literal(
    BRIEF_VERSION,
    `this Cloudbank reads briefs of versions 1 to ${BRIEF_VERSION}`,
  ),
  name: z.string().trim().min(1).max(80),
  steps: BriefSteps.prefault({} as BriefSteps), // every step has defaults
})
export type Brief = z.infer<typeof Brief>

/** White backdrop, square, product at 85 %, a page and a card: a brief to start from. */
export const SHOP_WHITE: Brief = Brief.parse({ version: BRIEF_VERSION, name: 'Shop white' })

/** One field of a brief that is not as it must be. */
export interface BriefProblem {
  /** Where, as a path of names: `steps.frame.fillPct`. */
  readonly field: string
  readonly message: string
}

/** Reads a brief of any version from unknown data; every problem names its field. */
export function readBrief(
  data: unknown,
): { ok: true; brief: Brief } | { ok: false; problems: BriefProblem[] } {
  const migrated = migrateBrief(data)
  const result = Brief.safeParse(migrated)
  if (result.success) return { ok: true, brief: result.data }
  return { ok: false, problems: result.error.issues.flatMap(problemsOf) }
}

function problemsOf(issue: z.core.$ZodIssue): BriefProblem[] {
  const path = issue.path.map(String)
  if (issue.code !== 'unrecognized_keys')
    return [{ field: path.length === 0 ? 'the brief' : path.join('.'), message: issue.message }]
  return issue.keys.map((key) => {
    const near = nearest(key, fieldsAt(path))
    return {
      field: [...path, key].join('.'),
      message:
        near === null ? 'there is no such field' : `there is no such field; did you mean ${near}?`,
    }
  })
}

/** The fields that there are at a path of a brief, as the brief to start from has them. */
function fieldsAt(path: readonly string[]): string[] {
  let at: unknown = SHOP_WHITE
  for (const part of path) at = at && (at as Record<string, unknown>)[part] // by its own path
  return at && typeof at === 'object' ? Object.keys(at) : []
}

/** More letters than this apart, and one word is not meant for the other. */
const MAX_LETTERS_APART = 0.5

/** The word that is nearest to one that is not among them; null where none is near. */
export function nearest(word: string, words: readonly string[]): string | null {
  const [best] = words
    .map((candidate) => ({
      candidate,
      apart: distance(word.toLowerCase(), candidate.toLowerCase()),
    }))
    .filter(({ candidate, apart }) => {
      const longer = Math.max(word.length, candidate.length)
      return apart <= MAX_LETTERS_APART * longer
    })
    .sort((a, b) => a.apart - b.apart)
  return best?.candidate ?? null
}

/** What settings say, a line a step. */
export function describeSteps(
  settings: AnySettings,
  steps: Registry = STEPS,
): { id: string; title: string; words: string }[] {
  return steps.map((step) => ({
    id: step.id,
    title: step.title,
    words: step.describe(settings[step.id] ?? {}),
  }))
}

/** What a brief says, a line a step. */
export const describeBrief = ({
  steps,
}: Pick<Brief, 'steps'>): { id: StepId; title: string; words: string }[] =>
  describeSteps(steps) as { id: StepId; title: string; words: string }[] // of the registry's own steps
