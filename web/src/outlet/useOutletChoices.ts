import { useLiveQuery } from 'dexie-react-hooks'
import { READY_OUTLETS, type Outlet } from '@cloudbank/core/outlets'
import { checkRows, database } from '../data'

/** Outlets to choose from: a person's own, then those that come with Cloudbank. */
export function useOutletChoices(): {
  readonly own: readonly Outlet[]
  readonly ready: readonly Outlet[]
} {
  const own = useLiveQuery(async () =>
    checkRows('outlets', await database.table('outlets').toArray()).rows.map(
      ({ outlet }) => outlet,
    ),
  )
  return { own: own ?? NONE, ready: READY_OUTLETS }
}

const NONE: readonly Outlet[] = []

/** Keeps an outlet to be chosen in any shoot; one of its id is replaced. */
export async function keepOutlet(outlet: Outlet): Promise<void> {
  await database.outlets.put({ id: outlet.id, outlet, savedAt: Date.now() })
}

export async function dropOutlet({ id }: Outlet): Promise<void> {
  await database.outlets.delete(id)
}

/** The same with an id and a name that none of the others has. */
export function copyOf(outlet: Outlet, taken: readonly Outlet[]): Outlet {
  const ids = new Set(taken.map(({ id }) => id))
  let n = 2
  while (ids.has(idOf(outlet.id, n))) n++
  return { ...outlet, id: idOf(outlet.id, n), name: `${outlet.name.slice(0, 50)} ${n}` }
}

const idOf = (id: string, n: number): string => `${id.replace(/-\d+$/, '').slice(0, 34)}-${n}`
