import type { StepId } from '@cloudbank/core/steps'
import { keyLabel, type KeyName } from '../../keys/keys'
import { STEP_LENSES } from '../../steps'

/** What the sheet draws over its tiles by itself; the other lenses are the steps' own. */
type OwnLensId = 'photo' | 'light' | 'frame' | 'rules'
export type LensId = OwnLensId | StepId

interface Lens {
  readonly id: LensId
  readonly word: string
  readonly keyName: KeyName
}

const OWN_LENSES: readonly Lens[] = [
  { id: 'photo', word: 'Photo', keyName: 'lensPhoto' },
  { id: 'light', word: 'Light', keyName: 'lensLight' },
  { id: 'frame', word: 'Frame', keyName: 'lensFrame' },
  { id: 'rules', word: 'Rules', keyName: 'lensRules' },
]

/** All lenses, as they stand in the row. */
export const LENSES: readonly Lens[] = [...OWN_LENSES, ...STEP_LENSES].sort((a, b) =>
  keyLabel(a.keyName).localeCompare(keyLabel(b.keyName)),
)
