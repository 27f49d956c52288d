import type { NeutralDoubt } from '@cloudbank/core/steps'

/** What may be wrong with a spot, in words. It is said, not refused. */
export const DOUBTS: Readonly<Record<NeutralDoubt, string>> = {
  coloured: 'This spot looks coloured. A neutral read from it turns every shot of the lighting.',
  clipped: 'Part of this spot is clipped: its true colour is not in the photograph.',
  'too-dark': 'This spot is too dark to tell its colour from noise.',
  uneven: 'This spot is uneven. Take a smaller one, or a smoother place.',
}
