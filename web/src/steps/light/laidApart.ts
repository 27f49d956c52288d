/** Width of a letter as a share of the tones' width, and the gap between two words, in per cent. */
const LETTER_PCT = 1.35
const GAP_PCT = 2

interface Marked {
  /** Where it is, 0…1. */
  readonly at: number
  readonly words: string | null
}

/**
 * Words under a scale, each as near to its mark as the others allow: none is printed over another, none past the ends.
 *
 * @returns their centres, in per cent of the scale, from left to right.
 */
export function laidApart(
  marks: readonly Marked[],
): { readonly words: string; readonly centrePct: number }[] {
  const placed = marks
    .flatMap(({ at, words }) => (words === null ? [] : [{ words, wanted: at * 100 }]))
    .sort((a, b) => a.wanted - b.wanted)
    .map(({ words, wanted }) => ({
      words,
      half: (words.length * LETTER_PCT) / 2,
      centrePct: wanted,
    }))
  // From the left each is pushed past the one before; from the right those that do not fit are pushed back.
  let end = 0
  for (const one of placed) {
    one.centrePct = Math.max(one.centrePct, end + one.half)
    end = one.centrePct + one.half + GAP_PCT
  }
  end = 100
  for (const one of placed.reverse()) {
    one.centrePct = Math.min(one.centrePct, end - one.half)
    end = one.centrePct - one.half - GAP_PCT
  }
  return placed.reverse().map(({ words, centrePct }) => ({ words, centrePct }))
}
