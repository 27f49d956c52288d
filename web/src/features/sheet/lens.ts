import type { KeyName } from '../../app/keys'

/** What the sheet draws over its tiles. */
export const LENSES = [
  { id: 'photo', word: 'Photo', keyName: 'lensPhoto' },
  { id: 'light', word: 'Light', keyName: 'lensLight' },
  { id: 'frame', word: 'Frame', keyName: 'lensFrame' },
  { id: 'cut', word: 'Cut', keyName: 'lensCut' },
  { id: 'rules', word: 'Rules', keyName: 'lensRules' },
  { id: 'tidy', word: 'Tidy', keyName: 'lensTidy' },
] as const satisfies readonly { id: string; word: string; keyName: KeyName }[]

export type LensId = (typeof LENSES)[number]['id']
