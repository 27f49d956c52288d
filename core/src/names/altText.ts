/** Readers of screens cut off, or tire of, more than this. */
export const MAX_ALT_LETTERS = 125
/** One word this often is stuffing. */
const OFTEN = 3

export type AltProblem = 'empty' | 'too-long' | 'says-picture' | 'stuffed' | 'same-again'

export const ALT_PROBLEMS: Readonly<Record<AltProblem, string>> = {
  empty: 'No description.',
  'too-long': `More than ${MAX_ALT_LETTERS} letters.`,
  'says-picture': 'Begins with “picture of”; screen readers say that already.',
  stuffed: 'The same word over and over.',
  'same-again': 'The same as another picture of this product.',
}

/**
 * What is wrong with a description of a picture, as those who hear it read would find it.
 *
 * @param others descriptions of the other pictures of its product.
 */
export function altProblems(alt: string, others: readonly string[]): AltProblem[] {
  const text = alt.trim()
  if (text === '') return ['empty']
  const problems: AltProblem[] = []
  if ([...text].length > MAX_ALT_LETTERS) problems.push('too-long')
  if (/^(an?\s+|the\s+)?(image|picture|photo|photograph)\s+of\b/i.test(text))
    problems.push('says-picture')
  if (mostOften(text) >= OFTEN) problems.push('stuffed')
  if (others.some((other) => folded(other) === folded(text))) problems.push('same-again')
  return problems
}

const folded = (text: string): string => text.trim().toLowerCase().replace(/\s+/g, ' ')

/** How often the most frequent word of four letters and more stands in a text. */
function mostOften(text: string): number {
  const counts = new Map<string, number>()
  for (const [word] of folded(text).matchAll(/\p{L}{4,}/gu))
    counts.set(word, (counts.get(word) ?? 0) + 1)
  return Math.max(0, ...counts.values())
}
