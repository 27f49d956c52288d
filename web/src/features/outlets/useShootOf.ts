import { useLiveQuery } from 'dexie-react-hooks'
import { useLocation } from 'react-router'
import { z } from 'zod'
import { checkRows, database } from '../../data'

const State = z.object({ from: z.object({ id: z.string(), name: z.string() }).nullable() })

/** The shoot from which one came to the outlets; null where one came from elsewhere. */
export function useCameFrom(): { readonly id: string; readonly name: string } | null {
  return State.safeParse(useLocation().state).data?.from ?? null
}

/** The newest shoot; null where there is none. */
export function useLatestShoot(): string | null {
  return (
    useLiveQuery(async () => {
      const row: unknown = await database.table('shoots').orderBy('createdAt').last()
      return checkRows('shoots', row === undefined ? [] : [row]).rows[0]?.id ?? null
    }) ?? null
  )
}
