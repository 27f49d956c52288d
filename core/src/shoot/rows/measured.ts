import type { CaptureFacts } from '../../codec'
import type { Measures } from '../../measure'
import type { NeutralProposal } from '../../steps'

/** Everything that is measured of a photograph once, when it comes in. */
export interface Measured {
  readonly capture: CaptureFacts
  readonly measures: Measures
  /** A spot on a grey card, where there is one. */
  readonly card: NeutralProposal | null
}
