import type { StepId } from '@cloudbank/core/steps'
import { keyLabel, type KeyName } from '../../keys/keys'
import { STEP_LENSES } from '../../steps'
import { strings } from './strings'

/** What the sheet draws over its tiles by itself; the other lenses are the steps' own. */
type OwnLensId = 'photo' | 'light' | 'frame' | 'rules'
export type LensId = OwnLensId | StepId

interface Lens {
  readonly id: LensId
  readonly word: string
  readonly keyName: KeyName
}

const OWN_LENSES: readonly Lens[] = [
  { id: 'photo', word: strings.photo, keyName: 'lensPhoto' },
  { id: 'light', word: strings.light, keyName: 'lensLight' },
  { id: 'frame', word: strings.frame, keyName: 'lensFrame' },
  { id: 'rules', word: strings.rules, keyName: 'lensRules' },
]

/** All lenses, as they stand in the row. */
export const LENSES: readonly Lens[] = [...OWN_LENSES, ...STEP_LENSES].sort((a, b) =>
  keyLabel(a.keyName).localeCompare(keyLabel(b.keyName)),
)

/** Whether a lens draws a shot by its shoot's rows, as Light and those of the steps do. */
export const isDrawnByView = (lens: LensId): boolean =>
  lens === 'light' || STEP_LENSES.some(({ id }) => id === lens)
