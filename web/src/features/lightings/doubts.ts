import type { NeutralDoubt } from '@cloudbank/core/steps'
import { strings } from './strings'

/** What may be wrong with a spot, in words. It is said, not refused. */
export const DOUBTS: Readonly<Record<NeutralDoubt, string>> = {
  coloured: strings.thisSpotLooksColouredUsing,
  clipped: strings.partOfThisSpotIs,
  'too-dark': strings.thisSpotIsTooDark,
  uneven: strings.thisSpotIsUnevenChoose,
}
