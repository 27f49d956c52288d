import { formatPercent } from '@cloudbank/core/words'
import { useFetching } from '../../work/pool'
import { strings } from '../strings'

/** What workers wait for, and how far it is; null while nothing is fetched. */
export const useFetchingWords = (): string | null =>
  useFetching(
    ({ fetching }) =>
      fetching && strings.fetching(fetching.what.toLowerCase(), formatPercent(fetching.done01, 0)),
  )
