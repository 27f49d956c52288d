import { useLiveQuery } from 'dexie-react-hooks'
import { useMemo } from 'react'
import { faultsIn, totalsOf, worstFirst, type Fault, type Totals } from '@cloudbank/core/weigh'
import { database, type WeighedRow, type WeighIn } from '../../data'

/** A weigh-in as its page shows it. */
export interface WeighInView {
  readonly weighIn: WeighIn
  /** Worst first. */
  readonly rows: readonly WeighedRow[]
  readonly totals: Totals
  readonly waiting: number
  readonly faults: ReadonlyMap<string, readonly Fault[]>
  /** What it came to when it was weighed before; null for the first time. */
  readonly before: { readonly weighIn: WeighIn; readonly totals: Totals } | null
}

const rowsOf = (weighInId: string): Promise<WeighedRow[]> =>
  database.weighed.where({ weighInId }).sortBy('id')

/** Undefined while it loads, null where there is none. */
export function useWeighIn(id: string): WeighInView | null | undefined {
  const found = useLiveQuery(async () => {
    const weighIn = await database.weighIns.get(id)
    if (!weighIn) return null
    const earlier = weighIn.beforeId === null ? null : await database.weighIns.get(weighIn.beforeId)
    return {
      weighIn,
      rows: await rowsOf(id),
      before: earlier ? { weighIn: earlier, rows: await rowsOf(earlier.id) } : null,
    }
  }, [id])
  return useMemo(() => {
    if (!found) return found
    const { weighIn, rows, before } = found
    return {
      weighIn,
      rows: worstFirst(rows),
      totals: totalsOf(rows, weighIn.otherBytes),
      waiting: rows.filter(({ state }) => state === 'waiting').length,
      faults: new Map(rows.map((row) => [row.id, faultsIn(plain(row), weighIn.options)])),
      before: before && {
        weighIn: before.weighIn,
        totals: totalsOf(before.rows, before.weighIn.otherBytes),
      },
    }
  }, [found])
}

const plain = ({ path, use, facts, made, problem }: WeighedRow) => ({
  path,
  use,
  facts,
  made,
  problem,
})
