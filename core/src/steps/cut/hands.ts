import type { Hands } from '../hands'
import { carriedRepair, type Repair, type RepairKind } from './repair'

/** What is done to a cut by hand. */
export const CUT_HANDS: Hands = {
  field: 'repairs',
  noun: 'repair',
  title: 'Cut repairs',
  words: {
    keep: 'Kept along a stroke',
    drop: 'Removed along a stroke',
    paint: 'Painted',
    erase: 'Erased',
    seeThrough: 'Made see-through',
    box: 'Boxed the product',
    flip: 'Flipped a piece',
    edge: 'Adjusted the edge',
    path: 'Path by hand',
  } satisfies Record<RepairKind, string>,
  carried: (one, from, to) => carriedRepair(one as Repair, from, to), // of Cut's own schema
}
