import type { KeyName } from '../../keys/keys'
import type { Bench, Compare, Seen } from '../../stage/bench'
import { strings } from './strings'

/** The ways in which a shot is looked at. */
export const WAYS = [
  { keyName: 'row', word: strings.row },
  { keyName: 'fit', word: strings.alone },
  { keyName: 'actual', word: '1:1' },
  { keyName: 'wipe', word: strings.wipe },
  { keyName: 'beside', word: strings.beside },
] as const satisfies readonly { keyName: KeyName; word: string }[]

export type Way = (typeof WAYS)[number]['keyName']

/** What a shot is seen as once a way is chosen; to compare with the original again ends it. */
export function seenBy(
  way: Way,
  { seen, compare }: Pick<Bench, 'seen' | 'compare'>,
): { readonly seen: Seen; readonly compare: Compare } {
  switch (way) {
    case 'row':
      return { seen: { in: 'row' }, compare: 'result' }
    case 'fit':
      return { seen: { in: 'alone', place: 'whole' }, compare: 'result' }
    case 'actual':
      return { seen: { in: 'alone', place: 'actual' }, compare }
    case 'wipe':
    case 'beside':
      return {
        seen: seen.in === 'alone' ? seen : { in: 'alone', place: 'whole' },
        compare: compare === way && seen.in === 'alone' ? 'result' : way,
      }
  }
}

/** Whether a shot is seen in a way. */
export const isSeenBy = (way: Way, { seen, compare }: Pick<Bench, 'seen' | 'compare'>): boolean =>
  seen.in === 'row'
    ? way === 'row'
    : way === compare || (compare === 'result' && way === wayOf(seen))

const wayOf = ({ place }: Extract<Seen, { in: 'alone' }>): Way =>
  place === 'whole' ? 'fit' : 'actual'
