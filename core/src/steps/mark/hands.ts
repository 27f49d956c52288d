import type { Hands } from '../hands'
import type { MarkWork } from './settings'

/** What a person did to the marks of a shot; it lies to frame or product, so that it is carried as it is. */
export const MARK_HANDS: Hands = {
  field: 'works',
  noun: 'change of marks',
  title: 'Marks of this shot',
  words: {
    added: 'Added',
    changed: 'Changed',
    'left-out': 'Left out',
  } satisfies Readonly<Record<MarkWork['kind'], string>>,
  carried: (one) => one,
}
