import type { Hands } from '../hands'
import { carriedRetouch } from './carryRetouch'
import type { Retouch, RetouchKind } from './retouches'

/** What is done to a shot's surfaces by hand. */
export const TIDY_HANDS: Hands = {
  field: 'works',
  noun: 'retouch',
  title: 'Retouches',
  words: {
    mend: 'Mended',
    borrow: 'Cloned an area',
    calm: 'Smoothed',
    tone: 'Tone smoothed',
    grain: 'Grain restored',
    sweep: 'Backdrop swept',
    blur: 'Blurred',
  } satisfies Record<RetouchKind, string>,
  carried: (one, from, to) => carriedRetouch(one as Retouch, from, to), // of Tidy's own schema
}
