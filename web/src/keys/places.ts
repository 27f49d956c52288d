import type { KeyName } from './keys'
import { strings } from './strings'

/** The keys by where they work, as help lists them. */
export const KEY_PLACES: readonly { readonly title: string; readonly keys: readonly KeyName[] }[] =
  [
    {
      title: strings.everywhere,
      keys: [
        ...([
          'palette',
          'help',
          'sky',
          'home',
          'weighIn',
          'workers',
          'undo',
          'redo',
          'make',
          'pause',
        ] as const),
        ...([
          'sheet',
          'lightings',
          'products',
          'brief',
          'review',
          'shelf',
          'deliver',
          'live',
          'shoot',
        ] as const),
        'newShoot',
      ],
    },
    {
      title: strings.onSheet,
      keys: [
        ...(['toggle', 'selectAll', 'clear', 'open', 'remove'] as const),
        ...(['lensPhoto', 'lensLight', 'lensFrame', 'lensCut', 'lensRules', 'lensTidy'] as const),
        ...(['larger', 'smaller'] as const),
      ],
    },
    {
      title: strings.onBench,
      keys: [
        ...(['previous', 'next', 'previousStage', 'nextStage'] as const),
        ...(['row', 'fit', 'actual', 'wipe', 'beside', 'original'] as const),
        ...(['pan', 'hand', 'clipping', 'strain', 'look', 'finer', 'broader'] as const),
        ...(['carry', 'pass', 'return', 'nextReturned'] as const),
      ],
    },
    {
      title: strings.onBenchInCut,
      keys: [
        ...([
          'keep',
          'drop',
          'paint',
          'erase',
          'seeThrough',
          'flip',
          'box',
          'edge',
          'path',
        ] as const),
        ...(['doubt', 'turnGap'] as const),
      ],
    },
    {
      title: strings.onBenchInTidy,
      keys: [
        ...(['refuse', 'mend', 'borrow', 'calm', 'tone', 'grain', 'sweep', 'blur'] as const),
        ...(['darker', 'lighter'] as const),
      ],
    },
    {
      title: strings.inReview,
      keys: [
        ...(['reviewPass', 'reason1', 'reason2', 'reason3', 'reason4', 'reason5'] as const),
        ...(['inWords', 'touchUp'] as const),
      ],
    },
  ]
