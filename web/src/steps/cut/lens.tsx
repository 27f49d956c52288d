import type { CutTileFacts } from '@cloudbank/core/steps'
import { formatPercent } from '@cloudbank/core/words'
import { defineLens, lensTiles } from '../../lens'
import { CutTile } from './CutTile'
import { strings } from './strings'

/** All cut-outs at one scale, those of which most may be wrong first. */
export const cutLens = defineLens<CutTileFacts>({
  id: 'cut',
  word: strings.cutLabel,
  keyName: 'lensCut',
  tiles: lensTiles({ step: 'cut', view: 'tile' }, (name) => strings.couldntBeCut(name)),
  toDo: strings.toCut,
  goOn: strings.cutRest,
  Picture: ({ tile, shot }) => <CutTile tile={tile} name={shot.fileName} />,
  reading: (facts) => {
    if (!facts) return ''
    if (!facts.isCut) return 'uncut'
    return facts.confidence01 === null ? strings.byHand : formatPercent(facts.confidence01, 0)
  },
  // Those that were repaired or left whole come last.
  badness: (facts) => facts?.miss01 ?? -1,
})
