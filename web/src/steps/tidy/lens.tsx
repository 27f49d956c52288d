import type { TidyTileFacts } from '@cloudbank/core/steps'
import { countOf } from '@cloudbank/core/words'
import { defineLens, lensTiles } from '../../lens'
import { TidyTile } from './TidyTile'
import { strings } from './strings'

/** All shots strained, with the dirt in them marked, the dirtiest first. */
export const tidyLens = defineLens<TidyTileFacts>({
  id: 'tidy',
  word: strings.tidy,
  keyName: 'lensTidy',
  tiles: lensTiles({ step: 'tidy', view: 'tile' }, (name) =>
    strings.couldntBeSearchedForDirt(name),
  ),
  toDo: strings.toSearch,
  goOn: strings.searchRest,
  Picture: ({ tile, shot }) => <TidyTile tile={tile} shot={shot} />,
  reading: (facts) => (facts ? countOf(facts.specks.length, 'speck') : ''),
  badness: (facts) => facts?.specks.length ?? -1,
})
