import type { NeutralDoubt } from '@cloudbank/core/steps'

/** What may be wrong with a spot, in words. It is said, not refused. */
export const DOUBTS: Readonly<Record<NeutralDoubt, string>> = {
  coloured: 'This spot looks coloured. Using it would shift every shot in the lighting.',
  clipped: 'Part of this spot is clipped, so its true colour is lost.',
  'too-dark': 'This spot is too dark to read reliably.',
  uneven: 'This spot is uneven. Choose a smaller one, or a smoother place.',
}
