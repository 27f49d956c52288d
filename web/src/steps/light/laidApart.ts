/** Width of a letter, the gap between two words, and what is kept free at the ends, in pixels. */
const LETTER_PX = 6.6
const GAP_PX = 8
const END_PX = 8

interface Marked {
  /** Where it is, 0…1. */
  readonly at: number
  readonly words: string | null
}

/**
 * Words under a scale, each as near to its mark as the others allow: none is printed over another, none past the ends.
 *
 * @param width of the scale, in pixels.
 * @returns their centres, in per cent of the scale, from left to right.
 */
export function laidApart(
  marks: readonly Marked[],
  width: number,
): { readonly words: string; readonly centrePct: number }[] {
  const [letter, gap, ends] = [LETTER_PX, GAP_PX, END_PX].map((px) => (100 * px) / width) as [
    number,
    number,
    number,
  ]
  const placed = marks
    .flatMap(({ at, words }) => (words === null ? [] : [{ words, wanted: at * 100 }]))
    .sort((a, b) => a.wanted - b.wanted)
    .map(({ words, wanted }) => ({
      words,
      half: (words.length * letter) / 2,
      centrePct: wanted,
    }))
  // From the left each is pushed past the one before; from the right those that do not fit are pushed back.
  let end = ends
  for (const one of placed) {
    one.centrePct = Math.max(one.centrePct, end + one.half)
    end = one.centrePct + one.half + gap
  }
  end = 100 - ends
  for (const one of placed.reverse()) {
    one.centrePct = Math.min(one.centrePct, end - one.half)
    end = one.centrePct - one.half - gap
  }
  return placed.reverse().map(({ words, centrePct }) => ({ words, centrePct }))
}
